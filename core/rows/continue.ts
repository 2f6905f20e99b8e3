import { boxOf } from '../ground/polygon';
import { groupBy } from '../measure/group';
import type { Point } from '../measure/plane';
import { AreaIndex } from './clip';
import type { LayoutGround, StoredLayout } from './layout';
import { mayStand } from './limits';
import { PointField } from './near';
import type { RowFrame } from './lattice';
import { eachPosition, treesInRow, type Position, type RowRhythm, type StoredRow } from './stored';
import type { Runs } from './species';

/** Rows of one version with the species that its runs count from nought. */
export interface VersionRows {
  rhythm: RowRhythm;
  rows: readonly StoredRow[];
  mix: readonly string[];
}

/** The rows of a kept version. */
export const rowsOfVersion = ({
  rhythm,
  rows,
  parameters,
}: Pick<StoredLayout, 'rhythm' | 'rows' | 'parameters'>): VersionRows => ({
  ...{ rhythm, rows },
  mix: parameters.mix.map(({ species }) => species),
});

export interface Continued {
  rhythm: RowRhythm;
  /** By number, without a gap: a row that is given up keeps its number and has no peg. */
  rows: StoredRow[];
  /** The later version's species, then those of planted rows that it has no more. */
  mix: string[];
  /** Rows that were begun and stay, with places that are still to be planted in them. */
  begun: { rows: number; planted: number; open: number };
  /** Places of begun rows that the ground allows no more. */
  lost: number;
  /** Rows nobody had begun that keep their number: the same places, or fewer of them. */
  kept: number;
  /** Rows nobody had begun that are given up. */
  gone: number[];
  /** Rows under numbers that no peg, sheet or phone has had before. */
  fresh: number[];
}

/** What continuing a version would leave, give up and add, in numbers. */
export interface WouldContinue extends Pick<Continued, 'begun' | 'lost' | 'kept'> {
  gone: number;
  /** First and last of the new numbers; nothing where none is new. */
  fresh?: [number, number];
  trees: number;
}

/** @example wouldContinue({ begun: { rows: 1, planted: 2, open: 0 }, lost: 0, kept: 0, gone: [4], fresh: [], rows: [] }).gone // => 1 */
export const wouldContinue = ({
  begun,
  lost,
  kept,
  gone,
  fresh,
  rows,
}: Omit<Continued, 'rhythm' | 'mix'>): WouldContinue => ({
  ...{ begun, lost, kept, gone: gone.length },
  fresh: fresh.length ? [fresh[0], fresh[fresh.length - 1]] : undefined,
  trees: rows.reduce((sum, row) => sum + treesInRow(row), 0),
});

/** Whether a tree of a species may stand at a point. */
export type MayStand = (point: Point, species: string) => boolean;

/** Nearer than this, metres, two pegs of two versions are one place. */
const SAME_PLACE = 0.05;
/** A spacing is kept to this, metres: what is measured is rounded somewhere. */
const CLOSE = 0.01;
/** A peg this near to the edge of the ground, metres, is on it. */
const ON_EDGE = 0.005;

/** What the ground of today allows. */
export function allowedOn({ plantable, limits = [], cards }: LayoutGround): MayStand {
  const ground = new AreaIndex(plantable);
  const areas = limits.map((limit) => ({ limit, area: new AreaIndex(limit.parts) }));
  return ([x, y], species) => {
    if (!ground.inside(x, y) && ground.toEdge(x, y, ON_EDGE) >= ON_EDGE) return false;
    const traits = cards?.[species];
    return (
      !traits || !areas.some(({ limit, area }) => area.inside(x, y) && !mayStand(traits, limit))
    );
  };
}

/**
 * Lays the rest of a block by a later version while planted rows stand as they are: nothing that was entered
 * against a row or a number painted on a peg means another place afterwards. Begun rows keep their places, those
 * still to be planted only where they may; rows of the later version keep their distance from them, take over the
 * number of the row on whose pegs most of theirs stand where most of them do, and else go on after the last number.
 * @param planted trees by row of the earlier version; a row is planted from its first peg
 * @param shortest metres: what begun rows leave of a row of the later version, if it is shorter, is no row
 * @throws RangeError where nothing is planted: then a version is simply replaced
 */
export function continueRows(
  before: VersionRows,
  after: VersionRows,
  planted: ReadonlyMap<number, number>,
  allowed: MayStand,
  shortest = 0,
): Continued {
  if (![...planted.values()].some((trees) => trees > 0))
    throw new RangeError('Nothing is planted that a version could continue.');
  const [was, will] = [before, after].map(({ rhythm, rows }) => [...eachPosition(rhythm, rows)]);
  const box = boxOf([...was, ...will].map(({ point }) => point));
  /** What rows of two versions keep between them: the closest that either sets trees or rows. */
  const apart =
    Math.min(...[before, after].flatMap(({ rhythm: { step, between } }) => [step, between])) -
    CLOSE;
  const [taken, open] = [apart, SAME_PLACE].map((near) => new PointField(box, Math.max(near, 0.5)));
  const mix = [...after.mix];
  const indexOf = (species: string): number =>
    mix.includes(species) ? mix.indexOf(species) : mix.push(species) - 1;

  const begun = { rows: 0, planted: 0, open: 0 };
  let lost = 0;
  const standing: StoredRow[] = [];
  const placesBefore = groupBy(was, ({ row }) => row);
  for (const row of before.rows) {
    const places = placesBefore.get(row.number) ?? [];
    const set = Math.min(planted.get(row.number) ?? 0, places.length);
    const stays = places.map(
      ({ point, species }, i) => i < set || allowed(point, before.mix[species]),
    );
    for (const [i, { point }] of places.entries())
      if (!set) open.add(...point, row.number);
      else if (stays[i]) taken.add(...point, row.number);
    if (!set) continue;
    const kept = stays.filter(Boolean).length;
    begun.rows++;
    begun.planted += set;
    begun.open += kept - set;
    lost += places.length - kept;
    const own = withPegs(row, places, stays, (species) => indexOf(before.mix[species]));
    standing.push({ ...own, number: row.number });
  }

  const placesAfter = groupBy(will, ({ row }) => row);
  const rest = after.rows.flatMap((row): Rest[] => {
    const places = placesAfter.get(row.number) ?? [];
    const free = places.map(({ point }) => !within(taken, point, apart));
    const stays = row.listed ? free : withoutStubs(free, places, shortest);
    return stays.some(Boolean) ? [{ row, places, stays }] : [];
  });
  const numbers = numbersTakenOver(rest, open);
  let last = Math.max(...before.rows.map(({ number }) => number));
  const fresh: number[] = [];
  for (const one of rest) {
    const number = numbers.get(one.row.number) ?? ++last;
    if (!numbers.has(one.row.number)) fresh.push(number);
    standing.push({ ...withPegs(one.row, one.places, one.stays, (species) => species), number });
  }

  const known = new Map(standing.map((row) => [row.number, row]));
  const given = before.rows.filter(({ number }) => !known.has(number));
  for (const row of given) known.set(row.number, givenUp(row));
  return {
    rhythm: rhythmOfBoth(before.rhythm, after.rhythm, fresh.length > 0),
    rows: [...known.values()].sort((a, b) => a.number - b.number),
    ...{ mix, begun, lost, fresh, kept: numbers.size },
    // What an earlier version gave up is not given up again.
    gone: given.filter(treesInRow).map(({ number }) => number),
  };
}

/** A row of the later version with those of its pegs that begun rows leave. */
interface Rest {
  row: StoredRow;
  places: readonly Position[];
  stays: readonly boolean[];
}

/**
 * Rows that stand on rows nobody has begun, by at least half of their pegs, with the number of those: of two that
 * claim one number whoever shares more pegs with it has it.
 * @param open pegs of rows nobody has begun, each its row's
 */
function numbersTakenOver(rest: readonly Rest[], open: PointField): Map<number, number> {
  const claims = rest.flatMap(({ row, places, stays }) => {
    const own = places.filter((_, i) => stays[i]);
    const shared = new Map<number, number>();
    for (const { point } of own)
      if (within(open, point, SAME_PLACE))
        shared.set(open.owner, (shared.get(open.owner) ?? 0) + 1);
    const [[number, pegs] = [0, 0]] = [...shared].sort((a, b) => b[1] - a[1]);
    return 2 * pegs >= own.length ? [{ row: row.number, number, pegs }] : [];
  });
  const numbers = new Map<number, number>();
  const given = new Set<number>();
  for (const { row, number } of claims.sort((a, b) => b.pegs - a.pegs))
    if (!given.has(number)) {
      given.add(number);
      numbers.set(row, number);
    }
  // Neighbours are shared out by their numbers: where few rows happen to fall on old ones, all are numbered on.
  if (2 * numbers.size <= rest.length) numbers.clear();
  return numbers;
}

/** A row without a peg: its number stays, so that it never comes to mean other places. */
const givenUp = ({ number, line, start, step }: StoredRow): StoredRow => ({
  ...{ number, line: line.slice(0, 2), start, step },
  ...{ listed: false, stretches: [], runs: [] },
});

/** Pegs without those pieces that begun rows have cut to less than the shortest row. */
function withoutStubs(
  free: readonly boolean[],
  places: readonly Position[],
  shortest: number,
): boolean[] {
  const stays = [...free];
  for (let from = 0, to: number; from < free.length; from = to + 1) {
    for (to = from; to < free.length && free[to];) to++;
    if (to === from) continue;
    const cut = from > 0 || to < free.length;
    if (cut && places[to - 1].chainage - places[from].chainage < shortest)
      stays.fill(false, from, to);
  }
  return stays;
}

/** Whether a point of a field is nearer than a limit; whose it is stands in the field's owner. */
function within(field: PointField, [x, y]: Point, limit: number): boolean {
  field.nearest(x, y, limit);
  return field.owner >= 0;
}

/** A row with some of its pegs alone, in their order. */
function withPegs(
  row: StoredRow,
  places: readonly Position[],
  stays: readonly boolean[],
  speciesOf: (index: number) => number,
): StoredRow {
  const runs: Runs = [];
  for (const [i, { species }] of places.entries()) {
    if (!stays[i]) continue;
    const own = speciesOf(species);
    if (runs.length && runs[runs.length - 2] === own) runs[runs.length - 1]++;
    else runs.push(own, 1);
  }
  if (row.listed) {
    const line = places.flatMap(({ point }, i) => (stays[i] ? point : []));
    return { ...row, line, stretches: [0, line.length / 2], runs };
  }
  const stretches: number[] = [];
  let peg = 0;
  for (let s = 0; s < row.stretches.length; s += 2)
    for (let i = 0, open = false; i < row.stretches[s + 1]; i++, peg++) {
      if (stays[peg] && open) stretches[stretches.length - 1]++;
      else if (stays[peg]) stretches.push(row.stretches[s] + i * row.step, 1);
      open = stays[peg];
    }
  return { ...row, stretches, runs };
}

/** Rows of two versions are square to one baseline, in the order of their numbers, only where no row is new. */
function rhythmOfBoth(before: RowRhythm, after: RowRhythm, more: boolean): RowRhythm {
  const alike = (Object.keys(after.frame) as (keyof RowFrame)[]).every(
    (key) => Math.abs(before.frame[key] - after.frame[key]) < 1e-6,
  );
  return { ...after, straight: before.straight && after.straight && alike && !more };
}
