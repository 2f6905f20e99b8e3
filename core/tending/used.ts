import type { Wave } from '../crew/waves';
import { MULCH } from '../method/schools/ground';
import type { MethodItem } from '../method/school';
import type { Care } from './care';

/** What one tree takes where the method does not say it: it was done all the same. */
const USUAL: Partial<Record<MethodItem, number>> = {
  ...{ guards: 1, canes: 1, stakes: 1, ties: 1, mulch: MULCH },
};

/** Lines of the bill that each kind of care takes from; what takes off takes nothing. */
const OF_CARE: Partial<Record<Care, readonly MethodItem[]>> = {
  'guards on': ['guards', 'canes'],
  'stakes on': ['stakes', 'ties'],
  mulched: ['mulch'],
};
const OF_WAVE: Partial<Record<Wave, readonly MethodItem[]>> = {
  guard: ['guards', 'canes'],
  mulch: ['mulch'],
};
/** Guards of which a tree has one or none; which of them the method says. */
const SHELTERS = ['guards', 'shelters', 'cages'] as const;

/**
 * Materials that went into the ground, by line of the bill: what followed the planters, what care took since,
 * and the water that was given row by row.
 * @param perTree units a tree takes by the method of the block
 * @param litres of all waterings together
 */
export function materialsUsed({
  waves,
  care,
  litres,
  perTree,
}: {
  waves: ReadonlyMap<Wave, ReadonlyMap<number, number>>;
  care: readonly { kind: Care; trees: number }[];
  litres: number;
  perTree: Partial<Record<MethodItem, number>>;
}): Map<string, number> {
  const used = new Map<string, number>();
  const take = (items: readonly MethodItem[] | undefined, trees: number) => {
    for (const item of items ?? []) {
      const own = item === 'guards' ? (SHELTERS.find((kind) => perTree[kind]) ?? item) : item;
      // A cane stands beside a guard only where the method has canes.
      const each = perTree[own] ?? (own === 'canes' ? 0 : (USUAL[own] ?? 0));
      if (each && trees) used.set(own, (used.get(own) ?? 0) + each * trees);
    }
  };
  for (const [wave, rows] of waves)
    take(
      OF_WAVE[wave],
      [...rows.values()].reduce((sum, trees) => sum + trees, 0),
    );
  for (const { kind, trees } of care) take(OF_CARE[kind], trees);
  if (litres > 0) used.set('water', (used.get('water') ?? 0) + litres / 1000);
  return used;
}
