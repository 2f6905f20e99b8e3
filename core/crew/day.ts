import type { Runs } from '../rows/species';
import type { BagTerms } from '../stock/carry';
import { refillPoints, type RefillPoint } from './caches';
import { allEndBy, endsAt, forecast, hoursIn, type PlanterForecast, type Spell } from './forecast';
import { plantingSpells, spellsOf, type OwnHours } from './hours';
import type { Day } from '../measure/dates';
import type { Rate } from './rates';
import { holds, type RowRange } from './share';

/** What a leader sets for the days of a block. */
export interface DayTerms {
  /** Hours by the site's clock. */
  begin: number;
  end: number;
  noon: number;
  /** Minutes. */
  pause: number;
  /** Places where boxes stand. */
  caches: number;
  headlands: 'first' | 'last' | 'both';
  /** Boxes may stand on roads that cross the rows too. */
  roads?: boolean;
  /** Who comes late or leaves early on some day. */
  own?: OwnHours[];
}

/** Common practice, no source. */
export const DAY_TERMS: DayTerms = {
  ...{ begin: 7, end: 17, noon: 12, pause: 45 },
  ...{ caches: 2, headlands: 'both' },
};

/** A row of the day: how many trees are in, how many are still to come. */
export interface DayRow {
  number: number;
  planted: number;
  left: number;
  runs: Runs;
  /** Pegs of the last trees of the row, which go into dead places of a refill. */
  pegs?: readonly (number | undefined)[];
}

/** What a planter's bag takes: what one tree of each species weighs, and what limits a filling. */
export interface BagSize {
  weights: readonly number[];
  terms: BagTerms;
}

export interface CrewDay {
  planters: (PlanterForecast & { rows: number[]; refills: RefillPoint[] })[];
  /** Hours of planting that are left. */
  hours: number;
  spells: Spell[];
  /** When the last tree of the block goes in on the middle one of such days, and between what; undefined beyond the day. */
  end?: number;
  early?: number;
  late?: number;
  /** Trees that are in when the day ends, with those that are in now. */
  planted: number;
}

/**
 * The day from here: each planter's rows, where bags run empty, and when who ends.
 * @param rows in order; `left` above 0 where trees are still to come
 * @param shares who has which rows
 * @param here planters who are at work, or who come; others' rows wait
 * @param stops hours that do not allow planting
 * @param dayStart the site's midnight, milliseconds since 1970; `day` the site's day that begins then, for hours of
 *   their own; `together` where all ride one machine, fast or slow; `heard` from when each is reckoned with: who
 *   is at work has set trees since their last word that nobody has told yet
 */
export function crewDay(
  rows: readonly DayRow[],
  shares: readonly RowRange[],
  here: readonly { id: string; rate: Rate }[],
  terms: DayTerms,
  {
    now,
    dayStart,
    stops,
    bag,
    day,
    together = false,
    heard,
  }: {
    now: number;
    dayStart: number;
    stops: readonly Spell[];
    bag: BagSize;
    day?: Day;
    together?: boolean;
    heard?: ReadonlyMap<string, number>;
  },
): CrewDay {
  const hoursOf = (planter: string) =>
    terms.own?.find((own) => own.planterId === planter && own.day === day);
  const spells = plantingSpells(terms, now, dayStart, stops);
  const hoursFrom = (planter: string) =>
    spellsOf(
      plantingSpells(terms, heard?.get(planter) ?? now, dayStart, stops),
      dayStart,
      hoursOf(planter),
    );
  /** What is reckoned to be past already ends now: nobody has said so. */
  const coming = (at: number | undefined) => (at === undefined ? at : Math.max(at, now));
  const planters = here.map(({ id, rate }) => {
    const own = rows.filter(({ number, left }) => left > 0 && holds(shares, id, number));
    const told = forecast(
      id,
      own.map(({ number, left }) => ({ number, trees: left })),
      rate,
      hoursFrom(id),
    );
    const refills = refillPoints(own, bag.weights, bag.terms);
    const ends = { end: coming(told.end), early: coming(told.early), late: coming(told.late) };
    return { ...told, ...ends, rows: own.map(({ number }) => number), refills };
  });
  const busy = planters.filter(({ trees }) => trees > 0);
  const paced = busy.map(({ planter, trees }) => ({
    trees,
    rate: here.find(({ id }) => id === planter)!.rate,
    spells: hoursFrom(planter),
  }));
  const open = rows.some(
    ({ number, left }) => left > 0 && !here.some(({ id }) => holds(shares, id, number)),
  );
  const ends = !open && busy.length > 0;
  const latest = (which: 'end' | 'early' | 'late') =>
    busy.every((one) => one[which] !== undefined)
      ? Math.max(...busy.map((one) => one[which]!))
      : undefined;
  // On one machine all have the same day; on foot each has their own, and of several who end alike one is behind.
  const within = (chance: number, which: 'end' | 'early' | 'late') =>
    !ends ? undefined : together ? latest(which) : coming(allEndBy(paced, chance));
  return {
    planters,
    hours: hoursIn(spells),
    spells,
    ...{ end: within(0.5, 'end'), early: within(0.05, 'early'), late: within(0.95, 'late') },
    planted:
      rows.reduce((sum, { planted }) => sum + planted, 0) +
      busy.reduce((sum, { trees, over }) => sum + trees - over, 0),
  };
}

/** Species of the trees still to come in a row: pairs of species and count, in order of planting. */
export function runsLeft(runs: Runs, planted: number): Runs {
  const left: Runs = [];
  let done = planted;
  for (let i = 0; i < runs.length; i += 2) {
    const taken = Math.min(done, runs[i + 1]);
    done -= taken;
    if (runs[i + 1] > taken) left.push(runs[i], runs[i + 1] - taken);
  }
  return left;
}

/** The moment at which nothing of a species is left while some is still wanted. */
export interface RunsDry {
  /** The row in which somebody wants the first tree that is missing. */
  row: number;
  /** Milliseconds since 1970; undefined beyond today. */
  at?: number;
}

/**
 * When a species runs out, all planters drawing on the same stock at once.
 * @param wanted of each planter: rows in order of planting with the runs still to come, and trees an hour
 * @param onHand trees of the species that are there, in store and in bags
 * @returns nothing when there are enough
 */
export function runsDry(
  species: number,
  onHand: number,
  wanted: readonly { rows: readonly { number: number; runs: Runs }[]; perHour: number }[],
  spells: readonly Spell[],
): RunsDry | undefined {
  // Every tree of the species by the working hour at which it goes in: stretches of one rate.
  const stretches = wanted.flatMap(({ rows, perHour }) => {
    let before = 0;
    return rows.flatMap(({ number, runs }) => {
      const own: { row: number; from: number; trees: number; perHour: number }[] = [];
      for (let i = 0; i < runs.length; i += 2) {
        if (runs[i] === species)
          own.push({ row: number, from: before / perHour, trees: runs[i + 1], perHour });
        before += runs[i + 1];
      }
      return own;
    });
  });
  const used = (hour: number) =>
    stretches.reduce(
      (sum, { from, trees, perHour }) =>
        sum + Math.max(0, Math.min(trees, (hour - from) * perHour)),
      0,
    );
  const end = Math.max(0, ...stretches.map(({ from, trees, perHour }) => from + trees / perHour));
  if (used(end) <= onHand + 1e-9) return undefined;
  let [low, high] = [0, end];
  for (let step = 0; step < 60; step++) {
    const middle = (low + high) / 2;
    if (used(middle) > onHand) high = middle;
    else low = middle;
  }
  const open = stretches
    .filter(({ from, trees, perHour }) => from <= high && from + trees / perHour >= high - 1e-6)
    .sort((a, b) => b.from - a.from);
  return { row: open[0].row, at: endsAt(high, 1, spells) };
}
