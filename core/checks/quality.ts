import { incompleteBeta } from '../measure/student';
import { wilson, type Interval } from '../survival/interval';

export const FAULTS = [
  'deep',
  'shallow',
  'j-root',
  'loose',
  'air-pocket',
  'leaning',
  'roots-exposed',
  'wrong-species',
  'spacing',
  'damaged',
  'not-cleared',
  'missing',
] as const;
export type Fault = (typeof FAULTS)[number];

export const FAULT_LABELS: Record<Fault, string> = {
  deep: 'too deep',
  shallow: 'too shallow',
  'j-root': 'root turned up',
  loose: 'loose',
  'air-pocket': 'air pocket',
  leaning: 'leaning over 15°',
  'roots-exposed': 'roots exposed',
  'wrong-species': 'wrong species or spot',
  spacing: 'spacing',
  damaged: 'damaged',
  'not-cleared': 'spot not cleared',
  missing: 'missing',
};

/** One plot as it was looked at: how many trees were good, how many had which fault. */
export interface PlotRecord {
  id: string;
  planter: string;
  good: number;
  faults: Partial<Record<Fault, number>>;
  at: string;
}

export interface Quality extends Interval {
  planter: string;
  good: number;
  looked: number;
  plots: number;
  faults: Partial<Record<Fault, number>>;
  /** The commonest fault, if any. */
  worst?: Fault;
  /** Further above the rest of the crew than chance puts anybody in nineteen seasons of twenty. */
  outOfLine: boolean;
  /** Faulty and looked at, of everyone else. */
  rest: { faulty: number; looked: number };
}

export const faultyIn = (plot: Pick<PlotRecord, 'faults'>): number =>
  Object.values(plot.faults).reduce((sum, n) => sum + (n ?? 0), 0);

/** Chance that anybody of an equal crew is accused in a season. */
const FALSE_ALARM = 0.05;

/**
 * Quality by planter: satisfactory ÷ looked at, with a Wilson interval. A planter is out of line when the
 * share of faults lies further above that of the rest of the crew than chance puts anybody once in twenty
 * seasons: the binomial tail of the trees looked at, made fewer by what plots differ more than single trees
 * would (the dispersion of Pearson's residuals of the rest; McCullagh & Nelder 4.5), Bonferroni over the
 * planters who were looked at.
 */
export function qualityByPlanter(plots: readonly PlotRecord[]): Quality[] {
  const planters = [...new Set(plots.map(({ planter }) => planter))];
  const totals = planters.map((planter) => {
    const own = plots.filter((plot) => plot.planter === planter);
    const faults: Partial<Record<Fault, number>> = {};
    for (const plot of own) {
      for (const fault of FAULTS) {
        if (plot.faults[fault]) faults[fault] = (faults[fault] ?? 0) + plot.faults[fault];
      }
    }
    const good = own.reduce((sum, plot) => sum + plot.good, 0);
    return { planter, own, good, faulty: faultyIn({ faults }), faults };
  });
  const allFaulty = totals.reduce((sum, { faulty }) => sum + faulty, 0);
  const allLooked = totals.reduce((sum, { good, faulty }) => sum + good + faulty, 0);
  const judged = totals.filter(({ good, faulty }) => good + faulty > 0);
  return judged.map(({ planter, own, good, faulty, faults }) => {
    const looked = good + faulty;
    const rest = { faulty: allFaulty - faulty, looked: allLooked - looked };
    return {
      ...wilson(good, looked),
      planter,
      good,
      looked,
      faults,
      plots: own.length,
      worst: FAULTS.filter((fault) => faults[fault]).sort((a, b) => faults[b]! - faults[a]!)[0],
      outOfLine:
        rest.looked >= 30 &&
        looked >= 10 &&
        faulty >= 3 &&
        chanceOf(
          faulty,
          looked,
          rest,
          plots.filter((plot) => plot.planter !== planter),
        ) <
          FALSE_ALARM / judged.length,
      rest,
    };
  });
}

/**
 * The chance that a planter like the rest of the crew has so many faulty trees or more, all trees of a plot
 * being less than so many single ones.
 */
function chanceOf(
  faulty: number,
  looked: number,
  rest: { faulty: number; looked: number },
  plots: readonly PlotRecord[],
): number {
  // Half a tree on each side, so that a crew without a fault is no proof that there can be none.
  const p = (rest.faulty + 0.5) / (rest.looked + 1);
  const pearson = plots.reduce((sum, plot) => {
    const found = faultyIn(plot);
    const trees = plot.good + found;
    return trees ? sum + (found - trees * p) ** 2 / (trees * p * (1 - p)) : sum;
  }, 0);
  const dispersion = Math.max(1, pearson / Math.max(1, plots.length - 1));
  // What is not known of the rest makes a planter's own trees fewer still.
  const worth = 1 / (dispersion * (1 + looked / Math.max(1, rest.looked)));
  const [x, n] = [faulty * worth, looked * worth];
  return incompleteBeta(p, x, n - x + 1);
}
