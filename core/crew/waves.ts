import { say } from '../say/message';
import type { Day } from '../measure/dates';
import type { Figure } from '../measure/working';

/**
 * What follows the planters, in the order in which hands do it. Each wave works on trees that stand, and a
 * tree is never left to the memory of a wave: what is planted and not yet done is its work.
 */
export const WAVES = ['water', 'guard', 'mulch', 'flags'] as const;
export type Wave = (typeof WAVES)[number];

export const WAVE_LABELS: Record<Wave, string> = {
  water: 'watered',
  guard: 'guarded',
  mulch: 'mulched',
  flags: 'flags back',
};

/** Trees a person does in an hour. From memory, the leader's own once typed. */
export const WAVE_RATES: Record<Wave, number> = { water: 60, guard: 40, mulch: 30, flags: 400 };

/** How a wave is manned and how long it may lie behind the planters. */
export interface WaveTerms {
  hands: number;
  /** Trees a person does in an hour. */
  rate: number;
  /** Hours behind the planting within which a tree is to be done. */
  within: number;
  /** Trees set before this day are not its work; without it all that stand are. */
  from?: Day | null;
}

export interface WaveRow {
  number: number;
  /** Trees that went in, those in dead places among them. */
  planted: number;
  /** When the newest tree of the layout went in, milliseconds since 1970. */
  plantedAt: number | null;
  /** Trees that went into dead places, and when the newest did. */
  again?: { trees: number; at: number };
  done: number;
}

/** Trees of a row as they went in. */
export interface RowStanding {
  number: number;
  planted: number;
  plantedAt: number | null;
  /** Each setting of trees into dead places. */
  filled: readonly { trees: number; at: number }[];
}

/**
 * A row as one wave has it: what was set from a moment on.
 * @param start milliseconds since 1970
 * @example waveRow({ number: 3, planted: 20, plantedAt: 100, filled: [{ trees: 2, at: 900 }, { trees: 1, at: 950 }] }, 1, 500) // => {"number": 3, "planted": 3, "plantedAt": 100, "again": {"trees": 3, "at": 950}, "done": 1}
 */
export function waveRow(
  { number, planted, plantedAt, filled }: RowStanding,
  done: number,
  start = -Infinity,
): WaveRow {
  const own = filled.filter(({ at }) => at >= start);
  const trees = own.reduce((sum, one) => sum + one.trees, 0);
  const stands = plantedAt === null || plantedAt >= start ? planted : 0;
  return {
    ...{ number, planted: stands + trees, plantedAt },
    ...(trees ? { again: { trees, at: Math.max(...own.map(({ at }) => at)) } } : {}),
    done,
  };
}

export interface WaveState {
  wave: Wave;
  /** Trees that stand and wait for it. */
  waiting: number;
  done: number;
  /** Hours of its hands until all that stands is done. */
  hours: Figure;
  /** Trees whose hour has passed. */
  late: number;
  /** Rows in the order in which they are to be done, those due first. */
  next: { row: number; trees: number; due: number; late: boolean }[];
  /** Rows done further than planted: somebody counted wrong, or a tally is still on a phone. */
  ahead: { row: number; more: number }[];
}

const HOUR = 3_600_000;

/**
 * Where a wave stands behind the planters.
 * @param now milliseconds since 1970
 */
export function waveState(
  wave: Wave,
  rows: readonly WaveRow[],
  terms: WaveTerms,
  now: number,
): WaveState {
  const next: WaveState['next'] = [];
  const ahead: WaveState['ahead'] = [];
  let waiting = 0;
  let late = 0;
  for (const { number, planted, plantedAt, again, done } of rows) {
    const open = planted - done;
    if (open < 0) ahead.push({ row: number, more: -open });
    if (open <= 0) continue;
    // The layout's trees come first, so that what still waits is of a refill once it is no more than that set.
    const since = again && open <= again.trees ? again.at : plantedAt;
    const due = (since ?? now) + terms.within * HOUR;
    const isLate = due < now;
    waiting += open;
    if (isLate) late += open;
    next.push({ row: number, trees: open, due, late: isLate });
  }
  next.sort((a, b) => a.due - b.due || a.row - b.row);
  const perHour = terms.hands * terms.rate;
  return {
    ...{ wave, waiting, late, next, ahead },
    done: rows.reduce((sum, row) => sum + row.done, 0),
    hours: {
      value: perHour > 0 ? waiting / perHour : Infinity,
      kind: 'hours',
      formula: say('formula.waveHours'),
      steps: [
        { label: say('step.standAndWait'), value: waiting, kind: 'count' },
        { label: say('step.hands'), value: terms.hands, kind: 'count' },
        { label: say('step.treesAnHour'), value: terms.rate, kind: 'count' },
      ],
    },
  };
}

/** Trees a wave has done by row, each entry once and none that was taken back. */
export function waveSums(
  entries: readonly {
    id: string;
    row: number;
    wave: Wave;
    count: number;
    corrects: string | null;
  }[],
): Map<Wave, Map<number, number>> {
  const byId = new Map(entries.map((entry) => [entry.id, entry]));
  const gone = new Set(entries.map(({ corrects }) => corrects).filter(Boolean));
  const sums = new Map<Wave, Map<number, number>>();
  for (const { id, row, wave, count, corrects } of byId.values()) {
    if (corrects || gone.has(id)) continue;
    const own = sums.get(wave) ?? new Map<number, number>();
    sums.set(wave, own.set(row, (own.get(row) ?? 0) + count));
  }
  return sums;
}
