import { say } from '../say/message';
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
}

export interface WaveRow {
  number: number;
  places: number;
  planted: number;
  /** When its newest tree went in, milliseconds since 1970. */
  plantedAt: number | null;
  done: number;
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
  for (const { number, planted, plantedAt, done } of rows) {
    const open = planted - done;
    if (open < 0) ahead.push({ row: number, more: -open });
    if (open <= 0) continue;
    const due = (plantedAt ?? now) + terms.within * HOUR;
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
