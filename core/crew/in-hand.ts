import { say } from '../say/message';
import { DAY_HOURS, learned, ownDays, type DaysSeen, type Rate } from './rates';
import { apportion } from '../measure/apportion';
import { daysBetween, type Day } from '../measure/dates';
import type { Runs } from '../rows/species';

/** Days before its planting day from which a refill is shared out with the rest, and after it until which. */
const BEFORE = 30;
const AFTER = 120;

/**
 * Whether a refill is work of these weeks: from a month before its day, until every place of it is filled, somebody
 * says that this was all of it, or its season is long over. Common practice, no source: dead places that nobody found in four months are not looked for.
 * @example refillInHand({ plantOn: "2026-11-20", places: 100, set: 40 }, "2026-10-21") // => true
 * @example refillInHand({ plantOn: "2026-11-20", places: 100, set: 40 }, "2026-10-20") // => false
 * @example refillInHand({ plantOn: "2026-11-20", places: 100, set: 100 }, "2026-11-20") // => false
 */
export function refillInHand(
  {
    plantOn,
    places,
    set,
    over = false,
  }: { plantOn: Day; places: number; set: number; over?: boolean },
  today: Day,
): boolean {
  const since = daysBetween(plantOn, today);
  return !over && set < places && since >= -BEFORE && since <= AFTER;
}

/** A row of a refill, its species by their place in a list. */
export interface RowToRefill {
  /** Dead places known by their peg, in order, with what goes in. */
  pegs: readonly { peg: number; species: number }[];
  /** Dead trees expected beyond these. */
  expected: number;
  /** Trees set so far, by species. */
  set: readonly number[];
}

/** A row with what is still to be planted in it, of its layout and into dead places. */
export interface RowInHand {
  number: number;
  /** Trees of the layout that stand in the row; they come first in `runs`. */
  planted: number;
  /** Trees that went into dead places. */
  refilled: number;
  /** Still to come: places of the layout, and dead ones. */
  open: number;
  dead: number;
  /** Species of the layout's places in order, then of the dead ones still to be filled. */
  runs: Runs;
  /** The pegs of those dead places; undefined for each that nobody has noted. */
  pegs: (number | undefined)[];
}

/**
 * A row with what is still to be planted in it. Known places are filled in order, species by species, with what was
 * set; what was set beyond them went into places that were expected, then into known ones of another species. The
 * rest of the expected is taken to want the species that were ordered.
 * @param runs species of the layout's places, `planted` how many of them have their tree
 * @param refill what a refill wants in this row, if it is in hand
 * @param weights trees ordered for the refill, by species; without any, every species alike
 * @example rowInHand({ number: 7, runs: [0, 20] }, 20, { pegs: [{ peg: 4, species: 1 }, { peg: 9, species: 0 }], expected: 1.2, set: [0, 1] }, [0, 5]).runs // => [0, 20, 0, 1, 1, 1]
 */
export function rowInHand(
  { number, runs }: { number: number; runs: Runs },
  planted: number,
  refill?: RowToRefill,
  weights: readonly number[] = [],
): RowInHand {
  const places = runs.reduce((sum, value, i) => sum + (i % 2 ? value : 0), 0);
  const open = Math.max(0, places - planted);
  if (!refill) return { number, planted, refilled: 0, open, dead: 0, runs, pegs: [] };
  const set = [...refill.set];
  const known = refill.pegs.filter(({ species }) => {
    if (!(set[species] > 0)) return true;
    set[species]--;
    return false;
  });
  const beyond = set.reduce((sum, trees) => sum + trees, 0) - Math.round(refill.expected);
  const more = Math.max(0, -beyond);
  if (beyond > 0) known.length = Math.max(0, known.length - beyond);
  const usable = weights.some((weight) => weight > 0) ? weights : refill.set.map(() => 1);
  const guessed = more && usable.length ? apportion(more, usable) : [];
  const left: Runs = [];
  const add = (species: number, trees: number) => {
    if (!trees) return;
    if (left.at(-2) === species) left[left.length - 1] += trees;
    else left.push(species, trees);
  };
  known.forEach(({ species }) => add(species, 1));
  guessed.forEach((trees, species) => add(species, trees));
  return {
    ...{ number, planted, open },
    refilled: refill.set.reduce((sum, trees) => sum + trees, 0),
    dead: known.length + more,
    runs: [...runs, ...left],
    pegs: [...known.map(({ peg }) => peg), ...new Array<undefined>(more).fill(undefined)],
  };
}

/**
 * Whether somebody has begun a row, so that it stays theirs. One whose layout is planted begins anew with its first
 * dead place.
 */
export const isBegun = ({ planted, refilled, open }: RowInHand): boolean =>
  refilled > 0 || (open > 0 && planted > 0);

/** Metres an hour along a row with trees in the bag, looking for dead places. Common practice, no source. */
const WALK = 3000;

/**
 * Hours a tree that go into the walk from one dead place to the next: every row with any is walked from end to end.
 * While places of the layout are open planters go along the rows anyway.
 * @param lengths of the rows, metres
 * @returns 0 where nothing or not only dead places are left
 */
export function walkATree(
  rows: readonly Pick<RowInHand, 'open' | 'dead'>[],
  lengths: readonly number[],
): number {
  if (rows.some(({ open }) => open > 0)) return 0;
  const dead = rows.reduce((sum, row) => sum + row.dead, 0);
  const metres = rows.reduce((sum, row, i) => sum + (row.dead ? lengths[i] : 0), 0);
  return dead ? metres / dead / WALK : 0;
}

/**
 * A dead place takes about so many times what an open one takes, finding it and pulling the dead tree counted; where
 * a day's hours are parted between the two. From memory.
 */
export const DEAD_PLACE = 2;

/**
 * What planters set where a walk comes to every tree: the reciprocal of the time a tree takes, planting and walk
 * together.
 * @param rates as learned from planting, by planter
 * @param walk hours a tree
 */
export function withWalk(rates: ReadonlyMap<string, Rate>, walk: number): Map<string, Rate> {
  if (!walk) return new Map(rates);
  const slowed = (perHour: number) => 1 / (1 / perHour + walk);
  return new Map(
    [...rates].map(([id, rate]) => {
      const value = slowed(rate.perHour.value);
      return [
        id,
        {
          ...rate,
          ...{ rate: value * DAY_HOURS, low: slowed(rate.low), high: slowed(rate.high) },
          perHour: {
            ...{ value, kind: 'count', formula: say('formula.withWalk') },
            steps: [
              { label: say('step.plantingAlone'), value: rate.perHour.value, kind: 'number' },
              { label: say('step.walkATree'), value: walk * 60, kind: 'minutes' },
            ],
          },
        } satisfies Rate,
      ];
    }),
  );
}

/**
 * What planters set in dead places: as in open ones with the walk between, until their own days in dead places tell.
 * @param planting as learned in open places, by planter
 * @param walk hours a tree
 * @param filled trees set into dead places
 */
export function fillingRates(
  planting: ReadonlyMap<string, Rate>,
  walk: number,
  filled: DaysSeen,
): Map<string, Rate> {
  return new Map(
    [...withWalk(planting, walk)].map(([id, rate]) => {
      const own = ownDays(id, rate.perHour.value, filled);
      return [id, own.length ? learned(rate.perHour.value, own, 'walk') : rate];
    }),
  );
}
