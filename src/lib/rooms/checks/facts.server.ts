import { qualityByPlanter, type PlotRecord, type Quality } from '../../../../core/checks/quality';
import { fact, groupBy, type Facts } from '../../server/facts';
import { recordOf, isNumber, parse } from '../../store/shape';

export interface BlockPlot extends PlotRecord {
  row: number;
  peg: number;
  area: number;
}

const faults = recordOf<number>(isNumber, 'trees by fault');

/** Plots looked at on the released version, in order of time. */
export const plotsFact = fact<BlockPlot[]>(
  'plots',
  ['checks', 'rows'],
  () => [],
  async (reader, blockIds) => {
    const rows = await reader.query<Omit<BlockPlot, 'at'> & { blockId: string; at: Date }>(
      `SELECT l.block_id AS blockId, p.id, p.planter_id AS planter, p.good, p.faults, p.at,
         p.\`row_number\` AS row, p.peg, p.area FROM layout l JOIN plot p ON p.layout_id = l.id
       WHERE l.block_id IN (:blockIds) AND l.state = 'released' ORDER BY p.at`,
      { blockIds },
    );
    return new Map(
      [...groupBy(rows, ({ blockId }) => blockId)].map(([blockId, own]) => [
        blockId,
        own.map(({ blockId: _block, at, ...plot }) => ({
          ...plot,
          faults: parse(faults, plot.faults, 'plot.faults'),
          at: new Date(at).toISOString(),
        })),
      ]),
    );
  },
);

/** Plots older than a fortnight are history, and no longer say what to do. */
export const RECENT = 14 * 86_400_000;

/** Quality by planter of the last fortnight: what the board, the crew and the checks page call by. */
export async function qualityOf(facts: Facts, blockId: string): Promise<Quality[]> {
  const plots = await facts.of(plotsFact, blockId);
  // A plot does not become history within the hour.
  const hour = Math.floor(facts.now / 3_600_000);
  return facts.derive('quality', blockId, [plotsFact], String(hour), () =>
    qualityByPlanter(plots.filter(({ at }) => facts.now - Date.parse(at) < RECENT)),
  );
}
