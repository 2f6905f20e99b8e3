import type { Depth } from '../method/schools';
import { seededRandom, type Random } from '../measure/random';
import { halfWidth } from './drawing';
import type { Fault } from './quality';
import { coverBounds, TREE_LIMITS, type Hole, type PlantedTree } from './tree';

/** Faults that a drawing can show, in the order in which a learner meets them. */
export const TAUGHT = [
  'deep',
  'shallow',
  'j-root',
  'air-pocket',
  'leaning',
  'loose',
  'roots-exposed',
  'not-cleared',
  'damaged',
  'spacing',
  'guard',
  'basin',
] as const satisfies readonly Fault[];
export type Taught = (typeof TAUGHT)[number];

/** A way of planting that is learned: stock, what opens the hole, and where the datum may lie. */
export interface Lesson {
  stock: PlantedTree['stock'];
  hole: Hole;
  depth: Depth;
  /** Whether the method asks for a guard. */
  guard: boolean;
  /** Whether the method asks for a basin. */
  basin: boolean;
  /** Radius to be kept clear, metres; 0 when the method clears nothing. */
  clearing: number;
  /** The step in the row, metres. */
  step: number;
}

/** Hole that a tool leaves, metres: the crew's usual tools, from memory. */
const SIZES: Record<Hole, { depth: [number, number]; width: [number, number] }> = {
  slit: { depth: [0.23, 0.28], width: [0.08, 0.1] },
  auger: { depth: [0.28, 0.4], width: [0.14, 0.2] },
  pit: { depth: [0.28, 0.38], width: [0.25, 0.4] },
  furrow: { depth: [0.25, 0.33], width: [0.1, 0.13] },
};

/** How far past its limit a fault is drawn, at the easy and at the hard end. */
const PAST = { easy: [1.6, 3], hard: [1.25, 1.7] } as const;

/** Faults that no tree has both of. */
const NEVER_BOTH: readonly (readonly [Taught, Taught])[] = [
  ['deep', 'shallow'],
  // What lies open above the ground was not buried.
  ['deep', 'roots-exposed'],
];

/** Whether one tree can have both of two faults. */
export const canHaveBoth = (one: Taught, other: Taught): boolean =>
  one !== other && !NEVER_BOTH.some((pair) => pair.includes(one) && pair.includes(other));

/**
 * A planted tree to be looked at, the same for the same seed.
 * @param fault the one it has, or several that it can have together; nothing for a good one
 * @param hard how near to the limit, 0 plain to see, 1 hard to tell
 * @returns a tree that has these faults and no other by {@link faultsOf}
 */
export function treeFor(
  lesson: Lesson,
  fault: Taught | readonly Taught[] | undefined,
  hard: number,
  seed: string,
): PlantedTree {
  const random = seededRandom(seed);
  const between = (low: number, high: number) => low + random() * (high - low);
  const size = SIZES[lesson.hole];
  const container = lesson.stock === 'container';
  const holeDepth = between(...size.depth);
  const holeWidth = between(...size.width);
  const topSideRoot =
    lesson.depth.datum === 'flare' ? between(0.02, 0.04) : container ? 0 : between(0.02, 0.035);
  const bounds = coverBounds({ depth: lesson.depth, topSideRoot });
  // A good tree stays off the edge of what passes by a fifth of it, so that the eye can tell.
  const room = (bounds[1] - bounds[0]) * 0.2;
  const cover = between(bounds[0] + room, bounds[1] - room);
  const tree: PlantedTree = {
    ...lesson,
    ...{ holeDepth, holeWidth, cover, topSideRoot },
    height: between(0.3, 0.5),
    rootLength: 0,
    rootSpread: container ? Math.min(0.06, holeWidth * 0.7) : holeWidth * between(0.6, 0.85),
    ...{ turnedUp: 0, turnedSide: 0, gap: 0, give: 0, exposed: 0, barkOff: 0 },
    lean: between(-TREE_LIMITS.lean * 0.45, TREE_LIMITS.lean * 0.45),
    cleared: lesson.clearing * between(1.05, 1.3),
    toNext: lesson.step * between(0.9, 1.1),
    guarded: lesson.guard,
    basined: lesson.basin,
  };
  for (const one of typeof fault === 'string' ? [fault] : (fault ?? []))
    spoil(tree, one, hard, random, bounds);
  // Roots reach as far as the hole lets them, a finger short of its bottom.
  const most = holeDepth - 0.015 - Math.max(tree.cover, 0);
  const reach = container ? Math.min(0.16, most) : most * between(0.8, 0.97);
  tree.rootLength = Math.max(0.05, reach) + Math.max(tree.turnedUp, tree.turnedSide);
  return tree;
}

/** Puts one fault into a good tree. */
function spoil(
  tree: PlantedTree,
  fault: Taught,
  hard: number,
  random: Random,
  [least, most]: [number, number],
): void {
  const limits = TREE_LIMITS;
  const [near, far] = [0, 1].map((i) => PAST.easy[i] + (PAST.hard[i] - PAST.easy[i]) * hard);
  const past = (limit: number) => limit * (near + random() * (far - near));
  const side = random() < 0.5 ? -1 : 1;
  switch (fault) {
    case 'deep':
      tree.cover = most + past(0.012);
      break;
    case 'shallow':
      tree.cover = least - past(0.012);
      break;
    case 'j-root':
      tree[random() < 0.6 ? 'turnedUp' : 'turnedSide'] = past(limits.turned);
      // Sideways there is no more room than the hole is wide at its bottom.
      if (tree.turnedSide)
        tree.turnedSide = Math.max(
          limits.turned * 1.1,
          Math.min(tree.turnedSide, halfWidth(tree, tree.holeDepth)),
        );
      break;
    case 'air-pocket':
      tree.gap = past(limits.gap);
      break;
    case 'leaning':
      tree.lean = side * past(limits.lean);
      break;
    case 'loose':
      tree.give = past(limits.give);
      break;
    case 'roots-exposed':
      tree.exposed = past(limits.exposed);
      break;
    case 'not-cleared':
      tree.cleared = tree.clearing / (near + random() * (far - near));
      break;
    case 'damaged':
      tree.barkOff = Math.min(1, past(limits.barkOff));
      break;
    case 'spacing':
      tree.toNext = tree.step * (1 + side * Math.min(0.6, past(limits.spacing)));
      break;
    case 'guard':
      tree.guarded = false;
      break;
    case 'basin':
      tree.basined = false;
  }
}

/** Faults that can be shown for a way of planting. */
export const taughtOf = (lesson: Lesson): Taught[] =>
  TAUGHT.filter((fault) => isAsked(fault, lesson));

/** Whether a method asks for what a fault misses; most are faults whatever the method. */
export function isAsked(
  fault: Fault,
  { clearing, guard, basin }: Pick<Lesson, 'clearing' | 'guard' | 'basin'>,
): boolean {
  if (fault === 'not-cleared') return clearing > 0;
  if (fault === 'guard') return guard;
  return fault !== 'basin' || basin;
}

/** One answer of a learner. */
export interface Answer {
  /** What was shown: a fault, a tree that was good, or a scene at the boxes. */
  shown: Taught | 'good' | 'handling';
  /** Whether the learner said the same. */
  right: boolean;
  /** Milliseconds the learner took. */
  took: number;
  at: number;
}

/** Where a learner stands with one fault. */
export interface Standing {
  fault: Taught | 'good';
  answers: number;
  right: number;
  /** Box of the schedule, 0 to {@link BOXES} − 1. */
  box: number;
  /** Of the last ten answers. */
  lately: number;
  ready: boolean;
}

/** Boxes of the schedule. */
export const BOXES = 5;
/** Of how many last answers so many right make one ready. From memory. */
export const READY = { of: 10, right: 9 };

/**
 * How a learner stands with every fault, from all their answers in order. A right answer moves a fault one
 * box up, a wrong one back to the first (Leitner, So lernt man lernen, 1972): what is failed comes again
 * soon, what is known seldom.
 */
export function standingsOf(
  answers: readonly Pick<Answer, 'shown' | 'right'>[],
  faults: readonly Taught[] = TAUGHT,
): Standing[] {
  return (['good', ...faults] as const).map((fault) => {
    const own = answers.filter(({ shown }) => shown === fault);
    const last = own.slice(-READY.of);
    const lately = last.filter(({ right }) => right).length;
    return {
      fault,
      answers: own.length,
      right: own.filter(({ right }) => right).length,
      box: own.reduce((box, { right }) => (right ? Math.min(BOXES - 1, box + 1) : 0), 0),
      lately,
      ready: last.length >= READY.of && lately >= READY.right,
    };
  });
}

/**
 * What is shown next. Two in five are good trees; of the faults one in a lower box comes twice as often as
 * one a box above it, and one that the crew's own plots show comes more often by what they show. Once a fault is
 * known its tree has a second one now and then: whoever stops looking at the first misses it.
 * @param seed of this question: the same answers and seed give the same tree
 * @param found share of each fault among the faults of the crew's plots
 */
export function nextShown(
  standings: readonly Standing[],
  seed: string,
  found: Partial<Record<Fault, number>> = {},
): { faults: Taught[]; hard: number } {
  const random = seededRandom(`next ${seed}`);
  const hardOf = (fault: Taught | 'good') =>
    (standings.find((one) => one.fault === fault)?.box ?? 0) / (BOXES - 1);
  if (random() < 0.4) return { faults: [], hard: hardOf('good') };
  const faults = standings.filter(
    (one): one is Standing & { fault: Taught } => one.fault !== 'good',
  );
  const draw = (among: typeof faults): Standing & { fault: Taught } => {
    const weights = among.map(({ fault, box }) => (1 + 3 * (found[fault] ?? 0)) * 2 ** -box);
    let left = random() * weights.reduce((sum, weight) => sum + weight, 0);
    const at = weights.findIndex((weight) => (left -= weight) < 0);
    return among[Math.max(0, at)];
  };
  const { fault, box } = draw(faults);
  const others = faults.filter((other) => canHaveBoth(fault, other.fault));
  const second = box >= KNOWN && others.length && random() < TWO ? [draw(others).fault] : [];
  return { faults: [fault, ...second], hard: hardOf(fault) };
}

/** From this box on a fault is known, and of so many of its trees one has a second fault too. From memory. */
const KNOWN = 2;
const TWO = 0.3;

/** How many ways to mend are offered. */
const MENDS = 3;

/**
 * Ways to mend among which the learner chooses, by the fault that each mends: the right one and others, in an
 * order of their own.
 */
export function mendsFor(fault: Taught, faults: readonly Taught[], seed: string): Taught[] {
  const random = seededRandom(`mend ${seed}`);
  const others = faults
    .filter((other) => other !== fault)
    .map((other) => ({ other, at: random() }))
    .sort((a, b) => a.at - b.at)
    .slice(0, MENDS - 1)
    .map(({ other }) => other);
  others.splice(Math.floor(random() * (others.length + 1)), 0, fault);
  return others;
}

/** One question in so many is a scene at the boxes. */
const SCENE = 5;

/**
 * The scene at the boxes that a question shows instead of a tree, kept or broken as often.
 * @param habits keys of the habits that this stock has
 * @returns nothing where the question is a tree
 */
export function sceneFor(
  question: number,
  habits: readonly string[],
  seed: string,
): { habit: string; kept: boolean } | undefined {
  if (!habits.length || question % SCENE !== SCENE - 1) return undefined;
  const random = seededRandom(`scene ${seed}`);
  return { habit: habits[Math.floor(random() * habits.length)], kept: random() < 0.4 };
}

/** Share of right answers in a row of so many before time counts: speed only after accuracy. From memory. */
export const ACCURATE = { of: 20, right: 18 };

/** Whether a learner is accurate enough that the clock is shown. */
export function againstTime(answers: readonly Pick<Answer, 'right'>[]): boolean {
  const last = answers.slice(-ACCURATE.of);
  return last.length === ACCURATE.of && last.filter(({ right }) => right).length >= ACCURATE.right;
}
