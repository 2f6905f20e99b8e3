import { groupBy } from '../measure/group';
import { seededRandom } from '../measure/random';
import { inOneGo } from '../measure/steps';
import { clusterSums, dispersion, lessSums, type Cluster, type ClusterSums } from './clusters';

/** What was found in a plot that belongs to a day. */
export interface DayCluster extends Cluster {
  day: string;
}

export interface ChartPoint {
  day: string;
  /** Faulty and looked at. */
  hits: number;
  of: number;
  share: number;
  /** The share of the others, and the limits at three standard errors for so many trees. */
  centre: number;
  lower: number;
  upper: number;
  out: boolean;
}

/** Days together in order of time. */
export function daysOf(clusters: readonly DayCluster[]): DayCluster[] {
  const days = new Map<string, DayCluster>();
  for (const { day, hits, of } of clusters) {
    let sum = days.get(day);
    if (!sum) days.set(day, (sum = { day, hits: 0, of: 0 }));
    sum.hits += hits;
    sum.of += of;
  }
  return [...days.values()].filter(({ of }) => of > 0).sort((a, b) => (a.day < b.day ? -1 : 1));
}

/**
 * A chart of the share of faulty trees with limits at three standard errors, for samples of unequal size
 * (p-chart; NIST/SEMATECH e-Handbook of Statistical Methods 6.3.3.2). The limits of a day come from the
 * others, so that no day moves the line it is judged by; they are wider by what plots differ more than single
 * trees would.
 * @param own plots of whom the chart is about
 * @param rest sums of the plots to compare with; nothing to compare each day with the other days
 */
export function controlChart(own: readonly DayCluster[], rest?: ClusterSums): ChartPoint[] {
  const all = clusterSums(own);
  const ofDay = groupBy(own, ({ day }) => day);
  return daysOf(own).map(({ day, hits, of }) => {
    const base = rest ?? lessSums(all, clusterSums(ofDay.get(day)!));
    const looked = base.of;
    const centre = looked ? base.hits / looked : hits / of;
    const spread = centre > 0 && centre < 1 ? dispersion(base, centre) : 1;
    const half = 3 * Math.sqrt((spread * centre * (1 - centre)) / of);
    const share = hits / of;
    const [lower, upper] = [Math.max(0, centre - half), Math.min(1, centre + half)];
    const out = looked > 0 && (share > upper + 1e-12 || share < lower - 1e-12);
    return { day, hits, of, share, centre, lower, upper, out };
  });
}

export interface Change {
  /** The first day of the new rate, and the days between which it lies with 95 %. */
  day: string;
  from: string;
  to: string;
  before: Cluster;
  after: Cluster;
  /** The chance that plots in any order show as great a change. */
  chance: number;
}

/**
 * Orders that are tried, and how many plots all of them may have together: with many plots fewer tell as much. With
 * the least, two of forty are one in twenty just so, and no false change is told more often than with more.
 */
const PERMUTATIONS = { most: 999, least: 39, plots: 150_000 };

/** A change is told when plots in another order would show one so great in one case of twenty at most. */
export const TOLD = 0.05;

/** Half of the x below which (1 − e^(−x/2))² is 95 %. */
const NEAR = -Math.log(1 - Math.sqrt(0.95));

/** How much more plots differ than single trees would, each about the rate of its own days. */
function spreadOver(parts: readonly (readonly Cluster[])[]): number {
  const known = parts.flatMap((plots) => {
    const sums = clusterSums(plots);
    const rate = sums.hits / sums.of;
    return rate > 0 && rate < 1 && plots.length > 1
      ? [{ free: plots.length - 1, spread: dispersion(sums, rate) }]
      : [];
  });
  const free = sum(known.map((part) => part.free));
  return free ? sum(known.map((part) => part.free * part.spread)) / free : 1;
}

/**
 * The day from which the share of faulty trees was another: the split of the days with the greatest
 * likelihood, with all those near it for its interval, and its chance by putting the plots in another order so many
 * times. A day is no rate: twice the likelihood ratio of the day of a change stays under x with (1 − e^(−x/2))²
 * (Hansen 2000, Econometrica 68; from memory), and plots that differ more than single trees would tell so much less.
 * It stops after each order, so that whoever has ten thousand plots can let others have their turn.
 * @returns nothing with fewer than two days
 */
export function* changeInSteps(
  clusters: readonly DayCluster[],
  seed = 'change',
): Generator<void, Change | undefined> {
  const ofDay = groupBy(
    clusters.filter(({ of }) => of > 0),
    ({ day }) => day,
  );
  const days = [...ofDay.keys()].sort();
  if (days.length < 2) return undefined;
  yield;
  const plots = days.flatMap((day) => ofDay.get(day)!);
  /** Place of the day of each plot, its faulty trees, and those looked at. */
  const at = new Int32Array(plots.length);
  const [hitsOf, ofOf] = [new Float64Array(plots.length), new Float64Array(plots.length)];
  const [hits, of] = [new Float64Array(days.length), new Float64Array(days.length)];
  let next = 0;
  for (const [day, name] of days.entries())
    for (const plot of ofDay.get(name)!) {
      at[next] = day;
      hitsOf[next] = plot.hits;
      ofOf[next++] = plot.of;
      hits[day] += plot.hits;
      of[day] += plot.of;
    }
  const all = { hits: sum(hits), of: sum(of) };
  const none = logLikelihood(all);
  yield;
  /** What each split of the days gains, with the sums of the days as they are at the moment. */
  const gains = () => {
    let before = { hits: 0, of: 0 };
    return days.slice(1).map((_, i) => {
      before = { hits: before.hits + hits[i], of: before.of + of[i] };
      const after = { hits: all.hits - before.hits, of: all.of - before.of };
      return { before, after, gain: logLikelihood(before) + logLikelihood(after) - none };
    });
  };
  const found = gains();
  const best = found.reduce((a, b) => (b.gain > a.gain ? b : a));
  const split = found.indexOf(best);
  // Plots lie in the order of their days.
  const late = at.findIndex((day) => day > split);
  const reach = NEAR * spreadOver([plots.slice(0, late), plots.slice(late)]);
  const near = found.flatMap(({ gain }, i) => (gain >= best.gain - reach ? [i + 1] : []));
  const said = (chance: number): Change => ({
    day: days[split + 1],
    ...{ from: days[near[0]], to: days[near.at(-1)!] },
    ...{ before: best.before, after: best.after, chance },
  });
  // The best of several splits gains more by chance than one would: under χ² at one in twenty it is no change.
  if (best.gain < 1.92) return said(1);
  const random = seededRandom(seed);
  let asGreat = 0;
  const turns = Math.max(
    PERMUTATIONS.least,
    Math.min(PERMUTATIONS.most, Math.floor(PERMUTATIONS.plots / plots.length)),
  );
  for (let turn = 1; turn <= turns; turn++) {
    hits.fill(0);
    of.fill(0);
    // Plots are put in another order and summed by day in one go: this is most of the work.
    for (let i = plots.length - 1; i >= 0; i--) {
      const j = i && Math.floor(random() * (i + 1));
      const [ownHits, ownOf] = [hitsOf[j], ofOf[j]];
      hitsOf[j] = hitsOf[i];
      ofOf[j] = ofOf[i];
      hitsOf[i] = ownHits;
      ofOf[i] = ownOf;
      hits[at[i]] += ownHits;
      of[at[i]] += ownOf;
    }
    if (Math.max(...gains().map(({ gain }) => gain)) >= best.gain - 1e-12) asGreat++;
    // Whatever the orders still to come show, it is not told.
    if (asGreat + 1 > TOLD * (turns + 1)) return said((asGreat + 1) / (turn + 1));
    yield;
  }
  return said((asGreat + 1) / (turns + 1));
}

/** The change of `changeInSteps`, looked for in one go. */
export const changeOf = (clusters: readonly DayCluster[], seed?: string): Change | undefined =>
  inOneGo(changeInSteps(clusters, seed));

const sum = (numbers: Iterable<number>) => {
  let total = 0;
  for (const number of numbers) total += number;
  return total;
};
const logLikelihood = ({ hits, of }: Cluster): number =>
  (hits ? hits * Math.log(hits / of) : 0) + (of - hits ? (of - hits) * Math.log(1 - hits / of) : 0);
