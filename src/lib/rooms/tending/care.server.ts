import { careStates, oldStakes, type CareEvent } from '../../../../core/tending/care';
import { listedFact, milliseconds, type Facts } from '../../server/facts';
import { sownFact } from '../crew/facts.server';
import type { BlockRow } from '../ground/tables.server';

/** Care of the trees row by row on the released version, what was taken back left out. */
export const careFact = listedFact<
  CareEvent & { id: string; corrects: string | null },
  (CareEvent & { id: string })[]
>('cared', ['tending', 'rows'], {
  from: `FROM layout l JOIN care_done c ON c.layout_id = l.id
    WHERE l.block_id IN (:ids) AND l.state = 'released'`,
  of: 'l.block_id',
  columns: {
    ...{ id: 'c.id', row: 'c.`row_number`', kind: 'c.kind', trees: 'c.trees' },
    ...{ corrects: 'c.corrects', at: milliseconds('c.at') },
  },
  value: (rows) => {
    const gone = new Set(rows.map(({ corrects }) => corrects).filter(Boolean));
    return rows.filter(({ id, corrects }) => !corrects && !gone.has(id));
  },
});

/** How far care has got on a block, and stakes that stand too long: one figure for page and board. */
export async function careOf(facts: Facts, block: BlockRow) {
  const [events, sown] = await Promise.all([
    facts.of(careFact, block.id),
    facts.of(sownFact, block.id),
  ]);
  const rows = [...sown.sums.byRow].filter(([, trees]) => trees > 0);
  return {
    states: careStates(
      events,
      rows.map(([row]) => row),
    ),
    stakes: oldStakes(events, facts.now),
  };
}
