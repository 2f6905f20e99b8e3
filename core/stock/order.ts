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
    formula: 'positions × (1 + reserve) ÷ (1 − cull), up to whole packs',
    steps: [
      { label: 'positions', value: positions, kind: 'count' },
      { label: 'reserve', value: reserve, kind: 'share' },
      { label: 'cull rate', value: cull, kind: 'share' },
      { label: 'needed', value: wanted, kind: 'count' },
      { label: `packs of ${pack}`, value: packs, kind: 'count' },
    ],
  };
}
