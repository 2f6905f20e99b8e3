import { barriersOf, machinePieces } from '../../../../core/crew/pieces';
import type { Keepout } from '../../../../core/ground/keepouts';
import type { RowRhythm, StoredRow } from '../../../../core/rows/stored';
import type { Facts } from '../../server/facts';
import { blocksFact, keepoutsFact, planeOf } from '../ground/facts.server';
import type { BlockRow } from '../ground/tables.server';
import { layoutsFact, releasedLayout, rowsFact } from '../rows/facts.server';

/** Rows of a version as the machine plants them on the ground as it is now: what it does not cross cuts them. */
export const piecesOn = (
  block: BlockRow,
  keepouts: readonly Keepout[],
  rhythm: RowRhythm,
  rows: readonly StoredRow[],
) => machinePieces(rows, rhythm, barriersOf(block.boundary, keepouts, planeOf(block).toPlane));

/** Those of the released version: what every page of the machine drives by; nothing where none is released. */
export async function machineRowsOf(facts: Facts, block: BlockRow) {
  const [layout, rows, keepouts] = await Promise.all([
    releasedLayout(facts, block.id),
    facts.of(rowsFact, block.id),
    facts.of(keepoutsFact, block.id),
  ]);
  const from = [layoutsFact, rowsFact, keepoutsFact, blocksFact];
  return facts.derive('machine rows', block.id, from, '', () =>
    layout ? piecesOn(block, keepouts, layout.rhythm, rows) : { rows: [], cuttings: [] },
  );
}
