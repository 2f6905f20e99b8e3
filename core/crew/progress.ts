import { told } from '../say/told';

/** "Planted 25", as a planter entered it. A correction names the entry that it cancels. */
export interface Tally {
  id: string;
  row: number;
  planter: string;
  count: number;
  at: string;
  corrects?: string | null;
}

/** Entries that count: each id once, cancelled ones and cancellations left out. */
export function standingTallies(tallies: readonly Tally[]): Tally[] {
  const byId = new Map(tallies.map((tally) => [tally.id, tally]));
  const cancelled = new Set([...byId.values()].map(({ corrects }) => corrects).filter(Boolean));
  return [...byId.values()].filter(({ id, corrects }) => !corrects && !cancelled.has(id));
}

export interface Progress {
  planted: number;
  byRow: Map<number, number>;
  byPlanter: Map<string, number>;
}

/** Trees in the ground, by row and by planter. */
export function progress(tallies: readonly Tally[]): Progress {
  const byRow = new Map<number, number>();
  const byPlanter = new Map<string, number>();
  let planted = 0;
  for (const { row, planter, count } of standingTallies(tallies)) {
    planted += count;
    byRow.set(row, (byRow.get(row) ?? 0) + count);
    byPlanter.set(planter, (byPlanter.get(planter) ?? 0) + count);
  }
  return { planted, byRow, byPlanter };
}

/**
 * Says whether an entry may be added: a row cannot take more trees than it has places.
 * @param planted trees already entered for the row
 * @param places positions of the row in the released layout, undefined when there is no such row
 */
export function admitTally(row: number, count: number, planted: number, places?: number): void {
  if (places === undefined) throw told('crew.noRow', { row });
  if (!(Number.isInteger(count) && count > 0)) {
    throw told('crew.notTrees', { count });
  }
  if (planted + count > places) {
    throw told('crew.rowFull', {
      row,
      places,
      planted,
      more: count,
      over: planted + count - places,
    });
  }
}

/**
 * When the rest will be planted at the pace of late.
 * @param perDay trees a planting day of the whole crew
 * @returns planting days from now, Infinity when nobody plants
 * @example daysLeft(1000, 400, 300) // => 2
 */
export function daysLeft(total: number, planted: number, perDay: number): number {
  return planted >= total ? 0 : perDay > 0 ? (total - planted) / perDay : Infinity;
}
