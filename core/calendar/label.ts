import { doseOf, massDoseOf, say, type Message } from '../say/message';
import { addTo } from '../measure/dates';
import { told } from '../say/told';
import { amountAHectare, type Product } from './spraying';

/** A spraying that was done. */
export interface Sprayed {
  product: string;
  /** "2026-10-02" */
  day: string;
  /** Litres or kilograms of product on a hectare treated. */
  perHectare: number;
  /** Rows that it was done on; all of them where none are named. */
  rows?: readonly number[];
}

/** Whether two sprayings met any same row. */
const meet = (a: readonly number[] = [], b: readonly number[] = []): boolean =>
  !a.length || !b.length || a.some((row) => b.includes(row));

/** Kilograms of each active ingredient on a hectare treated, by its name in small letters. */
function activesOf(product: Product, perHectare: number): Map<string, number> {
  const found = new Map<string, number>();
  for (const { name, grams } of product.actives ?? []) {
    const key = name.trim().toLowerCase();
    found.set(key, (found.get(key) ?? 0) + (grams * perHectare) / 1000);
  }
  return found;
}

/**
 * What speaks against spraying a product on a day, as messages; none when nothing does. Limits count the
 * calendar year and the ground: rows that were not sprayed before owe nothing. An active ingredient counts
 * through whichever product brings it.
 * @param perHectare litres or kilograms on a hectare treated
 * @param planting day on which trees are to be planted, where one is set
 * @param before what was sprayed, by any product
 * @param products all products named in `before`
 * @param rows to be sprayed; all of them where none are named
 */
export function labelConcerns(
  product: Product,
  { perHectare }: { perHectare: number },
  day: string,
  planting: string | null,
  before: readonly Sprayed[],
  products: readonly Product[] = [product],
  rows: readonly number[] = [],
): Message[] {
  const year = day.slice(0, 4);
  const here = before.filter((done) => done.day.startsWith(year) && meet(done.rows, rows));
  const own = here.filter((done) => done.product === product.id);
  const concerns: Message[] = [];
  if (product.timesAYear !== null && own.length >= product.timesAYear)
    concerns.push(
      say('calendar.labelTimes', { times: own.length, year, allowed: product.timesAYear }),
    );
  const amount = own.reduce((sum, done) => sum + done.perHectare, 0) + perHectare;
  if (product.litresAYear !== null && amount > product.litresAYear + 1e-9) {
    const measure = product.dose.kind === 'granules' ? massDoseOf : doseOf;
    concerns.push(
      say('calendar.labelLitres', {
        litres: measure(amount),
        year,
        allowed: measure(product.litresAYear),
      }),
    );
  }
  for (const { name, limit } of product.actives ?? []) {
    if (limit === null) continue;
    const key = name.trim().toLowerCase();
    const kilograms = [...here, { product: product.id, perHectare }].reduce((sum, done) => {
      const used = products.find(({ id }) => id === done.product);
      return sum + (used ? (activesOf(used, done.perHectare).get(key) ?? 0) : 0);
    }, 0);
    if (kilograms > limit / 1000 + 1e-9)
      concerns.push(
        say('calendar.labelActive', {
          active: name,
          amount: massDoseOf(kilograms),
          year,
          allowed: massDoseOf(limit / 1000),
        }),
      );
  }
  if (planting) {
    const days = Math.round((Date.parse(planting) - Date.parse(day)) / 86_400_000);
    if (days >= 0 && days < product.beforePlanting)
      concerns.push(say('calendar.labelDays', { days, asked: product.beforePlanting }));
  }
  return concerns;
}

/** More on a hectare than the rate of the label, by more than a twentieth: a wrong tank or a wrong number. */
export function overRate(product: Product, perHectare: number): Message[] {
  const rate = amountAHectare(product);
  const measure = product.dose.kind === 'granules' ? massDoseOf : doseOf;
  return perHectare > rate * 1.05 + 1e-9
    ? [say('calendar.labelRate', { used: measure(perHectare), allowed: measure(rate) })]
    : [];
}

const MOST_ROWS = 5000;

/**
 * Row numbers as they are written: "1-40, 55, 60–62".
 * @param known the rows there are
 * @throws Told for what is no row number, backwards, or not there
 * @example readRows('3-5, 9', [1, 2, 3, 4, 5, 6, 7, 8, 9]) // => [3, 4, 5, 9]
 */
export function readRows(text: string, known: readonly number[]): number[] {
  const there = new Set(known);
  const rows = new Set<number>();
  for (const part of text.split(/[,;]/).map((piece) => piece.trim())) {
    if (!part) continue;
    const [, from, to = from] = /^(\d{1,6})(?:\s*[-–—]\s*(\d{1,6}))?$/.exec(part) ?? [];
    const [first, last] = [Number(from), Number(to)];
    if (!from || last < first || last - first > MOST_ROWS)
      throw told('calendar.rowsUnread', { found: part });
    for (let row = first; row <= last; row++) if (there.has(row)) rows.add(row);
    if (![first, last].every((row) => there.has(row)))
      throw told('calendar.rowsNotThere', {
        found: part,
        first: known[0] ?? 0,
        last: known.at(-1) ?? 0,
      });
  }
  return [...rows].sort((a, b) => a - b);
}

/** Rows that a product has not been sprayed on since a day. */
export function rowsLeft(
  product: string,
  since: string,
  done: readonly Sprayed[],
  known: readonly number[],
): number[] {
  const own = done.filter((one) => one.product === product && one.day >= since);
  if (own.some(({ rows }) => !rows?.length)) return [];
  const sprayed = new Set(own.flatMap(({ rows }) => rows ?? []));
  return known.filter((row) => !sprayed.has(row));
}

/** A round takes weeks at most: what was sprayed within so many days of its last spraying is one, days. */
export const SPRAY_ROUND = 30;

/**
 * Rows that are left of the round that was begun last with a product.
 * @param known the rows there are
 * @returns none before the first spraying, and none once a round is through
 */
export function leftOfRound(
  product: string,
  done: readonly Sprayed[],
  known: readonly number[],
): number[] {
  const last = done
    .filter((one) => one.product === product)
    .map(({ day }) => day)
    .sort()
    .at(-1);
  return last ? rowsLeft(product, addTo(last, { days: -SPRAY_ROUND }), done, known) : [];
}

/**
 * The part of a whole treatment that some rows are, by their metres.
 * @param rows all rows, with metres of each
 * @param named those that are sprayed; all where none are named
 */
export function shareOfRows(
  rows: readonly { number: number; metres: number }[],
  named: readonly number[],
): number {
  if (!named.length) return 1;
  const chosen = new Set(named);
  const metres = (some: readonly { metres: number }[]) =>
    some.reduce((sum, row) => sum + row.metres, 0);
  const all = metres(rows);
  return all > 0 ? metres(rows.filter(({ number }) => chosen.has(number))) / all : 1;
}
