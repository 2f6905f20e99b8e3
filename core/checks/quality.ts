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
  /** Beyond three deviations from the rest of the crew: more than chance. */
  outOfLine: boolean;
  /** Faulty and looked at, of everyone else. */
  rest: { faulty: number; looked: number };
}

export const faultyIn = (plot: Pick<PlotRecord, 'faults'>): number =>
  Object.values(plot.faults).reduce((sum, n) => sum + (n ?? 0), 0);

/**
 * Quality by planter: satisfactory ÷ looked at, with a Wilson interval. A planter is out of line
 * when the share of faults lies above p + 3·√(p(1 − p)/n), p being the share of the rest of the
 * crew: the upper limit of a p-chart (Shewhart; 3 σ).
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
    return { planter, good, faulty: faultyIn({ faults }), faults, plots: own.length };
  });
  const allFaulty = totals.reduce((sum, { faulty }) => sum + faulty, 0);
  const allLooked = totals.reduce((sum, { good, faulty }) => sum + good + faulty, 0);
  return totals
    .filter(({ good, faulty }) => good + faulty > 0)
    .map(({ planter, good, faulty, faults, plots: number }) => {
      const looked = good + faulty;
      const rest = { faulty: allFaulty - faulty, looked: allLooked - looked };
      const p = rest.looked > 0 ? rest.faulty / rest.looked : 0;
      const limit = p + 3 * Math.sqrt((p * (1 - p)) / looked);
      return {
        ...wilson(good, looked),
        planter,
        good,
        looked,
        faults,
        plots: number,
        worst: FAULTS.filter((fault) => faults[fault]).sort((a, b) => faults[b]! - faults[a]!)[0],
        outOfLine: rest.looked >= 30 && looked >= 10 && faulty >= 3 && faulty / looked > limit,
        rest,
      };
    });
}
