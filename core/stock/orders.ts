import type { Limit } from '../ground/zones';
import { limitPlaces, type Traits } from '../rows/limits';
import type { RowSet } from '../rows/rowset';
import type { Day } from '../measure/dates';

/** Where a line of an order stands with its nursery. */
export const ORDER_STATES = ['asked', 'confirmed', 'declined'] as const;
export type OrderState = (typeof ORDER_STATES)[number];

/** One delivery of one species from one nursery. */
export interface OrderLine {
  id: string;
  species: string;
  /** The species of the plan that this one stands in for, when it is not itself. */
  replaces: string | null;
  nursery: string;
  provenance: string;
  seedLot: string;
  age: string;
  count: number;
  pack: number;
  state: OrderState;
  /** What the nursery confirmed; may be less than asked for. */
  confirmed: number | null;
  deliverOn: Day | null;
  note: string;
}

/** How one species of the plan is covered. */
export interface Cover {
  species: string;
  needed: number;
  asked: number;
  confirmed: number;
  /** Of the confirmed, trees of another species in its stead. */
  substituted: number;
  /** Trees that came, from an order or without one. */
  received: number;
  /** Needed and not yet asked for anywhere; nothing once every position is planted. */
  toAsk: number;
  /** Needed beyond what is confirmed or came; nothing once every position is planted. */
  short: number;
}

/** How far the ground has got with one species of the plan. */
export interface Standing {
  positions: number;
  planted: number;
  received: number;
}

/** Trees a line counts for once its nursery has spoken. */
export const confirmedOf = ({ state, confirmed, count }: OrderLine): number =>
  state === 'confirmed' ? (confirmed ?? count) : 0;

/** Trees that a line lets one expect: what was confirmed, or asked until its nursery has spoken. */
export const expectedOf = (line: OrderLine): number =>
  line.state === 'asked' ? line.count : confirmedOf(line);

/** The species of the plan whose places the trees of a line or a lot take. */
export const placesOf = ({ species, replaces }: Pick<OrderLine, 'species' | 'replaces'>): string =>
  replaces ?? species;

/** Trees that came in one lot. */
export interface Came extends Pick<OrderLine, 'species' | 'replaces'> {
  /** The line of the order it came on; null where nobody said so. */
  line: string | null;
  received: number;
}

/**
 * Trees still to come on each line of an order. A lot counts for the line it came on; what came without one
 * counts for the earliest lines of its species, so that no tree is both here and expected.
 * @returns by line's id; a declined line has none to come
 */
export function stillToCome(
  lines: readonly OrderLine[],
  came: readonly Came[],
): Map<string, number> {
  const left = new Map(lines.map((line) => [line.id, expectedOf(line)]));
  const take = (id: string, most: number): number => {
    const taken = Math.min(most, left.get(id) ?? 0);
    left.set(id, (left.get(id) ?? 0) - taken);
    return most - taken;
  };
  const loose = new Map<string, number>();
  for (const lot of came) {
    if (lot.line !== null && left.has(lot.line)) take(lot.line, lot.received);
    else loose.set(placesOf(lot), (loose.get(placesOf(lot)) ?? 0) + lot.received);
  }
  const byDay = [...lines].sort((a, b) =>
    (a.deliverOn ?? '9999') < (b.deliverOn ?? '9999') ? -1 : 1,
  );
  for (const line of byDay)
    loose.set(placesOf(line), take(line.id, loose.get(placesOf(line)) ?? 0));
  return left;
}

/**
 * What is asked, confirmed, substituted, received and short, species by species of the plan.
 * @param needed trees to order by species id, from the layout's counts with reserve and culls
 * @param standing what came and what is planted, by species id
 */
export function coverOf(
  needed: ReadonlyMap<string, number>,
  lines: readonly OrderLine[],
  standing: ReadonlyMap<string, Standing> = new Map(),
): Cover[] {
  return [...needed].map(([species, count]) => {
    const { positions = 0, planted = 0, received = 0 } = standing.get(species) ?? {};
    // Where every position is planted nothing more is wanted, whatever was never written down.
    const wanted = positions > 0 && planted >= positions ? 0 : count;
    const own = lines.filter((line) => placesOf(line) === species);
    const confirmed = own.reduce((sum, line) => sum + confirmedOf(line), 0);
    const asked = own.reduce((sum, line) => sum + expectedOf(line), 0);
    return {
      species,
      needed: count,
      asked,
      confirmed,
      substituted: own
        .filter(({ replaces, species: own }) => replaces && replaces !== own)
        .reduce((sum, line) => sum + confirmedOf(line), 0),
      received,
      toAsk: Math.max(0, wanted - Math.max(asked, received)),
      short: Math.max(0, wanted - Math.max(confirmed, received)),
    };
  });
}

/**
 * What refills take of the trees of one species that came. Trees that came on a line ordered for a refill are its
 * own, set or not; where more went into dead places than came for them the rest was taken from the plan's.
 * @param came trees received, lot by lot, and whether on a line that a refill ordered
 * @param set trees that went into dead places
 * @returns `taken`, not there for the plan any more; `waiting`, of these those not in the ground yet
 * @example takenByRefills([{ received: 900, forRefill: false }, { received: 60, forRefill: true }], 45) // => {"taken": 60, "waiting": 15}
 */
export function takenByRefills(
  came: readonly { received: number; forRefill: boolean }[],
  set: number,
): { taken: number; waiting: number } {
  const own = came.reduce((sum, { received, forRefill }) => sum + (forRefill ? received : 0), 0);
  return { taken: Math.max(own, set), waiting: Math.max(0, own - set) };
}

/** A line of a file beside the line of the order that it is about. */
export interface MatchedLine {
  read: Omit<OrderLine, 'id'>;
  /** The line that stands already; nothing for a new one. */
  known?: OrderLine;
  /** Names of what the file says otherwise than the line that stands. */
  changes: (keyof OrderLine)[];
}

/** What tells one line of an order from another; the rest is what may have changed about it. */
const IDENTITY = ['species', 'replaces', 'nursery', 'provenance', 'seedLot', 'age', 'deliverOn'];
const LOOSE = ['species', 'replaces', 'nursery', 'deliverOn'];

/**
 * Finds for each line of a file the line of the order that it is about, so that a file that was taken out
 * and comes back brings nothing in twice. Lines that agree in all that tells them apart are found first, the
 * ones alike in count before others; then those of the same species, nursery and day. Each is found once.
 */
export function matchOrders(
  standing: readonly OrderLine[],
  read: readonly Omit<OrderLine, 'id'>[],
): MatchedLine[] {
  const free = new Set(standing);
  const found = new Array<OrderLine | undefined>(read.length);
  const alike = (a: Omit<OrderLine, 'id'>, b: OrderLine, names: readonly string[]) =>
    names.every((name) => (a[name as 'note'] ?? '') === (b[name as 'note'] ?? ''));
  for (const names of [[...IDENTITY, 'count'], IDENTITY, LOOSE])
    read.forEach((line, i) => {
      if (found[i]) return;
      const known = [...free].find((other) => alike(line, other, names));
      if (!known) return;
      found[i] = known;
      free.delete(known);
    });
  return read.map((line, i) => {
    const known = found[i];
    const names = Object.keys(line) as (keyof Omit<OrderLine, 'id'>)[];
    return {
      read: line,
      known,
      changes: known ? names.filter((name) => (line[name] ?? '') !== (known[name] ?? '')) : [],
    };
  });
}

/** What a delivery brings and how much of it will have gone into the ground by the next. */
export interface Tranche {
  day: Day | null;
  lines: OrderLine[];
  trees: number;
}

/** Lines that are not declined, delivery by delivery; those without a day last. */
export function tranches(lines: readonly OrderLine[]): Tranche[] {
  const byDay = new Map<Day | null, OrderLine[]>();
  for (const line of lines) {
    if (line.state === 'declined') continue;
    byDay.set(line.deliverOn, [...(byDay.get(line.deliverOn) ?? []), line]);
  }
  return [...byDay]
    .sort(([a], [b]) => ((a ?? '9999') < (b ?? '9999') ? -1 : 1))
    .map(([day, own]) => ({
      day,
      lines: own,
      trees: own.reduce((sum, line) => sum + expectedOf(line), 0),
    }));
}

/**
 * Where another species may stand in for one of the plan.
 * @param allowed for each row, run-length encoded pairs of class and count along the pegs
 * @param classes for each class and species of the site, whether it may stand there
 * @param runs for each row its species runs, as indices into the layout's mix
 * @param species index of the missing species in the mix
 * @param substitute index of the candidate in `classes`
 */
export function placesFor(
  allowed: readonly (readonly number[])[],
  classes: readonly (readonly boolean[])[],
  runs: readonly (readonly number[])[],
  species: number,
  substitute: number,
): { places: number; of: number; rows: { row: number; places: number }[] } {
  let places = 0;
  let of = 0;
  const rows: { row: number; places: number }[] = [];
  runs.forEach((row, r) => {
    let inRow = 0;
    let c = 0;
    let leftInClass = allowed[r][1] ?? 0;
    for (let i = 0; i < row.length; i += 2) {
      for (let left = row[i + 1]; left > 0;) {
        while (leftInClass === 0 && c + 2 < allowed[r].length) {
          c += 2;
          leftInClass = allowed[r][c + 1];
        }
        const step = Math.min(left, leftInClass || left);
        if (row[i] === species) {
          of += step;
          if (classes[allowed[r][c]]?.[substitute]) inRow += step;
        }
        left -= step;
        leftInClass -= Math.min(step, leftInClass);
      }
    }
    if (inRow) rows.push({ row: r + 1, places: inRow });
    places += inRow;
  });
  return { places, of, rows };
}

/** A species of the site that could stand in for one that is short. */
export interface Substitute {
  species: string;
  /** Places of the missing species that it may take, and in which rows. */
  places: number;
  rows: { row: number; places: number }[];
}

/**
 * For every other species of the site: which of the missing one's places it may take, by wires,
 * buildings, damp and light. The best comes first.
 * @param rows of the layout, and the species runs of each
 * @param limits of the block's ground
 * @param cards of the site
 * @param missing index of the missing species in the layout's mix
 */
export function substitutes(
  rows: RowSet,
  runs: readonly (readonly number[])[],
  limits: readonly Limit[],
  cards: readonly (Traits & { id: string })[],
  missing: { index: number; id: string },
): { of: number; candidates: Substitute[] } {
  // Something that stands anywhere keeps every place in the count, whatever the cards say today.
  const anything = { name: '', matureHeight: 0, damp: '', light: '' };
  const { places } = limitPlaces(rows, limits, [...cards, anything]);
  const classes = places.limits.map(({ allowed }) => allowed);
  let of = 0;
  const candidates = cards
    .map(({ id }, index) => ({ id, index }))
    .filter(({ id }) => id !== missing.id)
    .map(({ id, index }) => {
      const found = placesFor(places.classes, classes, runs, missing.index, index);
      of = found.of;
      return { species: id, places: found.places, rows: found.rows };
    })
    .sort((a, b) => b.places - a.places);
  return { of, candidates };
}
