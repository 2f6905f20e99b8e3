import type { Day } from '../measure/dates';
import type { PlantedSums } from './sums';

/** Days with trees of a planter's own from which on they say more than a typed rate. */
export const OWN_DAYS = 3;
/** Days of late that count. */
const LATE_DAYS = 30;

export interface Rate {
  /** Trees a day. */
  rate: number;
  from: 'tallies' | 'typed';
  /** Days that it was counted from. */
  days: number;
}

/**
 * What each planter sets a day: by their own tallies of the last month where there are three days of
 * them (today left out, which is not over), else as typed.
 */
export function crewRates(
  planters: readonly { id: string; rate: number }[],
  sums: PlantedSums | undefined,
  today: Day,
): Map<string, Rate> {
  const since = new Date(Date.parse(today) - LATE_DAYS * 86_400_000).toISOString().slice(0, 10);
  return new Map(
    planters.map(({ id, rate }): [string, Rate] => {
      let [trees, days] = [0, 0];
      for (const [day, ofDay] of sums?.byDay ?? []) {
        const own = ofDay.get(id) ?? 0;
        if (day >= today || day < since || own <= 0) continue;
        trees += own;
        days++;
      }
      return [
        id,
        days >= OWN_DAYS
          ? { rate: trees / days, from: 'tallies', days }
          : { rate, from: 'typed', days },
      ];
    }),
  );
}

/** Mean trees a day of one of them. @returns the usual 600 where there is nobody yet */
export function meanRate(rates: ReadonlyMap<string, Rate>): number {
  const all = [...rates.values()].map(({ rate }) => rate);
  return all.length ? all.reduce((a, b) => a + b, 0) / all.length : 600;
}
