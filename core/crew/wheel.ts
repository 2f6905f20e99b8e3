import { told } from '../say/told';

/** A mark of the spacer wheel went by. */
export interface Pulse {
  /** Seconds since the counter was switched on. */
  at: number;
  /** Marks since the counter was switched on. */
  count: number;
}

/** A counter that leaps by more than this between two lines has lost some, or was touched. */
export const MOST_AT_ONCE = 3;
/** The wheel stands this long between two rows: a turn. Seconds, from memory. */
export const ROW_PAUSE = 12;

/**
 * What a counter on the spacer wheel writes, line by line: seconds and marks so far, parted by a comma, a
 * semicolon, a tab or spaces; a heading and lines that begin with # are passed over. A comma in a number is
 * a decimal one where something else parts the two.
 * @throws Told naming the line that cannot be: no numbers, time or count that runs backwards, a leap
 */
export function readPulses(text: string): Pulse[] {
  const pulses: Pulse[] = [];
  const lines = text.split(/\r?\n/);
  for (const [i, raw] of lines.entries()) {
    const line = raw.trim();
    if (!line || line.startsWith('#')) continue;
    const parted = /[;\t ]/.test(line) ? line.split(/[;\t ]+/) : line.split(',');
    const [at, count] = parted.map((part) => Number(part.trim().replace(',', '.')));
    if (!Number.isFinite(at) || !Number.isFinite(count) || parted.length !== 2) {
      if (!pulses.length && /\p{L}/u.test(line)) continue;
      throw told('crew.wheelLine', { line: i + 1, found: line.slice(0, 40) });
    }
    const before = pulses.at(-1);
    if (at < 0 || count < 0 || !Number.isInteger(count))
      throw told('crew.wheelLine', { line: i + 1, found: line.slice(0, 40) });
    if (before && (at < before.at || count < before.count))
      throw told('crew.wheelBack', { line: i + 1 });
    if (before && count - before.count > MOST_AT_ONCE)
      throw told('crew.wheelLeap', { line: i + 1, leap: count - before.count });
    if (!before || count > before.count) pulses.push({ at, count });
  }
  if (!pulses.length) throw told('crew.wheelEmpty');
  return pulses;
}

/** A row as the wheel counted it. */
export interface WheelRow {
  /** Trees: one at every mark. */
  trees: number;
  from: number;
  to: number;
  /** Seconds from tree to tree, the mean. */
  every: number;
}

/**
 * Marks as rows: wherever the wheel stood longer than a turn takes, a row ended.
 * @param pause seconds
 */
export function rowsOfPulses(pulses: readonly Pulse[], pause = ROW_PAUSE): WheelRow[] {
  const rows: WheelRow[] = [];
  let first = 0;
  const close = (end: number) => {
    const [a, b] = [pulses[first], pulses[end]];
    const before = first ? pulses[first - 1].count : Math.max(0, a.count - 1);
    const trees = b.count - before;
    rows.push({ trees, from: a.at, to: b.at, every: trees > 1 ? (b.at - a.at) / (trees - 1) : 0 });
    first = end + 1;
  };
  for (let i = 1; i < pulses.length; i++) if (pulses[i].at - pulses[i - 1].at > pause) close(i - 1);
  if (pulses.length) close(pulses.length - 1);
  return rows;
}

/** A stretch of the counter on the row it was driven in. */
export interface CountedOnRow {
  /** Nothing where no row is left for it. */
  row?: number;
  /** What the wheel counted, and how many of them the row has places for. */
  marks: number;
  trees: number;
  over: number;
  every: number;
  /** Seconds after the counter was switched on at which the stretch ended. */
  to: number;
}

/**
 * Stretches of the counter on rows, one after the other. A row takes no more than it has free: slip and a touched
 * wheel count too many, and a tree more than the row holds stands nowhere.
 * @param rows in the order in which they were driven
 */
export const ontoRows = (
  stretches: readonly WheelRow[],
  rows: readonly { number: number; free: number }[],
): CountedOnRow[] =>
  stretches.map(({ trees: marks, every, to }, i) => {
    const row = rows.at(i);
    const trees = Math.min(marks, row?.free ?? 0);
    return { row: row?.number, marks, trees, over: marks - trees, every, to };
  });

/** What comes next to a rider's hand. */
export interface SeatAhead {
  /** Species now in hand. */
  species: number;
  /** Trees until another one begins; none where the row ends with this one. */
  change: { trees: number; species: number } | null;
  /** Trees to the end of the row. */
  left: number;
}

/**
 * Where a seat stands in its load.
 * @param runs species and trees in planting order
 * @param set trees set of this row
 */
export function seatAhead(runs: readonly number[], set: number): SeatAhead {
  let passed = set;
  let total = 0;
  for (let i = 1; i < runs.length; i += 2) total += runs[i];
  for (let i = 0; i < runs.length; i += 2) {
    if (passed >= runs[i + 1]) {
      passed -= runs[i + 1];
      continue;
    }
    const next = runs.slice(i + 2).findIndex((_, k) => k % 2 === 0 && runs[i + 2 + k + 1] > 0);
    const change = next < 0 ? null : { trees: runs[i + 1] - passed, species: runs[i + 2 + next] };
    return { species: runs[i], change, left: Math.max(0, total - set) };
  }
  return { species: runs[Math.max(0, runs.length - 2)] ?? 0, change: null, left: 0 };
}
