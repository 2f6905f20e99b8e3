import { incompleteBeta, studentQuantile } from '../measure/student';
import type { Figure } from '../measure/working';
import { say, shareOf } from '../say/message';
import { told } from '../say/told';

/** How much alike trees of one plot are where nobody looked yet. From memory. */
export const ALIKE = 0.05;

/** What is known before plots are chosen. */
export interface Expected {
  /** Share of satisfactory trees. */
  quality: number;
  /** Trees in a plot. */
  trees: number;
  /** Intraclass correlation of the trees of a plot. */
  alike: number;
  /** Plots that the block holds side by side. */
  inBlock: number;
}

/** How many times a plot's trees vary more than so many single ones (Kish 1965). */
export const designEffect = (trees: number, alike: number): number =>
  1 + Math.max(0, trees - 1) * alike;

/**
 * Half the width of the 95 % interval that so many plots give.
 * @param plots 2 or more
 */
export function halfWidth({ quality, trees, alike, inBlock }: Expected, plots: number): number {
  const single = (quality * (1 - quality)) / (plots * trees);
  const finite = Math.max(0, 1 - plots / Math.max(plots, inBlock));
  return studentQuantile(0.95, plots - 1) * Math.sqrt(single * designEffect(trees, alike) * finite);
}

/**
 * Plots for a wanted half-width: n = (t · CV ÷ E)², the coefficient of variation of a plot's share from the
 * trees in it and how much they are alike, corrected for the finite block; t follows from n itself.
 * @param words what the working names: plots of a check, circles or trees of a count
 * @throws Told for a half-width of nothing
 */
export function plotsFor(
  expected: Expected,
  half: number,
  words: { unit: 'plot' | 'circle' | 'tree'; share: 'quality' | 'survival' } = {
    unit: 'plot',
    share: 'quality',
  },
): Figure {
  const { unit, share } = words;
  if (!(half > 0)) throw told('checks.noHalfWidth', { half: shareOf(half) });
  const { quality, trees, alike, inBlock } = expected;
  const deff = designEffect(trees, alike);
  const one = Math.sqrt((quality * (1 - quality) * deff) / trees);
  let plots = 2;
  while (plots < inBlock && halfWidth(expected, plots) > half) plots++;
  return {
    value: plots,
    kind: 'count',
    formula: say('formula.sampleSize', { unit }),
    steps: [
      { label: say('step.soFar', { share }), value: quality, kind: 'share' },
      { label: say('step.treesInUnit', { unit }), value: trees, kind: 'number' },
      { label: say('step.alike', { unit }), value: alike, kind: 'number' },
      { label: say('step.designEffect'), value: deff, kind: 'number' },
      { label: say('step.deviation', { unit }), value: one, kind: 'share' },
      {
        label: say('step.student', { degrees: plots - 1 }),
        value: studentQuantile(0.95, plots - 1),
        kind: 'number',
      },
      { label: say('step.unitsInBlock', { unit }), value: inBlock, kind: 'count' },
      { label: say('step.halfWidthWithSoMany'), value: halfWidth(expected, plots), kind: 'share' },
    ],
  };
}

/** What the client accepts and refuses, in shares of faulty trees, and the risks of both. */
export interface ClientLimits {
  good: number;
  bad: number;
  /** Risk of refusing work as good as `good`. */
  alpha: number;
  /** Risk of accepting work as bad as `bad`. */
  beta: number;
}

export interface AcceptancePlan {
  plots: number;
  /** Most faulty trees in all plots together with which the block passes. */
  most: number;
  trees: number;
  alpha: number;
  beta: number;
}

/** Plots no plan goes beyond. */
const MOST_PLOTS = 200;

/**
 * Chances of 0 … trees faulty trees in one plot, when a share of all trees is faulty and trees of a plot are
 * alike: the beta-binomial distribution (Skellam 1948), which is binomial where they are not.
 */
export function plotChances(trees: number, share: number, alike: number): Float64Array {
  const chances = new Float64Array(trees + 1);
  if (share <= 0 || share >= 1) {
    chances[share <= 0 ? 0 : trees] = 1;
    return chances;
  }
  const spread = alike > 1e-9 ? (1 - alike) / alike : Infinity;
  const [a, b] = [share * spread, (1 - share) * spread];
  let choose = 1;
  for (let x = 0; x <= trees; x++) {
    let chance = choose;
    for (let i = 0; i < trees; i++) {
      const ofFaulty = i < x;
      const j = ofFaulty ? i : i - x;
      chance *= Number.isFinite(spread)
        ? ((ofFaulty ? a : b) + j) / (spread + i)
        : ofFaulty
          ? share
          : 1 - share;
    }
    chances[x] = chance;
    choose = (choose * (trees - x)) / (x + 1);
  }
  return chances;
}

/** Chances of so many faulty trees in one plot more. */
function another(all: Float64Array, one: Float64Array): Float64Array {
  const sum = new Float64Array(all.length + one.length - 1);
  for (let i = 0; i < all.length; i++) {
    if (all[i] < 1e-15) continue;
    for (let j = 0; j < one.length; j++) sum[i + j] += all[i] * one[j];
  }
  return sum;
}

const upTo = (chances: Float64Array, most: number): number => {
  let sum = 0;
  for (let i = 0; i <= Math.min(most, chances.length - 1); i++) sum += chances[i];
  return Math.min(1, sum);
};

function checkLimits({ good, bad, alpha, beta }: ClientLimits): void {
  if (!(good >= 0 && good < bad && bad <= 1))
    throw told('stock.goodAndBad', { good: shareOf(good), bad: shareOf(bad) });
  if (!(alpha > 0 && alpha < 1 && beta > 0 && beta < 1)) throw told('stock.risks');
}

/**
 * The most faulty trees that a bad block does not slip by with.
 * @returns −1 when it slips by even without a fault, and the chance that it slips by
 */
function mostAllowed(ofBad: Float64Array, beta: number): { most: number; slips: number } {
  let most = -1;
  let slips = 0;
  while (most + 1 < ofBad.length && slips + ofBad[most + 1] <= beta) slips += ofBad[++most];
  return { most, slips };
}

/**
 * The fewest plots, and the most faulty trees in them, that keep the client's two risks when trees of a
 * plot are alike.
 * @param trees whole trees in a plot
 * @throws Told when the limits contradict each other, or no plan of so many plots keeps them
 */
export function acceptancePlan(limits: ClientLimits, trees: number, alike: number): AcceptancePlan {
  checkLimits(limits);
  const { good, bad, alpha, beta } = limits;
  const ofGood = plotChances(trees, good, alike);
  const ofBad = plotChances(trees, bad, alike);
  let [goodSum, badSum] = [ofGood, ofBad];
  for (let plots = 1; plots <= MOST_PLOTS; plots++) {
    if (plots > 1) [goodSum, badSum] = [another(goodSum, ofGood), another(badSum, ofBad)];
    // As many as a bad block may slip by with; then a good one must pass often enough.
    const { most, slips } = mostAllowed(badSum, beta);
    if (most < 0) continue;
    const refused = 1 - upTo(goodSum, most);
    if (refused <= alpha) return { plots, most, trees: plots * trees, alpha: refused, beta: slips };
  }
  throw told('checks.noPlan', { plots: MOST_PLOTS });
}

/**
 * The plan of a number of plots that is given, by what a random start laid on the ground: the client's risk
 * is kept, the planter's is what it comes to.
 * @throws Told when the limits contradict each other, or a bad block slips by even without a fault
 */
export function acceptanceWith(
  limits: ClientLimits,
  plots: number,
  trees: number,
  alike: number,
): AcceptancePlan {
  checkLimits(limits);
  const [ofGood, ofBad] = [limits.good, limits.bad].map((share) =>
    plotChances(trees, share, alike),
  );
  let [goodSum, badSum] = [ofGood, ofBad];
  for (let plot = 1; plot < plots; plot++)
    [goodSum, badSum] = [another(goodSum, ofGood), another(badSum, ofBad)];
  const { most, slips } = mostAllowed(badSum, limits.beta);
  if (most < 0) throw told('checks.noPlan', { plots });
  return { plots, most, trees: plots * trees, alpha: 1 - upTo(goodSum, most), beta: slips };
}

/** The chance that a plan lets a block pass, by its share of faulty trees. */
export function acceptanceCurve(
  { plots, most }: Pick<AcceptancePlan, 'plots' | 'most'>,
  trees: number,
  alike: number,
  upToShare: number,
  points = 20,
): { share: number; accepted: number }[] {
  return Array.from({ length: points + 1 }, (_, i) => {
    const share = (upToShare * i) / points;
    const one = plotChances(trees, share, alike);
    let all = one;
    for (let plot = 1; plot < plots; plot++) all = another(all, one);
    return { share, accepted: upTo(all, most) };
  });
}

/** The chance of so many faulty trees or more of n single ones. */
export const atLeast = (faulty: number, n: number, share: number): number =>
  faulty <= 0 ? 1 : incompleteBeta(share, faulty, n - faulty + 1);
