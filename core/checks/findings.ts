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

/** What may be suspected beside planters. */
export const SUSPECTS = ['tool', 'lot'] as const;

/** A tool on a soil, or a lot, with more of one fault than the others whoever plants. */
export interface Suspicion extends GroupQuality {
  by: (typeof SUSPECTS)[number];
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
  for (const by of SUSPECTS) suspicions.push(...(yield* suspectsBy(plots, by)));
  const excused = suspicions.length ? plots.map((plot) => excuse(plot, suspicions)) : plots;
  yield;
  return { planters: qualityByPlanter(excused), suspicions };
}

/** The verdict of `judgeInSteps`, in one go. */
export const judgePlots = (plots: readonly ToldPlot[]): Judged => inOneGo(judgeInSteps(plots));

/** Names of tools on soils: made once each, for they are asked for plot by plot. */
const onSoils = new Map<string, Map<string, string>>();

/** A tool on a soil, as groups are told apart. */
export function toolOn(tool: string, soil = ''): string {
  let known = onSoils.get(tool);
  if (!known) onSoils.set(tool, (known = new Map()));
  let name = known.get(soil);
  if (name === undefined) known.set(soil, (name = `${tool}${APART}${soil}`));
  return name;
}

/** How a tool on a soil is read. @example toolName(toolOn('Spade', 'clay')) // => 'Spade, clay' */
export const toolName = (on: string): string => on.split(APART).filter(Boolean).join(', ');

const groupOf = (by: Suspicion['by'], { tool, soil, lot }: ToldPlot): string | undefined =>
  by === 'tool' ? (tool ? toolOn(tool, soil) : undefined) : (lot ?? undefined);

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

type Suspect = Pick<Suspicion, 'by' | 'group' | 'soil'>;
const isOf = (plot: ToldPlot, { by, group, soil }: Suspect): boolean =>
  groupOf(by, plot) === (by === 'tool' ? toolOn(group, soil) : group);

/** A plot without the faults that its tool or lot is suspected of. */
const excuse = (plot: ToldPlot, suspicions: readonly Suspicion[]): ToldPlot =>
  without(
    plot,
    suspicions.filter((one) => isOf(plot, one)).map(({ fault }) => fault),
  );

/** A plot whose trees with some faults count as good. */
function without<Plot extends PlotRecord>(plot: Plot, gone: readonly Fault[]): Plot {
  const there = gone.filter((fault) => plot.faults[fault]);
  if (!there.length) return plot;
  const faults = { ...plot.faults };
  let fewer = 0;
  for (const fault of new Set(there)) {
    fewer += faults[fault] ?? 0;
    delete faults[fault];
  }
  const faulty = faultyIn(plot);
  const excused = Math.min(faulty, fewer);
  return { ...plot, good: plot.good + excused, faulty: faulty - excused, faults };
}

/** What was decided of a fault of a planter, milliseconds since 1970. */
export interface Answered {
  planter: string;
  fault: Fault;
  at: number;
}

/** Faults of a plot that something was decided about since it was looked at. */
const answersTo =
  (decided: readonly Answered[]) =>
  ({ planter, at }: PlotRecord): Fault[] =>
    decided
      .filter((one) => one.planter === planter && Date.parse(at) <= one.at)
      .map(({ fault }) => fault);

/** Plots as they stand beyond what was decided: trees with a fault that a decision answers count as good. */
export function withoutAnswered<Plot extends PlotRecord>(
  plots: readonly Plot[],
  decided: readonly Answered[],
): readonly Plot[] {
  const answers = answersTo(decided);
  return decided.length ? plots.map((plot) => without(plot, answers(plot))) : plots;
}

/**
 * The verdict on planters beyond what was decided already. A decision answers its fault in the plots that were looked at
 * until then, and no others: other faults of theirs are still told, and so is this one where it returns.
 * @param judged the verdict on the same plots with nothing decided
 */
export function* judgeUnansweredInSteps(
  plots: readonly ToldPlot[],
  { planters, suspicions }: Judged,
  decided: readonly Answered[],
): Generator<void, Quality[]> {
  const own = new Set(decided.map(({ planter }) => planter));
  if (!planters.some(({ planter }) => own.has(planter))) return planters;
  const byPlanter = ({ planter }: PlotRecord) => planter;
  const excused = suspicions.length ? plots.map((plot) => excuse(plot, suspicions)) : plots;
  yield;
  const groups = groupPlots(excused, byPlanter);
  yield;
  const theirs = excused.filter(({ planter }) => own.has(planter));
  /** Whoever of them stands out with some of their plots beside all plots of the others. */
  const outWith = (plotsOf: readonly ToldPlot[]) =>
    new Map(
      qualityBy(
        new Map([
          ...[...groups].filter(([planter]) => !own.has(planter)),
          ...groupPlots(plotsOf, byPlanter),
        ]),
        { accused: true },
      ).map((found) => [found.group, { ...found, planter: found.group }]),
    );
  // What was found before is neither held against what was found since, nor does it make that look small.
  const answers = answersTo(decided);
  const since = outWith(theirs.filter((plot) => !answers(plot).length));
  yield;
  const beyond = outWith(withoutAnswered(theirs, decided));
  return planters.map((found) =>
    own.has(found.planter)
      ? (since.get(found.planter) ?? beyond.get(found.planter) ?? { ...found, outOfLine: false })
      : found,
  );
}

/** The verdict of `judgeUnansweredInSteps`, in one go. */
export const judgeUnanswered = (...given: Parameters<typeof judgeUnansweredInSteps>): Quality[] =>
  inOneGo(judgeUnansweredInSteps(...given));

/** What was done about a tool on a soil, or a lot, milliseconds since 1970. */
export interface Settled extends Suspect {
  fault: Fault;
  at: number;
}

/**
 * Suspicions beyond what was settled: of a tool or a lot about which something was done only the plots looked at since
 * tell whether it helped.
 * @param suspicions of the same plots with nothing settled
 */
export function* suspicionsLeftInSteps(
  plots: readonly ToldPlot[],
  suspicions: readonly Suspicion[],
  settled: readonly Settled[],
): Generator<void, Suspicion[]> {
  const left: Suspicion[] = [];
  for (const found of suspicions) {
    const { by, group, soil, fault } = found;
    const since = settled
      .filter(
        (one) =>
          one.by === by &&
          one.group === group &&
          one.fault === fault &&
          (one.soil ?? '') === (soil ?? ''),
      )
      .reduce((latest, { at }) => Math.max(latest, at), -Infinity);
    if (since === -Infinity) {
      left.push(found);
      continue;
    }
    const unsettled = plots.filter((plot) => !isOf(plot, found) || Date.parse(plot.at) > since);
    const again = yield* suspectsBy(unsettled, by);
    left.push(
      ...again.filter((one) => one.fault === fault && one.group === group && one.soil === soil),
    );
  }
  return left;
}

/** What `suspicionsLeftInSteps` leaves, in one go. */
export const suspicionsLeft = (...given: Parameters<typeof suspicionsLeftInSteps>): Suspicion[] =>
  inOneGo(suspicionsLeftInSteps(...given));
