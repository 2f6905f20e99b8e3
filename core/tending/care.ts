import type { BlockCall } from '../morning/board';
import { rangesOf } from '../measure/ranges';
import { say } from '../say/message';

/** What is done to standing trees row by row. */
export const CARE = [
  'weeded',
  'mulched',
  'guards on',
  'guards off',
  'stakes on',
  'stakes off',
  'ties loosened',
] as const;
export type Care = (typeof CARE)[number];

/** Care of a row: trees of it that had it, on which day. */
export interface CareEvent {
  row: number;
  kind: Care;
  trees: number;
  /** Milliseconds since 1970. */
  at: number;
}

export interface CareState {
  kind: Care;
  /** Rows that had it since the round began, and trees in them. */
  rows: number[];
  trees: number;
  /** Rows of the block that did not. */
  left: number[];
  /** When it was last done anywhere. */
  last: number;
}

/** A round of care is over when nothing of it was done for so many days; the next begins anew. From memory. */
export const ROUND_DAYS = 45;
const DAY = 86_400_000;

/**
 * Rounds of each kind of care, the newest first: a round reaches back as long as no pause of `ROUND_DAYS` lies
 * between two days of work.
 * @param events in any order, what was taken back left out
 * @param rows planted ones
 */
export function careRounds(events: readonly CareEvent[], rows: readonly number[]): CareState[] {
  return CARE.flatMap((kind) => {
    const own = events.filter((event) => event.kind === kind).sort((a, b) => b.at - a.at);
    const rounds: CareEvent[][] = [];
    own.forEach((event, i) => {
      if (i && own[i - 1].at - event.at <= ROUND_DAYS * DAY) rounds[rounds.length - 1].push(event);
      else rounds.push([event]);
    });
    return rounds.map((round): CareState => {
      const done = new Map<number, number>();
      for (const { row, trees } of round) done.set(row, Math.max(done.get(row) ?? 0, trees));
      return {
        kind,
        rows: [...done.keys()].sort((a, b) => a - b),
        trees: [...done.values()].reduce((sum, trees) => sum + trees, 0),
        left: rows.filter((row) => !done.has(row)),
        last: round[0].at,
      };
    });
  });
}

/** How far each kind of care has got: the newest round of it. */
export const careStates = (events: readonly CareEvent[], rows: readonly number[]): CareState[] => {
  const rounds = careRounds(events, rows);
  return CARE.flatMap((kind) => rounds.find((round) => round.kind === kind) ?? []);
};

/**
 * The care that a task of the calendar asks for; nothing for tasks of other work.
 * @example careOfTask('weed-2') // => 'weeded'
 */
export const careOfTask = (key: string): Care | undefined =>
  key.startsWith('weed-')
    ? 'weeded'
    : key === 'mulch'
      ? 'mulched'
      : key === 'stakes-off'
        ? 'stakes off'
        : key === 'guards-off'
          ? 'guards off'
          : undefined;

/** A stake that stays longer than this holds a tree that should hold itself. Common practice, no source. */
export const STAKE_MONTHS = 18;
const MONTH = 30.4375 * DAY;

export interface OldStakes {
  rows: number[];
  trees: number;
  /** When the oldest of them went in. */
  since: number;
}

/** Rows whose stakes went in more than `STAKE_MONTHS` ago and were not taken out since. */
export function oldStakes(events: readonly CareEvent[], now: number): OldStakes | undefined {
  const stands = new Map<number, { at: number; trees: number }>();
  for (const { row, kind, trees, at } of [...events].sort((a, b) => a.at - b.at)) {
    if (kind === 'stakes on') stands.set(row, { at, trees });
    if (kind === 'stakes off') stands.delete(row);
  }
  const old = [...stands].filter(([, { at }]) => now - at > STAKE_MONTHS * MONTH);
  if (!old.length) return undefined;
  return {
    rows: old.map(([row]) => row).sort((a, b) => a - b),
    trees: old.reduce((sum, [, { trees }]) => sum + trees, 0),
    since: Math.min(...old.map(([, { at }]) => at)),
  };
}

/** Stakes that hold trees which should hold themselves. */
export function stakeCalls(stakes: OldStakes | undefined, block: string, now: number): BlockCall[] {
  if (!stakes) return [];
  return [
    {
      room: 'tending',
      urgency: 'soon',
      when: say('when.season'),
      say: say('tending.oldStakes', { block, trees: stakes.trees }),
      detail: say('tending.oldStakesWhy', {
        rows: rangesOf(stakes.rows),
        months: Math.floor((now - stakes.since) / MONTH),
      }),
      action: say('action.openTending'),
    },
  ];
}
