import { incompleteBeta } from '../measure/student';
import type { Interval } from '../survival/interval';
import {
  addTo,
  dispersion,
  lessSums,
  NO_CLUSTERS,
  plusSums,
  shareOfSums,
  type ClusterSums,
} from './clusters';
import { FAULTS, OF_POSITIONS, type Fault } from './faults';

export { FAULTS, type Fault } from './faults';

/** One plot as it was looked at: how many trees were good, how many had which fault. */
export interface PlotRecord {
  id: string;
  planter: string;
  good: number;
  /** Trees with a fault or more; where nobody looked tree by tree, as many as there were faults. */
  faulty?: number;
  faults: Partial<Record<Fault, number>>;
  at: string;
}

/** What was found of one group: a planter, a tool, a lot. */
export interface GroupQuality extends Interval {
  group: string;
  good: number;
  looked: number;
  plots: number;
  faults: Partial<Record<Fault, number>>;
  /** The commonest fault, if any. */
  worst?: Fault;
  /** Further above the rest than chance puts anybody in nineteen seasons of twenty. */
  outOfLine: boolean;
  /** The chance that one like the rest has so many faulty trees or more; nothing with too little to compare. */
  chance?: number;
  /** The chance that twice the rest's share of faults would be found with what was looked at. */
  findsDouble?: number;
  /** Faulty and looked at, of everyone else. */
  rest: { faulty: number; looked: number };
}

export interface Quality extends GroupQuality {
  planter: string;
}

/** Faulty trees of a plot. @example faultyIn({ faults: { deep: 2, missing: 1 } }) // => 2 */
export const faultyIn = ({ faults, faulty }: Pick<PlotRecord, 'faults' | 'faulty'>): number =>
  faulty ??
  FAULTS.reduce((sum, fault) => (OF_POSITIONS.has(fault) ? sum : sum + (faults[fault] ?? 0)), 0);

export const lookedIn = (plot: Pick<PlotRecord, 'good' | 'faults' | 'faulty'>): number =>
  plot.good + faultyIn(plot);

/** How often each fault was found in some plots, the commonest first. */
export function faultCounts(
  plots: readonly Pick<PlotRecord, 'faults'>[],
): { fault: Fault; count: number }[] {
  const counts = new Map<string, number>();
  for (const { faults } of plots)
    for (const fault in faults)
      counts.set(fault, (counts.get(fault) ?? 0) + (faults[fault as Fault] ?? 0));
  return FAULTS.map((fault) => ({ fault, count: counts.get(fault) ?? 0 }))
    .filter(({ count }) => count > 0)
    .sort((a, b) => b.count - a.count);
}

/** Chance that anybody of an equal crew is accused in a season. */
const FALSE_ALARM = 0.05;
/** With less than this nobody is judged, and nobody is judged by less. From memory. */
const ENOUGH = { rest: 30, looked: 10, faulty: 3 };

/** Plots by what planted them, each group with how often each fault was found in it, and sums of its faulty trees. */
export type PlotGroups = ReadonlyMap<
  string,
  { plots: readonly PlotRecord[]; faults: GroupQuality['faults']; sums: ClusterSums }
>;

/**
 * Plots put together once, for all questions that are asked of the groups; those in which nothing was looked at
 * are left out.
 * @param groupOf nothing for a plot of no group
 */
export function groupPlots<Plot extends PlotRecord>(
  plots: readonly Plot[],
  groupOf: (plot: Plot) => string | undefined,
): PlotGroups {
  const groups = new Map<
    string,
    { plots: Plot[]; faults: GroupQuality['faults']; sums: ClusterSums }
  >();
  for (const plot of plots) {
    const group = groupOf(plot);
    const faulty = faultyIn(plot);
    const of = plot.good + faulty;
    if (group === undefined || !of) continue;
    let own = groups.get(group);
    if (!own) groups.set(group, (own = { plots: [], faults: {}, sums: { ...NO_CLUSTERS } }));
    own.plots.push(plot);
    addTo(own.sums, faulty, of);
    // A plot has few of all faults there are, and there may be ten thousand plots.
    for (const name in plot.faults) {
      const fault = name as Fault;
      if (plot.faults[fault]) own.faults[fault] = (own.faults[fault] ?? 0) + plot.faults[fault];
    }
  }
  return groups;
}

/** Sums of plots of which only one fault counts. */
function sumsOfFault(plots: readonly PlotRecord[], fault: Fault): ClusterSums {
  const sums = { ...NO_CLUSTERS };
  for (const plot of plots) {
    const of = lookedIn(plot);
    addTo(sums, Math.min(of, plot.faults[fault] ?? 0), of);
  }
  return sums;
}

/** Whether any group has enough of a fault to be accused of it at all: most faults are seldom found. */
export const anyAccused = (groups: PlotGroups, fault: Fault): boolean =>
  [...groups.values()].some(({ faults }) => (faults[fault] ?? 0) >= ENOUGH.faulty);

/**
 * Quality by group: satisfactory ÷ looked at, with the interval of its plots. A group is out of line when
 * the share of faults lies further above that of the rest than chance puts any group once in twenty seasons:
 * the binomial tail of the trees looked at, made fewer by what plots differ more than single trees would,
 * Bonferroni over the groups that were looked at.
 * @param rule.fault only this fault counts as one
 * @param rule.alarm chance that any of these groups is accused when all are equal
 * @param rule.accused only those out of line are given: the others' intervals are not worked out
 */
export function qualityBy(
  groups: PlotGroups,
  {
    fault,
    alarm = FALSE_ALARM,
    accused = false,
  }: { fault?: Fault; alarm?: number; accused?: boolean } = {},
): GroupQuality[] {
  const sums = [...groups].map(([group, { plots, faults, sums: faulty }]) => ({
    ...{ group, faults, mine: fault ? sumsOfFault(plots, fault) : faulty },
  }));
  const all = sums.reduce((sum, { mine }) => plusSums(sum, mine), NO_CLUSTERS);
  return sums.flatMap(({ group, faults, mine }) => {
    const others = lessSums(all, mine);
    const { hits, of } = mine;
    const judged = others.of >= ENOUGH.rest && of >= ENOUGH.looked;
    const worth = worthOf(others, of);
    const chance = judged ? tail(hits, of, worth) : undefined;
    const outOfLine = hits >= ENOUGH.faulty && chance !== undefined && chance < alarm / groups.size;
    if (accused && !outOfLine) return [];
    const { estimate, low, high } = shareOfSums(mine, Infinity, all);
    return [
      {
        ...{ group, good: of - hits, looked: of, plots: mine.clusters, faults, chance },
        rest: { faulty: others.hits, looked: others.of },
        ...{ estimate: 1 - estimate, low: 1 - high, high: 1 - low },
        worst: FAULTS.filter((name) => faults[name] && !OF_POSITIONS.has(name)).sort(
          (a, b) => faults[b]! - faults[a]!,
        )[0],
        outOfLine,
        findsDouble: judged ? findsTimes(2, of, worth, alarm / groups.size) : undefined,
      },
    ];
  });
}

export const qualityByPlanter = (plots: readonly PlotRecord[]): Quality[] =>
  qualityBy(groupPlots(plots, ({ planter }) => planter)).map((found) => ({
    ...found,
    planter: found.group,
  }));

interface Worth {
  /** Share of faults of the rest. */
  p: number;
  /** What one tree looked at is worth in single trees. */
  each: number;
}

/** All trees of a plot are less than so many single ones; what is not known of the rest makes them fewer still. */
function worthOf(others: ClusterSums, looked: number): Worth {
  // Half a tree on each side, so that a crew without a fault is no proof that there can be none.
  const p = (others.hits + 0.5) / (others.of + 1);
  return { p, each: 1 / (dispersion(others, p) * (1 + looked / Math.max(1, others.of))) };
}

/** The chance that one like the rest has so many faulty trees or more. */
const tail = (faulty: number, looked: number, { p, each }: Worth): number =>
  faulty > 0 ? incompleteBeta(p, faulty * each, (looked - faulty) * each + 1) : 1;

/** The chance that so many times the rest's share of faults is found with so many trees. */
function findsTimes(times: number, looked: number, worth: Worth, alarm: number): number {
  // The more are faulty, the less is it chance: the fewest that accuse lie above `few` and at `enough` at most.
  let [few, enough] = [ENOUGH.faulty - 1, looked];
  if (enough <= few || tail(enough, looked, worth) >= alarm) return 0;
  while (enough - few > 1) {
    const faulty = (few + enough) >> 1;
    if (tail(faulty, looked, worth) < alarm) enough = faulty;
    else few = faulty;
  }
  return tail(enough, looked, { ...worth, p: Math.min(1, worth.p * times) });
}
