import { inOneGo } from '../measure/steps';
import { FAULTS, OF_POSITIONS, type Fault } from './faults';
import {
  anyAccused,
  faultyIn,
  groupPlots,
  qualityBy,
  qualityByPlanter,
  type GroupQuality,
  type PlotRecord,
  type Quality,
} from './quality';

/** A plot with what planted it and the ground it stands on. */
export interface ToldPlot extends PlotRecord {
  tool?: string;
  soil?: string;
  lot?: string | null;
}

/** A tool on a soil, or a lot, with more of one fault than the others whoever plants. */
export interface Suspicion extends GroupQuality {
  by: 'tool' | 'lot';
  /** Of a tool: on which soil. */
  soil?: string;
  fault: Fault;
  found: number;
}

export interface Judged {
  planters: Quality[];
  suspicions: Suspicion[];
}

/** Chance that any tool, or any lot, is suspected when all are equal. */
const OTHERS_ALARM = 0.01;
/** Fewer planters than this with the same fault are planters, not a tool. From memory. */
const LEAST_PLANTERS = 3;
const OF_TREES = FAULTS.filter((fault) => !OF_POSITIONS.has(fault));
const APART = '\u0000';

/**
 * What plots say of tools, lots and planters. A tool on one soil, or a lot, is suspected of a fault when its
 * share lies beyond chance among all of them and all faults together, and three planters or more have it so.
 * What a tool or a lot leaves is not held against whoever planted with it; then the planters are judged.
 * One that has others wait meanwhile may let them have their turn at every step.
 */
export function* judgeInSteps(plots: readonly ToldPlot[]): Generator<void, Judged> {
  const suspicions: Suspicion[] = [];
  for (const by of ['tool', 'lot'] as const) suspicions.push(...(yield* suspectsBy(plots, by)));
  const excused = suspicions.length ? plots.map((plot) => excuse(plot, suspicions)) : plots;
  yield;
  return { planters: qualityByPlanter(excused), suspicions };
}

/** The verdict of `judgeInSteps`, in one go. */
export const judgePlots = (plots: readonly ToldPlot[]): Judged => inOneGo(judgeInSteps(plots));

const groupOf = (by: Suspicion['by'], { tool, soil, lot }: ToldPlot): string | undefined =>
  by === 'tool' ? (tool ? `${tool}${APART}${soil ?? ''}` : undefined) : (lot ?? undefined);

function* suspectsBy(
  plots: readonly ToldPlot[],
  by: Suspicion['by'],
): Generator<void, Suspicion[]> {
  const groups = groupPlots(plots, (plot) => groupOf(by, plot));
  const hands = (group: string, fault: Fault) =>
    new Set(
      plots
        .filter((plot) => plot.faults[fault] && groupOf(by, plot) === group)
        .map(({ planter }) => planter),
    ).size;
  const suspicions: Suspicion[] = [];
  for (const fault of OF_TREES.filter((one) => anyAccused(groups, one))) {
    yield;
    const alarm = OTHERS_ALARM / OF_TREES.length;
    for (const found of qualityBy(groups, { fault, alarm, accused: true })) {
      if (hands(found.group, fault) < LEAST_PLANTERS) continue;
      const [group, soil] = found.group.split(APART);
      suspicions.push({ ...found, by, group, soil, fault, found: found.looked - found.good });
    }
  }
  return suspicions;
}

/** A plot without the faults that its tool or lot is suspected of. */
function excuse(plot: ToldPlot, suspicions: readonly Suspicion[]): ToldPlot {
  const gone = suspicions.filter(
    ({ by, group, soil, fault }) =>
      plot.faults[fault] &&
      groupOf(by, plot) === (by === 'tool' ? `${group}${APART}${soil}` : group),
  );
  if (!gone.length) return plot;
  const faults = { ...plot.faults };
  let fewer = 0;
  for (const { fault } of gone) {
    fewer += faults[fault] ?? 0;
    delete faults[fault];
  }
  const faulty = faultyIn(plot);
  const excused = Math.min(faulty, fewer);
  return { ...plot, good: plot.good + excused, faulty: faulty - excused, faults };
}
