import { barriersOf, piecesInSteps, type Pieces } from '../../../../core/crew/pieces';
import type { Keepout } from '../../../../core/ground/keepouts';
import type { RowRhythm, StoredRow } from '../../../../core/rows/stored';
import type { Facts } from '../../server/facts';
import { inTurns } from '../../server/turns';
import { blocksFact, keepoutsFact, planeOf } from '../ground/facts.server';
import type { BlockRow } from '../ground/tables.server';
import { layoutsFact, releasedLayout, rowsFact } from '../rows/facts.server';

/** Rows of a version as the machine plants them on the ground as it is now: what it does not cross cuts them. */
export const piecesOn = (
  block: BlockRow,
  keepouts: readonly Keepout[],
  rhythm: RowRhythm,
  rows: readonly StoredRow[],
): Promise<Pieces> => {
  const barriers = barriersOf(block.boundary, keepouts, planeOf(block).toPlane);
  return inTurns(piecesInSteps(rows, rhythm, barriers));
};

/** Those of the released version: what every page of the machine drives by; nothing where none is released. */
export async function machineRowsOf(facts: Facts, block: BlockRow): Promise<Pieces> {
  const [layout, rows, keepouts] = await Promise.all([
    releasedLayout(facts, block.id),
    facts.of(rowsFact, block.id),
    facts.of(keepoutsFact, block.id),
  ]);
  if (!layout) return { rows: [], cuttings: [] };
  const from = [layoutsFact, rowsFact, keepoutsFact, blocksFact];
  return facts.derive('machine rows', block.id, from, '', () =>
    piecesOn(block, keepouts, layout.rhythm, rows),
  );
}
