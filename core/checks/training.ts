import type { Interval } from '../survival/interval';
import { clusterShare, type Cluster, type ClusterEstimate } from './clusters';
import { READY, standingsOf, type Answer, type Standing, type Taught } from './trainer';

export interface Learner {
  planter: string;
  standings: Standing[];
  answers: number;
  /** Faults of which the learner is sure, of those that can be shown. */
  ready: Taught[];
  /** When there were enough answers to speak of training, milliseconds since 1970. */
  trainedAt?: number;
}

/** So many answers make a training. From memory. */
export const TRAINED = 2 * READY.of;

/** How every learner stands, by fault. */
export function learnersOf(
  answers: ReadonlyMap<string, readonly Answer[]>,
  faults: readonly Taught[],
): Learner[] {
  return [...answers].map(([planter, own]) => {
    const standings = standingsOf(own, faults);
    return {
      ...{ planter, standings, answers: own.length },
      ready: standings.flatMap(({ fault, ready }) => (ready && fault !== 'good' ? [fault] : [])),
      trainedAt: own[TRAINED - 1]?.at,
    };
  });
}

export interface BeforeAfter {
  before: ClusterEstimate;
  after: ClusterEstimate;
  /** Share of good trees after less that before. */
  difference: Interval;
}

/**
 * Whether training shows in the plots: good trees of the trained before their training and after it. The
 * interval of the difference is put together from the two Wilson intervals of what the plots are worth
 * (Newcombe 1998, Statistics in Medicine 17, method 10). It shows that one came after the other, no more.
 * @returns nothing while one side has no plot
 */
export function beforeAndAfter(
  plots: readonly (Cluster & { planter: string; at: number })[],
  learners: readonly Learner[],
): BeforeAfter | undefined {
  const since = new Map(
    learners.flatMap(({ planter, trainedAt }) =>
      trainedAt === undefined ? [] : [[planter, trainedAt] as const],
    ),
  );
  const own = plots.filter(({ planter, of }) => since.has(planter) && of > 0);
  const early = own.filter(({ planter, at }) => at < since.get(planter)!);
  const late = own.filter(({ planter, at }) => at >= since.get(planter)!);
  if (!early.length || !late.length) return undefined;
  const [before, after] = [clusterShare(early), clusterShare(late)];
  return { before, after, difference: differenceOf(after, before) };
}

/** The difference of two shares with its interval, from their own (Newcombe 1998, method 10). */
export function differenceOf(one: Interval, other: Interval): Interval {
  const estimate = one.estimate - other.estimate;
  return {
    estimate,
    low: estimate - Math.hypot(one.estimate - one.low, other.high - other.estimate),
    high: estimate + Math.hypot(one.high - one.estimate, other.estimate - other.low),
  };
}
