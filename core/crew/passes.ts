import { groupBy } from '../measure/group';
import type { Figure } from '../measure/working';
import { told } from '../say/told';
import { lengthOf, say } from '../say/message';
import type { Runs } from '../rows/species';
import { summarise, type StoredRow } from '../rows/stored';
import type { Side } from './bins';

/** What a machine is and how it is driven. */
export interface MachineTerms {
  seats: 1 | 2;
  /** Of such machines at work on the block at once; one where nobody said. */
  machines?: number;
  /** Metres: the tightest turn the tractor makes with the planter lifted. */
  radius: number;
  /** Metres a second, planting and turning. */
  speed: number;
  turning: number;
  /** Trees that a seat's bin holds. */
  bin: number;
  /** On which side the bin stands from which each rider takes, where somebody has said. */
  leftTakes?: Side;
  rightTakes?: Side;
  /** Litres an hour. */
  fuel: number;
}

/** Common practice, no source: 1.5 km/h planting, 3 km/h turning, 8 L an hour. */
export const MACHINE_TERMS: MachineTerms = {
  ...{ seats: 2, radius: 6, speed: 1.5 / 3.6, turning: 3 / 3.6 },
  ...{ bin: 260, fuel: 8 },
};

/** Metres; what needs more is no tractor. */
const WIDEST_TURN = 50;

/** A row as the machine plants it, or a piece of one. */
export interface MachineRow {
  number: number;
  /** The first peg of it, 1 for a whole row, and how many trees. */
  from: number;
  trees: number;
  /** Chainage of its first tree, and metres from there to the last. */
  first: number;
  length: number;
  /** The part of the block in which the machine drives to and fro unhindered; one where nothing cuts a row. */
  cell?: number;
  step: number;
  runs: Runs;
  /** First chainage and count of each stretch, in turn, where something interrupts the row. */
  stretches?: readonly number[];
}

/** A kept row as the machine plants it. */
export function machineRow(row: StoredRow): MachineRow {
  const { number, trees, first, last, step, runs, stretches, listed } = summarise(row);
  const broken = !listed && stretches.length > 2;
  return {
    ...{ number, from: 1, trees, first, length: last - first, step, runs },
    ...(broken ? { stretches } : {}),
  };
}

/**
 * Metres from a row's first tree to each of its trees, in the order in which it is driven: what interrupts
 * a piece is driven over.
 * @example metresAlong({ length: 12, step: 2, stretches: [5, 2, 15, 2], runs: [0, 4] }) // => [0, 2, 10, 12]
 */
export function metresAlong(
  { length, step, stretches, runs }: Pick<MachineRow, 'length' | 'step' | 'stretches' | 'runs'>,
  backwards = false,
): number[] {
  const parts = stretches ?? [0, runs.reduce((sum, value, i) => sum + (i % 2 ? value : 0), 0)];
  const along: number[] = [];
  for (let i = 0; i < parts.length; i += 2)
    for (let k = 0; k < parts[i + 1]; k++) along.push(parts[i] - parts[0] + k * step);
  return backwards ? along.reverse().map((metres) => length - metres) : along;
}

/** What a seat plants of a pass, in the order in which it plants it. */
export interface SeatLoad {
  seat: 'left' | 'right' | 'only';
  row: number;
  runs: Runs;
  trees: number;
  /** Its pegs of the row, the first and the last in the order of driving. */
  pegs: [first: number, last: number];
  /** Trees of the same row that were planted in passes before. */
  earlier: number;
  /** Metres from the start of the pass to each of them. */
  along: number[];
  /** Where the species changes: metres from the start of the pass, and to which. */
  changes: { at: number; species: number }[];
}

/** A place within a pass at which a bin is empty: the machine stands, and all bins are filled. */
export interface BinStop {
  /** Metres from the start of the pass to the first tree that is not there. */
  at: number;
  /** Whose bin it is. */
  seat: SeatLoad['seat'];
  row: number;
  /** The last peg that it had a tree for. */
  peg: number;
}

export interface Pass {
  /** In the order of driving, counted from 1. */
  order: number;
  /** Rows that lie in one pass wherever they are driven, counted from 0 across the block. */
  lane: number;
  rows: number[];
  /** Of the longest of its rows. */
  metres: number;
  /** Driven from the last peg to the first. */
  backwards: boolean;
  loads: SeatLoad[];
  /** Bins are filled before it, where the machine stands then. */
  refill: boolean;
  /** Where bins run empty on the way: a bin holds less than the row. */
  stops: BinStop[];
  /** The turn into it is tighter than the tractor makes: it reverses. */
  tight: boolean;
}

export interface PassPlan {
  passes: Pass[];
  planting: Figure;
  turns: Figure;
  hours: Figure;
  fuel: Figure;
}

/** What is driven in one pass: the pieces of a lane that lie in one cell. */
interface Lane {
  lane: number;
  rows: MachineRow[];
}

/** Lanes of each cell, in order across the block; rows keep their neighbour in the pass in every cell. */
function lanesByCell(rows: readonly MachineRow[], seats: 1 | 2): Lane[][] {
  const numbers = [...new Set(rows.map(({ number }) => number))].sort((a, b) => a - b);
  const laneOf = new Map(numbers.map((number, i) => [number, Math.floor(i / seats)]));
  return [...groupBy(rows, ({ cell }) => cell ?? 0).values()].map((own) =>
    [...groupBy(own, ({ number }) => laneOf.get(number)!)].map(([lane, pieces]) => ({
      lane,
      rows: pieces,
    })),
  );
}

/** A lane as it is driven. */
interface Turned extends Lane {
  backwards: boolean;
  tight: boolean;
  /** Metres from the end of the pass before into it; nothing for the first. */
  turn: number;
}

/** Cells one after the other, each with its lanes in turn. */
function drivenOver(cells: readonly Lane[][], apart: number, width: number, radius: number) {
  const driven: Turned[] = [];
  let at: { lane: number; chainage: number } | undefined;
  const ends = (own: readonly MachineRow[]) => [
    Math.min(...own.map(({ first }) => first)),
    Math.max(...own.map(({ first, length }) => first + length)),
  ];
  for (const cell of cells) {
    const order = turnOrder(cell.length, apart).map((i) => cell[i]);
    for (const [i, { lane, rows }] of order.entries()) {
      const [low, high] = ends(rows);
      const before = driven[driven.length - 1] as Turned | undefined;
      const enters = i === 0;
      // A cell is entered at its nearer end; within it passes go to and fro.
      const backwards = enters
        ? at !== undefined && Math.abs(at.chainage - high) < Math.abs(at.chainage - low)
        : !before!.backwards;
      const aside = at ? Math.abs(lane - at.lane) * width : 0;
      const along = at ? Math.abs(at.chainage - (backwards ? high : low)) : 0;
      driven.push({
        ...{ lane, rows, backwards },
        tight: !enters && Math.abs(lane - before!.lane) < apart,
        turn: at ? turn(aside, radius) + (enters ? along : 0) : 0,
      });
      at = { lane, chainage: backwards ? low : high };
    }
  }
  return driven;
}

/**
 * Rows as passes, in an order in which no turn is tighter than the tractor makes where that can be had.
 * @param rows in order across the block, or the pieces that are left of them where something cuts them
 * @param between metres from row to row
 * @param side 1 when rows are numbered towards the right of their bearing, −1 towards the left
 * @throws Told for measures that are none
 */
export function passPlan(
  rows: readonly MachineRow[],
  between: number,
  side: 1 | -1,
  terms: MachineTerms,
): PassPlan {
  const { seats, radius, speed, turning, fuel } = terms;
  const bin = Math.max(1, terms.bin);
  if (!(speed > 0 && turning > 0)) throw told('crew.noSpeed');
  if (!(radius >= 0 && radius <= WIDEST_TURN))
    throw told('crew.turnRadius', { radius: lengthOf(radius), most: lengthOf(WIDEST_TURN) });
  const width = seats * between;
  const apart = width > 0 ? Math.max(1, Math.ceil((2 * radius) / width - 1e-9)) : 1;
  const driven = drivenOver(lanesByCell(rows, seats), apart, width, radius);
  let left = new Map<string, number>();
  const planted = new Map<number, number>();
  const passes = driven.map(({ lane, rows: own, backwards, tight }, i): Pass => {
    const loads = loadsOf(own, backwards, side, seats).map((load) => {
      const earlier = planted.get(load.row) ?? 0;
      planted.set(load.row, earlier + load.trees);
      return { ...load, earlier };
    });
    const asLeft = loads.map((load) => ({ ...load, left: left.get(load.seat) ?? 0 }));
    const full = asLeft.map((one) => ({ ...one, left: bin }));
    const [asItIs, filled] = [drive(asLeft, backwards, bin), drive(full, backwards, bin)];
    // On the headland all bins are filled where that spares a stop on the way: boxes stand there.
    const refill = filled.length < asItIs.length;
    left = new Map((refill ? full : asLeft).map((one) => [one.seat, one.left]));
    return {
      order: i + 1,
      lane,
      rows: own.map(({ number }) => number),
      ...{ backwards, loads, refill, tight },
      metres: Math.max(...own.map((row) => row.length)),
      stops: refill ? filled : asItIs,
    };
  });
  const planting = passes.reduce((sum, { metres }) => sum + metres, 0);
  const turned = driven.reduce((sum, one) => sum + one.turn, 0);
  const hours = (planting / speed + turned / turning) / 3600;
  return {
    passes,
    planting: {
      value: planting,
      kind: 'distance',
      formula: say('formula.passMetres'),
      steps: [{ label: say('step.passes'), value: passes.length, kind: 'count' }],
    },
    turns: {
      value: turned,
      kind: 'distance',
      formula: say('formula.turning'),
      steps: [
        { label: say('step.turns'), value: Math.max(0, passes.length - 1), kind: 'count' },
        { label: say('step.radius'), value: radius, kind: 'length' },
      ],
    },
    hours: {
      value: hours,
      kind: 'hours',
      formula: say('formula.passHours'),
      steps: [
        { label: say('step.planting'), value: planting, kind: 'distance' },
        { label: say('step.turning'), value: turned, kind: 'distance' },
      ],
    },
    fuel: {
      value: (hours * fuel) / 1000,
      kind: 'liquid',
      formula: say('formula.fuel'),
      steps: [
        { label: say('step.hours'), value: hours, kind: 'hours' },
        { label: say('step.anHour'), value: fuel / 1000, kind: 'liquid' },
      ],
    },
  };
}

/** A seat's load as it is driven. */
interface Driven extends SeatLoad {
  /** Trees in its bin; what is left after the pass stands here then. */
  left: number;
}

/**
 * Drives a pass: wherever a bin is empty before its row ends the machine stands, and every bin is filled.
 * @param loads whose `left` is counted down
 */
function drive(loads: readonly Driven[], backwards: boolean, bin: number): BinStop[] {
  const stops: BinStop[] = [];
  const set = new Map(loads.map(({ row }) => [row, 0]));
  const setUntil = (load: Driven, until: number) => {
    load.left -= until - set.get(load.row)!;
    set.set(load.row, until);
  };
  for (;;) {
    const [next] = loads
      .map((load) => ({ load, until: set.get(load.row)! + load.left }))
      .filter(({ load, until }) => until < load.trees)
      .sort((a, b) => a.load.along[a.until] - b.load.along[b.until]);
    if (!next) break;
    const at = next.load.along[next.until];
    for (const load of loads) {
      const ahead = load.along.findIndex((metres) => metres >= at - 1e-9);
      setUntil(load, load === next.load ? next.until : ahead < 0 ? load.trees : ahead);
      load.left = bin;
    }
    const { seat, row, pegs } = next.load;
    stops.push({ at, seat, row, peg: pegs[0] + (backwards ? 1 - next.until : next.until - 1) });
  }
  for (const load of loads) setUntil(load, load.trees);
  return stops;
}

/**
 * Metres of a turn into a pass so far aside: a half circle of that width, or of the tightest turn with a
 * straight piece; nearer than twice the radius the machine overshoots and reverses, about a radius each.
 */
function turn(aside: number, radius: number): number {
  if (aside >= 2 * radius) return Math.PI * radius + aside - 2 * radius;
  return Math.PI * radius + 2 * radius;
}

/** Trees in pieces of cut rows that are shorter than the turn at their end: hands are quicker there. */
export function treesInShortPieces(rows: readonly MachineRow[], radius: number): number {
  const pieces = groupBy(rows, ({ number }) => number);
  return rows
    .filter(({ number, length }) => pieces.get(number)!.length > 1 && length < turn(0, radius))
    .reduce((sum, { trees }) => sum + trees, 0);
}

/** Steps of the search for an order before it gives up. */
const MOST_STEPS = 40_000;

/**
 * An order of passes in which neighbours in time lie at least so many passes apart, if there is one; the
 * ways between them short. Passes are taken in groups that weave between their halves (1, d + 2, 2, d + 3,
 * …: steps of d + 1 and d), the last ones by search with the nearest first.
 * @param count of passes
 * @param apart at least so many passes from each to the next; 1 takes them one by one
 * @returns indices from 0
 */
export function turnOrder(count: number, apart: number): number[] {
  if (apart <= 1 || count <= 2) return Array.from({ length: count }, (_, i) => i);
  const half = apart + 1;
  const order: number[] = [];
  let from = 0;
  // Two groups' worth is left for the search, so that it has room to find an order.
  while (count - from >= 4 * half) {
    const [low, high] = [from, from + half];
    // A group is entered on its far half where the one before it ended beside its near one.
    const starts = order.length && Math.abs(low - order[order.length - 1]) < apart ? high : low;
    for (let i = 0; i < half; i++) {
      const pair = [low + i, high + i];
      order.push(...(starts === low ? pair : pair.reverse()));
    }
    from += 2 * half;
  }
  const tail = Array.from({ length: count - from }, (_, i) => from + i);
  const last = order[order.length - 1];
  const found = search(tail, last, apart);
  return [...order, ...(found ? shortened(found, last, apart) : nearestFirst(tail, last, apart))];
}

/** The same passes with less way between them, stretches turned round as long as that helps (2-opt). */
function shortened(found: readonly number[], from: number | undefined, apart: number): number[] {
  let order = [...found];
  const way = (passes: readonly number[]) => {
    let sum = 0;
    for (let i = 0; i < passes.length; i++) {
      const before = i ? passes[i - 1] : from;
      if (before === undefined) continue;
      const aside = Math.abs(passes[i] - before);
      if (aside < apart) return Infinity;
      sum += aside;
    }
    return sum;
  };
  for (let gained = true; gained;) {
    gained = false;
    for (let i = 0; i < order.length; i++)
      for (let j = i + 1; j < order.length; j++) {
        const turned = [
          ...order.slice(0, i),
          ...order.slice(i, j + 1).reverse(),
          ...order.slice(j + 1),
        ];
        if (way(turned) < way(order)) [order, gained] = [turned, true];
      }
  }
  return order;
}

/** An order of the rest without a turn too tight; nothing where none is found. */
function search(
  rest: readonly number[],
  from: number | undefined,
  apart: number,
): number[] | undefined {
  const open = new Set(rest);
  const found: number[] = [];
  let steps = 0;
  const go = (last: number | undefined): boolean => {
    if (!open.size) return true;
    if (++steps > MOST_STEPS) return false;
    const able = [...open].filter((pass) => last === undefined || Math.abs(pass - last) >= apart);
    // Those with the fewest ways on come first: left to the end, they would have none.
    const ways = (pass: number) =>
      [...open].filter((other) => other !== pass && Math.abs(other - pass) >= apart).length;
    able.sort((a, b) => ways(a) - ways(b) || Math.abs(a - (last ?? 0)) - Math.abs(b - (last ?? 0)));
    for (const pass of able) {
      open.delete(pass);
      found.push(pass);
      if (go(pass)) return true;
      found.pop();
      open.add(pass);
    }
    return false;
  };
  return go(from) ? found : undefined;
}

/** The nearest pass that can be turned into; where there is none, the nearest. */
function nearestFirst(rest: readonly number[], from: number | undefined, apart: number): number[] {
  const open = [...rest];
  const order: number[] = [];
  let last = from;
  while (open.length) {
    const at = last ?? 0;
    const able = open.filter((pass) => last === undefined || Math.abs(pass - at) >= apart);
    const [next] = (able.length ? able : open).sort((a, b) => Math.abs(a - at) - Math.abs(b - at));
    open.splice(open.indexOf(next), 1);
    order.push(next);
    last = next;
  }
  return order;
}

/** What each seat plants of a pass: the left seat takes the row that lies left of the way it is driven. */
function loadsOf(
  rows: readonly MachineRow[],
  backwards: boolean,
  side: 1 | -1,
  seats: 1 | 2,
): SeatLoad[] {
  const leftFirst = (side === 1) !== backwards;
  const placed = leftFirst ? rows : [...rows].reverse();
  return placed.map((row, i): SeatLoad => {
    const { number, runs, from } = row;
    const along = metresAlong(row, backwards);
    const seat = seats === 1 ? 'only' : rows.length === 1 ? 'left' : i === 0 ? 'left' : 'right';
    const driven = backwards ? reversed(runs) : runs;
    const changes: SeatLoad['changes'] = [];
    let trees = 0;
    for (let run = 0; run < driven.length; run += 2) {
      if (run > 0 && driven[run] !== driven[run - 2])
        changes.push({ at: along[trees], species: driven[run] });
      trees += driven[run + 1];
    }
    const last = from + trees - 1;
    const pegs: SeatLoad['pegs'] = backwards ? [last, from] : [from, last];
    return { ...{ seat, row: number, runs: driven, trees, pegs, along, changes }, earlier: 0 };
  });
}

/**
 * Trees of a seat's load that are in the ground: of a row in pieces those of the pass before go first.
 * @param planted trees of its row in the ground
 */
export const setOfLoad = (
  { earlier, trees }: Pick<SeatLoad, 'earlier' | 'trees'>,
  planted: number,
): number => Math.max(0, Math.min(trees, planted - earlier));

function reversed(runs: Runs): Runs {
  const back: Runs = [];
  for (let i = runs.length - 2; i >= 0; i -= 2) back.push(runs[i], runs[i + 1]);
  return back;
}
