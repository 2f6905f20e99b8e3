import { nearestPeg, pegPosition, treesByRow, type RowSet } from '../rows/rowset';

/** Rows with the trees entered in each, by row number; a row is planted from its first peg. */
export interface SownRows {
  rows: RowSet;
  byRow: ReadonlyMap<number, number>;
}

export interface CarriedOver {
  /** Trees that have a place in the new version. */
  trees: number;
  byRow: Map<number, number>;
  /** Trees that stand where the new version has no free place. */
  nowhere: number;
}

/** A tree stands for a peg when it is within this share of the step of it. */
const NEAR = 0.5;

/**
 * Trees that were entered late on versions withdrawn meanwhile: each takes the nearest peg of the
 * released version, if that is near enough and nobody's yet.
 * @param earlier withdrawn versions with what is planted in them, in the same plane
 * @param released the version the crew plants by, with its own trees
 */
export function carryOver(earlier: readonly SownRows[], released: SownRows): CarriedOver {
  const taken = new Set<string>();
  const over: CarriedOver = { trees: 0, byRow: new Map(), nowhere: 0 };
  for (const { rows, byRow } of earlier) {
    const places = treesByRow(rows);
    for (const [row, planted] of byRow) {
      for (let peg = 1; peg <= Math.min(planted, places[row - 1] ?? 0); peg++) {
        const at = pegPosition(rows, row, peg);
        const found = at && nearestPeg(released.rows, at.point);
        const key = found && `${found.row} ${found.peg}`;
        const own = found ? (released.byRow.get(found.row) ?? 0) : 0;
        const near = found && found.distance <= NEAR * released.rows.rowStep[found.row - 1];
        if (!found || !near || found.peg <= own || taken.has(key!)) {
          over.nowhere++;
          continue;
        }
        taken.add(key!);
        over.trees++;
        over.byRow.set(found.row, (over.byRow.get(found.row) ?? 0) + 1);
      }
    }
  }
  return over;
}
