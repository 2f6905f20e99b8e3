import { say, type Message } from '../../../core/say/message';

/** A row of the version that a phone holds, with its places. */
export interface RowPlaces {
  number: number;
  places: number;
}

/**
 * Why a row, or a peg of it, is none of the version on this phone: said before it is kept, for the server may be days
 * away.
 * @returns nothing where it is one
 */
export function placeWrong(
  rows: readonly RowPlaces[],
  row: number,
  peg?: number | null,
): Message | undefined {
  const places = rows.find(({ number }) => number === row)?.places;
  if (!places) return say('crew.noRow', { row });
  return peg && peg > places ? say('checks.noPeg', { row, pegs: places, peg }) : undefined;
}

/** The same of a stretch of rows, of which a peg is one of the first. */
export function stretchWrong(
  rows: readonly RowPlaces[],
  { from, to, peg }: { from: number; to: number; peg?: number | null },
): Message | undefined {
  if (to < from) return say('tending.rowsBackwards', { from, to });
  return placeWrong(rows, from, peg) ?? placeWrong(rows, to);
}
