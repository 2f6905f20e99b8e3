import { clusterShare, type Cluster, type ClusterEstimate } from '../checks/clusters';
import { normalProbability } from '../measure/gamma';
import { say, type Message } from '../say/message';
import { survivalByParts, type CountedPart } from './estimate';
import type { Interval } from './interval';
import { isAlive } from './marks';

/** One counted tree with what is known of it; of a row counted as a sum nobody knows which tree it is. */
export interface CountedOne {
  row: number;
  mark: string;
  species?: string;
  /** What was drawn with it, where that was not its row: the circle it stands in. */
  cluster?: string;
  lot?: string;
  planter?: string;
  day?: string;
  zone?: string;
  /** What its planter opened holes with on that day, as plots or the clock say. */
  tool?: string;
  /** How long the roots of its lot were in the air. */
  handling?: string;
}

/** A counted tree of a row that was walked tree by tree. */
export interface CountedTree extends CountedOne {
  peg: number;
  species: string;
}

/** Minutes of the anchor air at which handling is told apart: a root bears fifteen to twenty in its life. */
const HANDLED = [10, 20];

/** How a lot was handled, by the minutes of the anchor air its roots have had. @example handlingClass(12).key // => 'handled.between' */
export function handlingClass(minutes: number): Message {
  const [few, many] = HANDLED;
  if (minutes < few) return say('handled.under', { few });
  return minutes <= many ? say('handled.between', { few, many }) : say('handled.over', { many });
}

export interface GroupSurvival extends ClusterEstimate {
  group: string;
  /** Share of all counted trees, of whatever group, that live and are of this one: what it stands for on the ground. */
  stems: Interval & { estimate: number };
  /** The chance that a group like what it was held against differs as much, times the number of groups. */
  chance: number;
  /** Whether it differs from the rest beyond chance, corrected for the number of groups. */
  apart: boolean;
}

/**
 * Survival by group with the rows, or the circles, as clusters: the ratio of a domain (Cochran, Sampling Techniques, 3rd ed.,
 * 2.12 and 6.3). The group that differs most is held against the rest by the normal test of two shares of what
 * the rows are worth, times the number of groups (Bonferroni); told apart it leaves the rest, and the next is held
 * against what remains. Its stems are the same ratio with every counted tree below the line, in every cluster,
 * also those without any of the group.
 * @param parts where rows were drawn part by part: trees count by what stands in theirs, as for the block's survival
 * @param rowsInBlock all planted rows, or all circles the block could hold, for the finite population correction of the intervals
 */
export function survivalBy<Tree extends CountedOne>(
  trees: readonly Tree[],
  groupOf: (tree: Tree) => string | undefined,
  rowsInBlock: number,
  parts?: readonly CountedPart[],
): GroupSurvival[] {
  const weighed = parts && weightsOf(parts);
  const shareOf = (clusters: readonly Drawn[], all: number, like: readonly Cluster[]) =>
    weighedShare(clusters, weighed, all, like);
  const groups = new Map<string, Map<string | number, Cluster>>();
  const looked = new Map<string | number, Cluster>();
  for (const tree of trees) {
    const drawn = tree.cluster ?? tree.row;
    const whole = looked.get(drawn) ?? { hits: 0, of: 0 };
    looked.set(drawn, whole);
    if (isAlive(tree.mark)) whole.hits++;
    whole.of++;
    const group = groupOf(tree);
    if (group === undefined) continue;
    const rows = groups.get(group) ?? new Map<string | number, Cluster>();
    groups.set(group, rows);
    let cluster = rows.get(drawn);
    if (!cluster) rows.set(drawn, (cluster = { hits: 0, of: 0 }));
    if (isAlive(tree.mark)) cluster.hits++;
    cluster.of++;
  }
  const like = [...looked.values()];
  const found = [...groups]
    .map(([group, rows]): GroupSurvival => ({
      ...shareOf([...rows], rowsInBlock, like),
      ...{ group, chance: 1, apart: false },
      stems:
        (parts &&
          survivalByParts(
            parts.map((part) => ({
              ...part,
              counts: part.counts.flatMap(({ row }) => {
                const of = looked.get(row)?.of;
                return of ? [{ row, set: of, alive: rows.get(row)?.hits ?? 0 }] : [];
              }),
            })),
          )) ??
        clusterShare(
          [...looked].map(([drawn, { of }]) => ({ hits: rows.get(drawn)?.hits ?? 0, of })),
          rowsInBlock,
        ),
    }))
    .sort((a, b) => a.estimate - b.estimate);
  // The one that differs most first; once it is told apart, the others are not held against it.
  const left = new Set(found);
  while (left.size > 1) {
    for (const one of left) {
      const rest = [...left].flatMap((other) =>
        other === one ? [] : [...groups.get(other.group)!],
      );
      const own = shareOf([...groups.get(one.group)!], Infinity, like);
      const other = shareOf(rest, Infinity, like);
      one.chance = Math.min(1, found.length * differs(own, other));
    }
    const most = [...left].reduce((a, b) => (b.chance < a.chance ? b : a));
    if (most.chance >= 0.05) break;
    most.apart = true;
    left.delete(most);
  }
  return found;
}

/**
 * A group that holds all that was counted is the block, and is told with the block's own interval: the same trees
 * have one figure wherever they stand.
 * @param whole what all of it was estimated to be
 * @param of trees that were counted
 */
export function toldAsWhole(
  groups: GroupSurvival[],
  whole: Pick<Interval, 'low' | 'high'>,
  of: number,
): GroupSurvival[] {
  const [only, ...more] = groups;
  if (!only || more.length || only.of !== of) return groups;
  const { low, high } = whole;
  return [{ ...only, low, high, stems: { ...only.stems, low, high } }];
}

/** A cluster with what was drawn: its row, or the circle. */
type Drawn = readonly [string | number, Cluster];

/** Trees that each counted one of a row stands for, where every part was counted as `survivalByParts` asks. */
function weightsOf(parts: readonly CountedPart[]): Map<string | number, number> | undefined {
  if (!survivalByParts(parts)) return undefined;
  return new Map(
    parts.flatMap(({ counts, trees }) => {
      const set = counts.reduce((sum, row) => sum + row.set, 0);
      return counts.map(({ row }): [number, number] => [row, trees / set]);
    }),
  );
}

/** `clusterShare` of clusters of which each counts by what its trees stand for; what was counted is told as it was. */
function weighedShare(
  drawn: readonly Drawn[],
  weights: ReadonlyMap<string | number, number> | undefined,
  all: number,
  like: readonly Cluster[],
): ClusterEstimate {
  const plain = drawn.map(([, cluster]) => cluster);
  const of = plain.reduce((sum, cluster) => sum + cluster.of, 0);
  const weight = (name: string | number) => weights?.get(name) ?? 0;
  const stoodFor = drawn.reduce((sum, [name, cluster]) => sum + weight(name) * cluster.of, 0);
  if (!stoodFor) return clusterShare(plain, all, like);
  const scaled = drawn.map(([name, cluster]) => {
    const by = (weight(name) * of) / stoodFor;
    return { hits: by * cluster.hits, of: by * cluster.of };
  });
  const hits = plain.reduce((sum, cluster) => sum + cluster.hits, 0);
  return { ...clusterShare(scaled, all, like), hits, of };
}

/** The chance that two shares of so much worth differ as much, both ways. */
export function differs(
  one: Pick<ClusterEstimate, 'estimate' | 'worth'>,
  other: Pick<ClusterEstimate, 'estimate' | 'worth'>,
): number {
  const n = one.worth + other.worth;
  const p = (one.estimate * one.worth + other.estimate * other.worth) / n;
  const error = Math.sqrt(p * (1 - p) * (1 / one.worth + 1 / other.worth));
  if (!(error > 0)) return 1;
  return 2 * (1 - normalProbability(Math.abs(one.estimate - other.estimate) / error));
}

export interface Evenness {
  /** Stretches of counted rows, or circles, and those with fewer living trees than asked for. */
  stretches: number;
  under: number;
  /** Pegs looked at in them all, and in those. */
  pegs: number;
  pegsUnder: number;
  /** Share of the ground, by its pegs. */
  share: number;
}

/** Pegs in a stretch that is looked at by itself. From memory. */
export const STRETCH = 10;

/**
 * A row of so many pegs cut into stretches of ten, by their first peg and the one behind their last, counted from
 * 0. What is left at its end is a stretch of its own from half of one on, and else belongs to the one before.
 * @example stretchesOfRow(24) // => [[0, 10], [10, 24]]
 */
export function stretchesOfRow(pegs: number): [number, number][] {
  const many = Math.max(1, Math.floor(pegs / STRETCH) + (pegs % STRETCH >= STRETCH / 2 ? 1 : 0));
  return Array.from({ length: many }, (_, i) => [
    i * STRETCH,
    i === many - 1 ? pegs : (i + 1) * STRETCH,
  ]);
}

/**
 * How evenly the living stand: the share of the counted ground, by its pegs, that lies in stretches with fewer
 * living trees than was asked for. A block can hold enough trees and still have bare places. A circle is a
 * stretch of its own; of a stretch of which less than half was looked at, as with tagged trees, nothing is said.
 * @param areaAPeg square metres a peg stands for
 * @param target living trees a square metre
 * @param circleOf the circle in which a tree was counted; nothing for one that was counted along its row
 */
export function evenness(
  rows: readonly { row: number; marks: string }[],
  areaAPeg: number,
  target: number,
  circleOf: (row: number, peg: number) => number | undefined = () => undefined,
): Evenness {
  const circles = new Map<number, { looked: number; alive: number }>();
  const pieces: { looked: number; alive: number }[] = [];
  for (const { row, marks } of rows)
    for (const [from, until] of stretchesOfRow(marks.length)) {
      const own = { looked: 0, alive: 0 };
      for (let i = from; i < until; i++) {
        if (marks[i] === '-') continue;
        const circle = circleOf(row, i + 1);
        let piece = own;
        if (circle !== undefined) {
          piece = circles.get(circle) ?? { looked: 0, alive: 0 };
          circles.set(circle, piece);
        }
        piece.looked++;
        if (isAlive(marks[i])) piece.alive++;
      }
      if (own.looked && own.looked >= (until - from) / 2) pieces.push(own);
    }
  const found: Evenness = { stretches: 0, under: 0, pegs: 0, pegsUnder: 0, share: 0 };
  for (const { looked, alive } of [...pieces, ...circles.values()]) {
    found.stretches++;
    found.pegs += looked;
    if (alive / (looked * areaAPeg) >= target - 1e-9) continue;
    found.under++;
    found.pegsUnder += looked;
  }
  return { ...found, share: found.pegs ? found.pegsUnder / found.pegs : 0 };
}
