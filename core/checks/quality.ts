import { incompleteBeta } from '../measure/student';
import type { Interval } from '../survival/interval';
import { clusterShare, dispersion, type Cluster } from './clusters';
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
  return FAULTS.map((fault) => ({
    fault,
    count: plots.reduce((sum, { faults }) => sum + (faults[fault] ?? 0), 0),
  }))
    .filter(({ count }) => count > 0)
    .sort((a, b) => b.count - a.count);
}

/** Chance that anybody of an equal crew is accused in a season. */
const FALSE_ALARM = 0.05;
/** With less than this nobody is judged, and nobody is judged by less. From memory. */
const ENOUGH = { rest: 30, looked: 10, faulty: 3 };

/**
 * Quality by group: satisfactory ÷ looked at, with the interval of its plots. A group is out of line when
 * the share of faults lies further above that of the rest than chance puts any group once in twenty seasons:
 * the binomial tail of the trees looked at, made fewer by what plots differ more than single trees would,
 * Bonferroni over the groups that were looked at.
 * @param groupOf nothing for a plot of no group
 * @param rule.fault only this fault counts as one
 * @param rule.alarm chance that any of these groups is accused when all are equal
 */
export function qualityBy<Plot extends PlotRecord>(
  plots: readonly Plot[],
  groupOf: (plot: Plot) => string | undefined,
  { fault, alarm = FALSE_ALARM }: { fault?: Fault; alarm?: number } = {},
): GroupQuality[] {
  const groups = new Map<string, Plot[]>();
  for (const plot of plots) {
    const group = groupOf(plot);
    if (group === undefined || !lookedIn(plot)) continue;
    const own = groups.get(group);
    if (own) own.push(plot);
    else groups.set(group, [plot]);
  }
  const clusterOf = (plot: Plot): Cluster => ({
    hits: fault ? Math.min(lookedIn(plot), plot.faults[fault] ?? 0) : faultyIn(plot),
    of: lookedIn(plot),
  });
  const clusters = new Map([...groups].map(([group, own]) => [group, own.map(clusterOf)]));
  const all = sumOf([...clusters.values()].flat());
  return [...groups].map(([group, own]) => {
    const mine = clusters.get(group)!;
    const { hits, of } = sumOf(mine);
    const rest = { faulty: all.hits - hits, looked: all.of - of };
    const others = [...clusters].flatMap(([other, list]) => (other === group ? [] : list));
    const judged = rest.looked >= ENOUGH.rest && of >= ENOUGH.looked;
    const worth = worthOf(others, rest, of);
    const chance = judged ? tail(hits, of, worth) : undefined;
    const faults: Partial<Record<Fault, number>> = {};
    for (const plot of own)
      for (const name of FAULTS)
        if (plot.faults[name]) faults[name] = (faults[name] ?? 0) + plot.faults[name];
    const { estimate, low, high } = clusterShare(mine, Infinity, [...clusters.values()].flat());
    return {
      ...{ group, good: of - hits, looked: of, plots: own.length, faults, rest, chance },
      ...{ estimate: 1 - estimate, low: 1 - high, high: 1 - low },
      worst: FAULTS.filter((name) => faults[name] && !OF_POSITIONS.has(name)).sort(
        (a, b) => faults[b]! - faults[a]!,
      )[0],
      outOfLine: hits >= ENOUGH.faulty && chance !== undefined && chance < alarm / groups.size,
      findsDouble: judged ? findsTimes(2, of, worth, alarm / groups.size) : undefined,
    };
  });
}

export const qualityByPlanter = (plots: readonly PlotRecord[]): Quality[] =>
  qualityBy(plots, ({ planter }) => planter).map((found) => ({ ...found, planter: found.group }));

const sumOf = (clusters: readonly Cluster[]): Cluster =>
  clusters.reduce((sum, { hits, of }) => ({ hits: sum.hits + hits, of: sum.of + of }), {
    hits: 0,
    of: 0,
  });

interface Worth {
  /** Share of faults of the rest. */
  p: number;
  /** What one tree looked at is worth in single trees. */
  each: number;
}

/** All trees of a plot are less than so many single ones; what is not known of the rest makes them fewer still. */
function worthOf(
  others: readonly Cluster[],
  rest: { faulty: number; looked: number },
  looked: number,
): Worth {
  // Half a tree on each side, so that a crew without a fault is no proof that there can be none.
  const p = (rest.faulty + 0.5) / (rest.looked + 1);
  return {
    p,
    each: 1 / (dispersion(others, p) * (1 + looked / Math.max(1, rest.looked))),
  };
}

/** The chance that one like the rest has so many faulty trees or more. */
const tail = (faulty: number, looked: number, { p, each }: Worth): number =>
  faulty > 0 ? incompleteBeta(p, faulty * each, (looked - faulty) * each + 1) : 1;

/** The chance that so many times the rest's share of faults is found with so many trees. */
function findsTimes(times: number, looked: number, worth: Worth, alarm: number): number {
  for (let faulty = ENOUGH.faulty; faulty <= looked; faulty++)
    if (tail(faulty, looked, worth) < alarm)
      return tail(faulty, looked, { ...worth, p: Math.min(1, worth.p * times) });
  return 0;
}
