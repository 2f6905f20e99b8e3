import type { StoredRow } from './stored';

/** Word that pegs or flags of rows stand, or that they stand no more: pulled out, driven over, eaten by cattle. */
export interface PegEvent {
  rows: readonly number[];
  stand: boolean;
  /** Milliseconds since 1970. */
  at: number;
}

export interface Pegged {
  /** Rows whose pegs stand, each since when. */
  stand: Map<number, number>;
  /** Rows of the layout that nobody has pegged, in order. */
  left: number[];
  /** When the last of them was pegged, once none is left. */
  done?: number;
}

/**
 * Which rows of a layout stand pegged: of each row the newest word counts.
 * @param events in any order; of two of the same moment the later in the list
 * @param rows numbers of the layout's rows
 */
export function peggedRows(events: readonly PegEvent[], rows: readonly number[]): Pegged {
  const newest = new Map<number, PegEvent>();
  for (const event of events)
    for (const row of event.rows)
      if (event.at >= (newest.get(row)?.at ?? -Infinity)) newest.set(row, event);
  const stand = new Map<number, number>();
  const left: number[] = [];
  for (const row of [...rows].sort((a, b) => a - b)) {
    const word = newest.get(row);
    if (word?.stand) stand.set(row, word.at);
    else left.push(row);
  }
  const done = rows.length && !left.length ? Math.max(...stand.values()) : undefined;
  return { stand, left, done };
}

/** What of a stored row says where its pegs stand. */
type Places = Pick<StoredRow, 'number' | 'line' | 'start' | 'step' | 'listed' | 'stretches'>;

const placesOf = ({ line, start, step, listed, stretches }: Places): string =>
  JSON.stringify([line, start, step, listed, stretches]);

/**
 * Rows of one version that stand on the very places of a row of another, whatever their numbers: pegs set for
 * the one serve the other.
 * @returns by number in the first, the number in the second
 */
export function samePlaces(
  before: readonly Places[],
  after: readonly Places[],
): Map<number, number> {
  const there = new Map(after.map((row) => [placesOf(row), row.number]));
  return new Map(
    before.flatMap((row) => {
      const number = there.get(placesOf(row));
      return number === undefined ? [] : [[row.number, number] as const];
    }),
  );
}
