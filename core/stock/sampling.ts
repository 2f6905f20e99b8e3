import { told } from '../say/told';
import { shareOf } from '../say/message';

/** How many trees of a lot are looked at, and how many faulty ones are still accepted. */
export interface SamplingPlan {
  /** Trees looked at. */
  n: number;
  /** Most faulty trees in them with which the lot is accepted. */
  c: number;
}

export interface PlanRisks {
  /** Share of faulty trees that should nearly always be accepted. */
  good: number;
  /** Share that should nearly always be refused. */
  bad: number;
  /** Risk of refusing a lot as good as `good`. */
  alpha: number;
  /** Risk of accepting a lot as bad as `bad`. */
  beta: number;
}

/** ln k! for k up to the largest asked for, grown as needed. */
const logFactorials: number[] = [0, 0];
function logFactorial(k: number): number {
  for (let i = logFactorials.length; i <= k; i++)
    logFactorials[i] = logFactorials[i - 1] + Math.log(i);
  return logFactorials[k];
}
const logChoose = (n: number, k: number): number =>
  logFactorial(n) - logFactorial(k) - logFactorial(n - k);

/**
 * Probability that a plan accepts a lot: at most c faulty among n drawn without putting back from N
 * of which D are faulty (hypergeometric distribution, as in any text on acceptance sampling).
 * @param lot trees in the lot, N
 * @param faulty faulty trees in it, D
 * @example acceptanceProbability(10, 5, { n: 2, c: 0 }) // ≈ 0.2222
 */
export function acceptanceProbability(lot: number, faulty: number, { n, c }: SamplingPlan): number {
  const most = Math.min(c, n, faulty);
  let total = 0;
  for (let d = Math.max(0, n - (lot - faulty)); d <= most; d++) {
    total += Math.exp(logChoose(faulty, d) + logChoose(lot - faulty, n - d) - logChoose(lot, n));
  }
  return Math.min(1, total);
}

/** Faulty trees in a lot at a share, rounded to whole trees. */
const faultyAt = (lot: number, share: number): number => Math.round(lot * share);

export interface FoundPlan extends SamplingPlan {
  /** The two risks as they come out. */
  alpha: number;
  beta: number;
}

/**
 * The smallest plan that meets both risks: for each acceptance number in turn the fewest trees that
 * keep the risk of accepting a bad lot, until a good lot's risk is kept too.
 * @throws Told when the risks contradict each other
 */
export function smallestPlan(lot: number, risks: PlanRisks): FoundPlan {
  const { good, bad, alpha, beta } = risks;
  if (!(Number.isInteger(lot) && lot >= 1)) throw told('stock.emptyLot', { lot });
  if (!(good >= 0 && good < bad && bad <= 1))
    throw told('stock.goodAndBad', { good: shareOf(good), bad: shareOf(bad) });
  if (!(alpha > 0 && alpha < 1 && beta > 0 && beta < 1)) throw told('stock.risks');
  const [goodTrees, badTrees] = [faultyAt(lot, good), Math.max(1, faultyAt(lot, bad))];
  for (let c = 0; c <= badTrees; c++) {
    // More trees make acceptance less likely, so the fewest are found by halving.
    let [low, high] = [Math.min(lot, c + 1), lot];
    if (acceptanceProbability(lot, badTrees, { n: high, c }) > beta) continue;
    while (low < high) {
      const middle = (low + high) >> 1;
      if (acceptanceProbability(lot, badTrees, { n: middle, c }) <= beta) high = middle;
      else low = middle + 1;
    }
    const plan = { n: low, c };
    const refused = 1 - acceptanceProbability(lot, goodTrees, plan);
    if (refused <= alpha)
      return { ...plan, alpha: refused, beta: acceptanceProbability(lot, badTrees, plan) };
  }
  const all = { n: lot, c: goodTrees };
  return {
    ...all,
    alpha: 1 - acceptanceProbability(lot, goodTrees, all),
    beta: acceptanceProbability(lot, badTrees, all),
  };
}

/** Chance of acceptance at every share of faulty trees. */
export function operatingCurve(
  lot: number,
  plan: SamplingPlan,
  upTo: number,
  points = 60,
): { share: number; accepted: number }[] {
  const n = Math.min(plan.n, lot);
  return Array.from({ length: points + 1 }, (_, i) => {
    const faulty = Math.min(lot, faultyAt(lot, (upTo * i) / points));
    return { share: faulty / lot, accepted: acceptanceProbability(lot, faulty, { n, c: plan.c }) };
  });
}

/** Quality limits of the published table, per cent faulty. */
export const QUALITY_LIMITS = [1, 1.5, 2.5, 4, 6.5, 10] as const;
export type QualityLimit = (typeof QUALITY_LIMITS)[number];

const LOT_SIZES = [
  8,
  15,
  25,
  50,
  90,
  150,
  280,
  500,
  1200,
  3200,
  10_000,
  35_000,
  150_000,
  500_000,
  Infinity,
];
const SAMPLE_SIZES = [2, 3, 5, 8, 13, 20, 32, 50, 80, 125, 200, 315, 500, 800, 1250];
/** Acceptance numbers down the table's diagonal, from where it begins for each limit. */
const ACCEPTANCE = [0, -1, 1, 1, 2, 3, 5, 7, 10, 14, 21];
const BEGINS: Record<QualityLimit, number> = { 10: -1, 6.5: 0, 4: 1, 2.5: 2, 1.5: 3, 1: 4 };

/**
 * The published single-sampling plan for a lot: ISO 2859-1, general inspection level II, normal
 * inspection. Table from memory; where it points to a neighbouring plan, that plan is taken.
 * @example publishedPlan(1000, 2.5) // => { n: 80, c: 5 }
 */
export function publishedPlan(lot: number, limit: QualityLimit): SamplingPlan {
  const code = LOT_SIZES.findIndex((most) => lot <= most);
  const begin = BEGINS[limit];
  let step = code - begin;
  // Below the table's first plan the arrow points down to it, past its last it points up.
  step = Math.max(0, -begin, Math.min(ACCEPTANCE.length - 1, step));
  // The second entry is an arrow up to the first, the third an arrow down to the fourth.
  if (step === 1) step = begin < 0 ? 3 : 0;
  else if (step === 2) step = 3;
  const n = SAMPLE_SIZES[begin + step];
  return n >= lot ? { n: lot, c: ACCEPTANCE[step] } : { n, c: ACCEPTANCE[step] };
}

export type Verdict = 'accept' | 'sort' | 'refuse';

/** Past this share of faulty trees sorting costs more than it saves. From memory. */
export const WORTH_SORTING = 0.25;

/** What to do with the lot after the sample. */
export function verdict(faulty: number, plan: SamplingPlan): Verdict {
  if (faulty <= plan.c) return 'accept';
  return faulty / plan.n <= WORTH_SORTING ? 'sort' : 'refuse';
}

/**
 * What to do with the lot as soon as the trees that are still to be looked at cannot change it: more are
 * faulty already than the plan lets pass, or even if all the rest were faulty it would not be too many.
 * @returns nothing while it is still open
 */
export function settled(looked: number, faulty: number, plan: SamplingPlan): Verdict | undefined {
  const open = Math.max(0, plan.n - looked);
  return faulty > plan.c || faulty + open <= plan.c ? verdict(faulty, plan) : undefined;
}
