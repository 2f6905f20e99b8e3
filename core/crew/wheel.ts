import { median } from 'simple-statistics';

/** A mark of the spacer wheel went by. */
export interface Pulse {
  /** Seconds since the counter was switched on. */
  at: number;
  /** Marks since the counter was switched on. */
  count: number;
}

/** The wheel stands this long between two rows: a turn. Seconds, from memory. */
export const ROW_PAUSE = 12;

/** A row as the wheel counted it. */
export interface WheelRow {
  /** Trees: one at every mark. */
  trees: number;
  from: number;
  to: number;
  /** Seconds from tree to tree, the mean. */
  every: number;
}

/** Where trees follow one another slowly, the wheel has stood after so many times their usual pause. */
const STOOD = 3;

/**
 * Marks as stretches: wherever the wheel stood as long as a turn takes, one ended.
 * @param pause seconds that the wheel stands at a turn
 */
export function rowsOfPulses(pulses: readonly Pulse[], pause = pauseOf(pulses)): WheelRow[] {
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

/** At least three times from tree to tree: wide spacing driven slowly is no turn at every tree. */
function pauseOf(pulses: readonly Pulse[]): number {
  const gaps = pulses.slice(1).map(({ at }, i) => at - pulses[i].at);
  return Math.max(ROW_PAUSE, STOOD * (gaps.length ? median(gaps) : 0));
}

/** A stretch of the counter on the row it was driven in. */
export interface CountedOnRow {
  /** Nothing where no row is left for it. */
  row?: number;
  /** Which of the rows that were handed in; a row in two pieces comes twice. */
  at?: number;
  /** What the wheel counted, and how many of them the row has places for. */
  marks: number;
  trees: number;
  over: number;
  every: number;
  /** Seconds after the counter was switched on at which the stretch ended. */
  to: number;
}

/** So many stretches times rows are looked at; a file that breaks into more is none that rows explain. */
const MOST_LOOKED_AT = 500_000;
/** More stops than this within one row are not looked for. */
const MOST_STOPS = 12;
/** A wheel that slips counts a few trees more than were set: this share of a row, from memory. */
const SLIP = 0.05;
/** Beyond that places were rather left empty than trees counted that never were. */
const TOO_MANY = 10;

/**
 * Stretches of the counter on rows, in the order in which they were driven. A wheel also stands within a row, for
 * a stone or a refill: as many stretches are taken together as leave the least between marks and free places over
 * all rows (of equals the fewer stops). A row takes no more than it has free: slip and a touched wheel count too
 * many, and a tree more than the row holds stands nowhere.
 * @param rows in the order in which they were driven
 * @param known rows that somebody has said, by stretch: indices into `rows`; those that follow go on from there
 */
export function ontoRows(
  stretches: readonly WheelRow[],
  rows: readonly { number: number; free: number }[],
  known: ReadonlyMap<number, number> = new Map(),
): CountedOnRow[] {
  const onRow: number[] = [];
  const starts = [...new Set([0, ...known.keys()])].sort((a, b) => a - b);
  starts.forEach((from, i) => {
    const first = known.get(from) ?? 0;
    const marks = stretches.slice(from, starts[i + 1] ?? stretches.length).map((one) => one.trees);
    for (const row of together(marks, rows.slice(first))) onRow.push(first + row);
  });
  const left = rows.map(({ free }) => free);
  return stretches.map(({ trees: marks, every, to }, i) => {
    const at = onRow[i] < rows.length ? onRow[i] : undefined;
    const trees = at === undefined ? 0 : Math.min(marks, left[at]);
    if (at !== undefined) left[at] -= trees;
    return {
      ...{ row: at === undefined ? undefined : rows[at].number, at },
      ...{ marks, trees, over: marks - trees, every, to },
    };
  });
}

/** Row of every stretch, counted from nothing; what comes after the last row is on none. */
function together(marks: readonly number[], rows: readonly { free: number }[]): number[] {
  const n = marks.length;
  // What is left between marks and places when the first i stretches fill the first j rows.
  const width = Math.min(n, rows.length) + 1;
  if (n * width > MOST_LOOKED_AT) return marks.map((_, i) => Math.min(i, rows.length));
  const least = new Float64Array((n + 1) * width).fill(Infinity);
  const taken = new Uint8Array((n + 1) * width);
  least[0] = 0;
  for (let j = 1; j < width; j++)
    for (let i = j; i <= n; i++) {
      let sum = 0;
      for (let k = 1; k <= Math.min(i, MOST_STOPS); k++) {
        sum += marks[i - k];
        const more = sum - rows[j - 1].free;
        // A row at which the day ended need not be full.
        const slipped = more <= SLIP * rows[j - 1].free ? 1 : TOO_MANY;
        const apart = more > 0 ? slipped * more : i === n ? 0 : -more;
        const cost = least[(i - k) * width + j - 1] + apart;
        if (cost < least[i * width + j]) {
          least[i * width + j] = cost;
          taken[i * width + j] = k;
        }
      }
    }
  // Marks for which no row is left count as they are.
  let best = { cost: Infinity, i: 0, j: 0 };
  let beyond = 0;
  for (let i = n; i >= 0; i--) {
    for (let j = width - 1; j >= 0; j--) {
      const cost = least[i * width + j] + beyond;
      if (cost < best.cost && (i === n || j === rows.length)) best = { cost, i, j };
    }
    beyond += marks[i - 1] ?? 0;
  }
  const onRow = Array.from({ length: n }, () => rows.length);
  for (let { i, j } = best; i > 0; j--) {
    const k = taken[i * width + j];
    for (let s = i - k; s < i; s++) onRow[s] = j - 1;
    i -= k;
  }
  return onRow;
}

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
