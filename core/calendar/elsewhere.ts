import { addTo, daysBetween, type Day } from '../measure/dates';
import { careOfTask, type Care } from '../tending/care';
import { SPRAY_ROUND } from './label';

/** Who says that a task is done though nobody ticked it off. */
export interface DoneElsewhere {
  on: Day;
  by:
    | 'orders'
    | 'stock'
    | 'rows'
    | 'spraying'
    | 'crew'
    | 'checks'
    | 'tending'
    | 'watering'
    | 'survival';
}

/** What other pages show done. A day is that of the last of it, and is missing while any of it is left. */
export interface ToldElsewhere {
  ordered: boolean;
  received: boolean;
  /** All that came with bare roots was soaked. */
  soaked?: boolean;
  /** Pegs of every row stand. */
  peggedOn?: Day;
  plantedOn?: Day;
  /** Every planted tree had its water, its mulch, from the wave behind the planters. */
  wateredOn?: Day;
  mulchedOn?: Day;
  /** Every box stands filled. */
  boxesOn?: Day;
  /** Every plot of the plan was looked at after the last tree went in. */
  checkedOn?: Day;
  countedOn?: Day;
  /** Days on which standing trees were given water, in order. */
  watered?: readonly Day[];
  /** Days on which the last row of a round of care was done. */
  cared: readonly { kind: Care; on: Day }[];
  /** Rounds of the sprayer, or of granules, over the whole block. */
  sprayed: readonly SprayRound[];
  /** The task of the newest refill, once all its places are set. */
  refilled?: { key: string; on: Day };
}

export interface SprayRound {
  /** The day on which it was through. */
  on: Day;
  /** Granules, which no sprayer takes. */
  dry: boolean;
}

/** Days before its own by which a count, or a round of care, still is that of its task. From memory. */
const AHEAD = 90;
/** Days from a spraying's own within which a round is that of its task. From memory. */
const SPRAY_WINDOW = 45;

/**
 * Sprayings as rounds over the block, those that are through. One of which no rows were named was of all of them.
 * @param sprayings in any order, cancelled ones left out
 * @param rows of the layout, 0 where there is none yet
 */
export function sprayRounds(
  sprayings: readonly { day: Day; rows: readonly number[]; dry: boolean }[],
  rows: number,
): SprayRound[] {
  return [false, true].flatMap((dry) => {
    const rounds: { from: Day; on: Day; rows: Set<number>; through: boolean }[] = [];
    const own = sprayings
      .filter((one) => one.dry === dry)
      .sort((a, b) => (a.day < b.day ? -1 : a.day > b.day ? 1 : 0));
    for (const { day, rows: named } of own) {
      let round = rounds.at(-1);
      if (!round || round.through || daysBetween(round.from, day) > SPRAY_ROUND)
        rounds.push((round = { from: day, on: day, rows: new Set(), through: false }));
      round.on = day;
      for (const row of named) round.rows.add(row);
      round.through = !named.length || (rows > 0 && round.rows.size >= rows);
    }
    return rounds.filter(({ through }) => through).map(({ on }) => ({ on, dry }));
  });
}

/**
 * Which spraying of the calendar each round was: nearest day first, each task and each round once. Tasks that
 * were ticked take the round that they were ticked for, so that no other task gets it.
 * @param tasks that the sprayer does, each with the day it was done on or is due
 * @returns day on which a round was through, by task
 */
export function roundsOfTasks(
  rounds: readonly SprayRound[],
  tasks: readonly { key: string; day: Day }[],
): Map<string, Day> {
  const pairs = tasks.flatMap(({ key, day }) =>
    rounds
      .filter(({ dry }) => !dry)
      .map((round) => ({ key, round, apart: Math.abs(daysBetween(day, round.on)) })),
  );
  const found = new Map<string, Day>();
  const taken = new Set<SprayRound>();
  for (const { key, round, apart } of pairs.sort((a, b) => a.apart - b.apart)) {
    if (apart > SPRAY_WINDOW || found.has(key) || taken.has(round)) continue;
    found.set(key, round.on);
    taken.add(round);
  }
  return found;
}

/**
 * Whether other pages show a task done.
 * @param byTable its usual day
 * @param sprayedOn of each task of the sprayer, from `roundsOfTasks`
 */
export function doneElsewhere(
  told: ToldElsewhere,
  key: string,
  byTable: Day,
  today: Day,
  sprayedOn: ReadonlyMap<string, Day>,
): DoneElsewhere | undefined {
  const by = (who: DoneElsewhere['by'], on: Day | undefined): DoneElsewhere | undefined =>
    on === undefined ? undefined : { on, by: who };
  const since = addTo(byTable, { days: -AHEAD });
  const sprayed = sprayedOn.get(key);
  if (sprayed) return { on: sprayed, by: 'spraying' };
  const usual = byTable < today ? byTable : today;
  switch (key) {
    case 'order':
      return by('orders', told.ordered ? usual : undefined);
    case 'receive':
      return by('stock', told.received ? usual : undefined);
    case 'soak':
      return by('stock', told.soaked ? usual : undefined);
    case 'set-out':
      return by('rows', told.peggedOn);
    case 'plant':
      return by('crew', told.plantedOn);
    case 'water-in':
      return by('crew', told.wateredOn);
    case 'fill-boxes':
      return by('crew', told.boxesOn);
    case 'check-rows':
      return by('checks', told.checkedOn);
    // Whoever waters has seen that it is dry; the weekly water begins with its first.
    case 'water-weekly':
    case 'water-dated':
      return by(
        'watering',
        told.watered?.find((on) => on >= since),
      );
  }
  if (told.refilled?.key === key) return { on: told.refilled.on, by: 'survival' };
  if (key.startsWith('count-') && told.countedOn && told.countedOn >= since)
    return { on: told.countedOn, by: 'survival' };
  const care = careOfTask(key);
  const round = told.cared.find(({ kind, on }) => kind === care && on >= since);
  if (round) return { on: round.on, by: 'tending' };
  // What the sprayer kills needs no hoe; granules keep down what has not come up yet.
  const again = told.sprayed.find(({ dry, on }) => on >= since && dry === (key === 'granules'));
  if (again && (key === 'granules' || care === 'weeded')) return { on: again.on, by: 'spraying' };
  return key === 'mulch' ? by('crew', told.mulchedOn) : undefined;
}
