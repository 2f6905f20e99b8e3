import { daysBetween, type Day } from '../measure/dates';
import { groupBy } from '../measure/group';

/** Trees of a lot that were handed to a planter, or to the crew as a whole. */
export interface HandedOut {
  lot: string;
  /** The species of the plan whose places they fill. */
  species: string;
  planter: string | null;
  /** The site's day, and the moment, milliseconds since 1970. */
  day: Day;
  at: number;
}

const A_DAY = 86_400_000;

/** What is left in a bag in the evening goes back to the store or is planted the next morning, days. From memory. */
const IN_THE_BAG = 1;

/** A delivery may be entered so many days after its trees went in, and not later. From memory. */
const ENTERED_LATE = 30;

/**
 * The lots that trees planted on some day can be of: not one that was lifted after it, nor one that came weeks after
 * it, as trees for a refill do. Of the rest those that had come by then, if there are any.
 * @param came when a lot was received first, milliseconds since 1970; undefined where nobody entered it
 */
export function lotsByThen<Lot extends { liftedOn: Day | null; came: number | undefined }>(
  lots: readonly Lot[],
  { day, at }: Pick<PlantedBy, 'day' | 'at'>,
): Lot[] {
  const possible = lots.filter(
    ({ liftedOn, came }) =>
      !(liftedOn && liftedOn > day) && !(came !== undefined && came > at + ENTERED_LATE * A_DAY),
  );
  const there = possible.filter(({ came }) => came !== undefined && came <= at);
  return there.length ? there : possible;
}

/** When and by whom a row was planted. */
export interface PlantedBy {
  planter: string | undefined;
  day: Day;
  at: number;
}

/**
 * The lot that trees of a row are told to where its species came in several: the only one that its planter, or the
 * crew as a whole, was handed on the newest day of handing out before the row was done.
 * @returns nothing where several were handed out that day, or none on the row's day or the one before
 */
export function lotsInHand(
  handedOut: readonly HandedOut[],
): (species: string, row: PlantedBy) => string | undefined {
  const bySpecies = groupBy(
    [...handedOut].sort((a, b) => b.at - a.at),
    ({ species }) => species,
  );
  return (species, { planter, day, at }) => {
    const own = (bySpecies.get(species) ?? []).filter(
      (one) => one.at <= at && (one.planter === null || one.planter === planter),
    );
    const newest = own[0]?.day;
    if (!newest || daysBetween(newest, day) > IN_THE_BAG) return undefined;
    const lots = new Set(own.filter((one) => one.day === newest).map(({ lot }) => lot));
    return lots.size === 1 ? own[0].lot : undefined;
  };
}
