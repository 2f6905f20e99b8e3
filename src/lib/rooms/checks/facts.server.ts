import { qualityByPlanter, type PlotRecord, type Quality } from '../../../../core/checks/quality';
import { listedFact, milliseconds, type Facts } from '../../server/facts';
import { recordOf, isNumber, parse } from '../../store/shape';

export interface BlockPlot extends PlotRecord {
  row: number;
  peg: number;
  area: number;
}

const faults = recordOf<number>(isNumber, 'trees by fault');

/** Plots looked at on the released version, in order of time. */
export const plotsFact = listedFact<Omit<BlockPlot, 'at'> & { at: number }, BlockPlot[]>(
  'plots',
  ['checks', 'rows'],
  {
    from: "FROM layout l JOIN plot p ON p.layout_id = l.id WHERE l.block_id IN (:ids) AND l.state = 'released'",
    of: 'l.block_id',
    columns: {
      ...{ id: 'p.id', planter: 'p.planter_id', good: 'p.good', faults: 'p.faults' },
      ...{ row: 'p.`row_number`', peg: 'p.peg', area: 'p.area', at: milliseconds('p.at') },
    },
    value: (rows) =>
      rows
        .sort((a, b) => a.at - b.at)
        .map(({ at, ...plot }) => ({
          ...plot,
          faults: parse(faults, plot.faults, 'plot.faults'),
          at: new Date(at).toISOString(),
        })),
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
