import { boxOf } from '../ground/polygon';
import type { Point } from '../measure/plane';
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

/** Nearer than this, metres, two pegs of two versions are one place. */
const SAME_PLACE = 0.05;
/** A spacing is kept to this, metres: what is measured is rounded somewhere. */
const CLOSE = 0.01;

/**
 * Lays the rest of a block by a later version while planted rows stand as they are: nothing that was entered
 * against a row or a number painted on a peg means another place afterwards. Begun rows keep their places, those
 * still to be planted only where they may; rows of the later version keep their distance from them, take over the
 * number of the row on whose pegs most of theirs stand where most of them do, and else go on after the last number.
 * @param planted trees by row of the earlier version; a row is planted from its first peg
 * @param mayStand whether the ground of today still allows a place for a species
 * @param shortest metres: what begun rows leave of a row of the later version, if it is shorter, is no row
 * @throws RangeError where nothing is planted: then a version is simply replaced
 */
export function continueRows(
  before: VersionRows,
  after: VersionRows,
  planted: ReadonlyMap<number, number>,
  mayStand: (point: Point, species: string) => boolean,
  shortest = 0,
): Continued {
  if (![...planted.values()].some((trees) => trees > 0))
    throw new RangeError('Nothing is planted that a version could continue.');
  const mix = [...after.mix];
  const indexOf = (species: string): number =>
    mix.includes(species) ? mix.indexOf(species) : mix.push(species) - 1;
  const begun = { rows: 0, planted: 0, open: 0 };
  let lost = 0;

  const was = byRow(before);
  const will = byRow(after);
  const standing: StoredRow[] = [];
  const taken = fieldOf(before, after, distanceOf(before, after));
  for (const row of before.rows) {
    const set = Math.min(planted.get(row.number) ?? 0, treesInRow(row));
    if (!set) continue;
    const places = was.get(row.number)!;
    const stays = places.map(
      ({ point, species }, i) => i < set || mayStand(point, before.mix[species]),
    );
    for (const [i, { point }] of places.entries()) if (stays[i]) taken.add(...point, row.number);
    const kept = stays.filter(Boolean).length;
    begun.rows++;
    begun.planted += set;
    begun.open += kept - set;
    lost += places.length - kept;
    standing.push(
      withPegs(row, places, stays, (species) => indexOf(before.mix[species]), row.number),
    );
  }

  const unbegun = fieldOf(before, after, SAME_PLACE);
  for (const { number } of before.rows)
    if (!planted.get(number))
      for (const { point } of was.get(number)!) unbegun.add(...point, number);
  const far = distanceOf(before, after) - CLOSE;
  /** Numbers are the places' own: those with most pegs in common choose first. */
  const rest = after.rows
    .map((row) => {
      const places = will.get(row.number)!;
      const free = places.map(({ point }) => !within(taken, point, far));
      const stays = row.listed ? free : withoutStubs(free, places, shortest);
      const shared = new Map<number, number>();
      for (const [i, { point }] of places.entries())
        if (stays[i] && within(unbegun, point, SAME_PLACE))
          shared.set(unbegun.owner, (shared.get(unbegun.owner) ?? 0) + 1);
      const [like] = [...shared].sort((a, b) => b[1] - a[1]);
      const trees = stays.filter(Boolean).length;
      return { row, places, stays, trees, like: like && 2 * like[1] >= trees ? like : undefined };
    })
    .filter(({ trees }) => trees > 0);
  const numbers = new Map<number, number>();
  for (const { row, like } of [...rest].sort((a, b) => (b.like?.[1] ?? 0) - (a.like?.[1] ?? 0)))
    if (like && ![...numbers.values()].includes(like[0])) numbers.set(row.number, like[0]);
  // Neighbours are shared out by their numbers: where few rows happen to fall on old ones, all are numbered on.
  if (2 * numbers.size <= rest.length) numbers.clear();
  const kept = numbers.size;
  let last = Math.max(...before.rows.map(({ number }) => number));
  const fresh: number[] = [];
  for (const { row, places, stays } of rest) {
    const number = numbers.get(row.number) ?? ++last;
    if (!numbers.has(row.number)) fresh.push(number);
    standing.push(withPegs(row, places, stays, (species) => species, number));
  }

  const known = new Map(standing.map((row) => [row.number, row]));
  const gone = before.rows.flatMap(({ number }) => (known.has(number) ? [] : [number]));
  const first = new Map(before.rows.map((row) => [row.number, row]));
  return {
    rhythm: rhythmOfBoth(before.rhythm, after.rhythm, fresh.length > 0),
    rows: Array.from({ length: last }, (_, i) => known.get(i + 1) ?? givenUp(first.get(i + 1)!)),
    ...{ mix, begun, lost, kept, gone, fresh },
  };
}

/** A row without a peg: its number stays, so that it never comes to mean other places. */
const givenUp = ({ number, line, start, step }: StoredRow): StoredRow => ({
  ...{ number, line: line.slice(0, 2), start, step },
  ...{ listed: false, stretches: [], runs: [] },
});

/** What rows of two versions keep between them: the closest that either sets trees or rows. */
const distanceOf = (before: VersionRows, after: VersionRows): number =>
  Math.min(...[before, after].flatMap(({ rhythm: { step, between } }) => [step, between]));

function byRow({ rhythm, rows }: VersionRows): Map<number, Position[]> {
  const places = new Map<number, Position[]>(rows.map(({ number }) => [number, []]));
  for (const place of eachPosition(rhythm, rows)) places.get(place.row)!.push(place);
  return places;
}

function fieldOf(before: VersionRows, after: VersionRows, cell: number): PointField {
  const points = [before, after].flatMap(({ rhythm, rows }) =>
    [...eachPosition(rhythm, rows)].map(({ point }) => point),
  );
  return new PointField(boxOf(points), Math.max(cell, 0.5));
}

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
  number: number,
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
    return { ...row, number, line, stretches: [0, line.length / 2], runs };
  }
  const stretches: number[] = [];
  let peg = 0;
  for (let s = 0; s < row.stretches.length; s += 2)
    for (let i = 0, open = false; i < row.stretches[s + 1]; i++, peg++) {
      if (stays[peg] && open) stretches[stretches.length - 1]++;
      else if (stays[peg]) stretches.push(row.stretches[s] + i * row.step, 1);
      open = stays[peg];
    }
  return { ...row, number, stretches, runs };
}

/** Rows of two versions are square to one baseline, in the order of their numbers, only where no row is new. */
function rhythmOfBoth(before: RowRhythm, after: RowRhythm, more: boolean): RowRhythm {
  const close = (a: unknown, b: unknown): boolean =>
    typeof a === 'number' && typeof b === 'number'
      ? Math.abs(a - b) < 1e-6
      : JSON.stringify(a) === JSON.stringify(b);
  const alike = (Object.keys(after.frame) as (keyof RowFrame)[]).every((key) =>
    close(before.frame[key], after.frame[key]),
  );
  return { ...after, straight: before.straight && after.straight && alike && !more };
}
