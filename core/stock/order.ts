import { say } from '../say/message';
import { told } from '../say/told';
import type { Figure } from '../measure/working';

export interface OrderTerms {
  /** Share kept in hand for losses on the way and refill, 0.05 for 5 %. */
  reserve: number;
  /** Share expected to be culled at sorting. */
  cull: number;
  /** Trees in a bundle, box or tray; orders are whole packs. */
  pack: number;
}

/** Terms of a species until the leader sets others. */
export const USUAL_TERMS: OrderTerms = { reserve: 0.05, cull: 0.05, pack: 50 };

/**
 * How many trees to order: positions × (1 + reserve) ÷ (1 − cull), up to whole packs.
 * @param positions positions of one species in the saved layout
 * @example orderQuantity(1000, { reserve: 0.05, cull: 0.1, pack: 25 }).value // => 1175
 */
export function orderQuantity(positions: number, { reserve, cull, pack }: OrderTerms): Figure {
  if (!(reserve >= 0 && reserve <= 1)) throw told('stock.reserve');
  if (!(cull >= 0 && cull < 1)) throw told('stock.cullRate');
  if (!(Number.isInteger(pack) && pack >= 1)) throw told('stock.pack');
  const wanted = (positions * (1 + reserve)) / (1 - cull);
  // The hair taken off keeps 1 000 × 1.1 from becoming 1 101 through binary rounding.
  const packs = Math.max(0, Math.ceil(wanted / pack - 1e-9));
  return {
    value: packs * pack,
    kind: 'count',
    formula: say('formula.toOrder'),
    steps: [
      { label: say('step.positions'), value: positions, kind: 'count' },
      { label: say('step.reserve'), value: reserve, kind: 'share' },
      { label: say('step.cullRate'), value: cull, kind: 'share' },
      { label: say('step.needed'), value: wanted, kind: 'count' },
      { label: say('step.packsOf', { pack }), value: packs, kind: 'count' },
    ],
  };
}
