import type { Shift } from './attendance';
import { standingTallies, type Tally } from './progress';
import { groupBy } from '../measure/group';

/** A tally with the number of the version on whose rows it was counted. */
export interface SheetTally extends Tally {
  version: number;
}

/** What one planter did on a day. */
export interface SheetLine {
  planter: string;
  shifts: Shift[];
  /** Hours at work, all blocks together. */
  hours: number;
  /** Trees of this block by row, the newest version last. */
  rows: { version: number; row: number; trees: number }[];
  /** Of a refill, by row: they went into places of dead ones. */
  refilled: { row: number; trees: number }[];
  /** All of them together. */
  trees: number;
}

const HOUR = 3_600_000;

/**
 * The tally sheet of a block on one day: whoever was at work or set trees there, a line each.
 * @param tallies of that day, with what takes any of them back
 * @param shifts that began on that day
 * @param refilled trees of refills that were set on that day, what was taken back left out
 * @param order planters as they are listed elsewhere; whoever is not in it comes last
 */
export function tallySheet(
  tallies: readonly SheetTally[],
  shifts: readonly Shift[],
  order: readonly string[],
  refilled: readonly { planter: string; row: number; trees: number }[] = [],
): SheetLine[] {
  const versions = new Map(tallies.map(({ id, version }) => [id, version]));
  const set = groupBy(standingTallies(tallies), ({ planter }) => planter);
  const filled = groupBy(refilled, ({ planter }) => planter);
  const worked = groupBy(shifts, ({ planter }) => planter);
  const place = new Map(order.map((planter, at) => [planter, at]));
  const last = (planter: string) => place.get(planter) ?? order.length;
  return [...new Set([...worked.keys(), ...set.keys(), ...filled.keys()])]
    .sort((a, b) => last(a) - last(b) || (a < b ? -1 : 1))
    .map((planter) => {
      const own = (worked.get(planter) ?? []).toSorted((a, b) => a.from - b.from);
      const rows = [
        ...groupBy(set.get(planter) ?? [], ({ id, row }) => `${versions.get(id)} ${row}`).values(),
      ]
        .map((of) => ({
          version: versions.get(of[0].id)!,
          row: of[0].row,
          trees: of.reduce((sum, { count }) => sum + count, 0),
        }))
        .sort((a, b) => a.version - b.version || a.row - b.row);
      const refills = [...groupBy(filled.get(planter) ?? [], ({ row }) => String(row)).values()]
        .map((of) => ({ row: of[0].row, trees: of.reduce((sum, { trees }) => sum + trees, 0) }))
        .sort((a, b) => a.row - b.row);
      return {
        ...{ planter, shifts: own, rows, refilled: refills },
        hours: own.reduce((sum, { from, to }) => sum + (to - from) / HOUR, 0),
        trees: [...rows, ...refills].reduce((sum, { trees }) => sum + trees, 0),
      };
    });
}

/** What a paper says of some rows, as it is to be entered. */
export interface FromPaper {
  /** Rows that take trees, in order. */
  entries: { row: number; count: number }[];
  /** Rows that are full already, and rows that are none. */
  full: number[];
  none: number[];
  /** Trees that fit in none of the rows. */
  over: number;
  trees: number;
}

/**
 * Rows as a planter's paper names them: each filled up, or so many trees set along them in order.
 * @param asked row numbers in order
 * @param trees set in all of them together; undefined where they are full now
 * @param rows places of each row, and how many of them are planted already
 */
export function fromPaper(
  asked: readonly number[],
  trees: number | undefined,
  rows: ReadonlyMap<number, { places: number; planted: number }>,
): FromPaper {
  const said: FromPaper = { entries: [], full: [], none: [], over: 0, trees: 0 };
  let rest = trees ?? Infinity;
  for (const number of asked) {
    const row = rows.get(number);
    const open = row ? row.places - row.planted : 0;
    if (!row) said.none.push(number);
    else if (open <= 0) said.full.push(number);
    const count = Math.min(open, rest);
    if (count <= 0) continue;
    said.entries.push({ row: number, count });
    said.trees += count;
    rest -= count;
  }
  if (trees !== undefined) said.over = rest;
  return said;
}

/** A row of a refill: what is planned for it, and what stands. */
export interface RefillPlaces {
  row: number;
  /** Dead places with the species that goes in. */
  pegs: readonly { speciesId: string }[];
  /** Dead trees expected beyond those that are known by their peg. */
  expected: number;
  /** Trees set so far. */
  set: readonly { speciesId: string; trees: number }[];
  /** Places the row has at all, living and dead. */
  places: number;
}

/**
 * Places of a refill's rows that trees of one species may go into, as `fromPaper` takes them. Of several rows, or
 * where the paper says no number, each takes what is planned for it: places known by their peg, and where only one
 * species is planted at all those expected too. Trees of a single row may be as many as it has places.
 * @param alone whether it is the only species of the refill
 * @example refillPlaces([{ row: 4, pegs: [{ speciesId: "a" }], expected: 2.4, set: [], places: 30 }], "a", true, false).get(4) // => {"places": 3, "planted": 0}
 * @example refillPlaces([{ row: 4, pegs: [], expected: 2, set: [{ speciesId: "b", trees: 1 }], places: 30 }], "a", false, true).get(4) // => {"places": 30, "planted": 1}
 */
export function refillPlaces(
  rows: readonly RefillPlaces[],
  speciesId: string,
  alone: boolean,
  single: boolean,
): Map<number, { places: number; planted: number }> {
  const own = (one: { speciesId: string }) => one.speciesId === speciesId;
  const sum = (set: RefillPlaces['set']) => set.reduce((all, { trees }) => all + trees, 0);
  return new Map(
    rows.map(({ row, pegs, expected, set, places }) => [
      row,
      single
        ? { places, planted: sum(set) }
        : {
            places: pegs.filter(own).length + (alone ? Math.round(expected) : 0),
            planted: sum(set.filter(own)),
          },
    ]),
  );
}
