import { daysBetween, type Day } from '../../../../core/measure/dates';
import {
  hindrances,
  REGIMES,
  regimeWeeks,
  weekShares,
  workableShares,
  yearsFromTable,
  type StockType,
  type WeatherDay,
  type WeekShare,
} from '../../../../core/calendar/windows';
import type { Facts } from '../../server/facts';
import { weatherFact } from '../../server/station';

export interface SiteWindows {
  /** What the weeks were judged from. */
  source: 'file' | 'table' | 'regime';
  /** Days of weather, and first and last of them. */
  known: number;
  from: Day | null;
  to: Day | null;
  weeks: Record<StockType, WeekShare[]>;
  /** Share of the days of each week fit for spraying and for ripping; null without weather. */
  workable: { 'still and dry': number[]; 'dry ground': number[] } | null;
}

const LEAST_DAYS = 330;
/** The site's weather: recorded days, or years invented from its typical one. */
export async function weatherOf(
  facts: Facts,
): Promise<{ source: SiteWindows['source']; days: WeatherDay[] }> {
  const { days: rows } = await facts.of(weatherFact);
  const last = facts.today;
  const days = rows.filter(({ day }) => day <= last);
  if (days.length >= LEAST_DAYS) return { source: 'file', days };
  const { typicalYear } = facts.site;
  if (typicalYear) return { source: 'table', days: yearsFromTable(typicalYear) };
  return { source: 'regime', days };
}

/**
 * For each week of the year, how often it allows planting here. Judging takes a moment: once a day and change.
 * @param watered whether trees get water as they go in
 */
export async function windowsOf(facts: Facts, watered = false): Promise<SiteWindows> {
  const { site } = facts;
  const on = `${facts.today} ${site.regime} ${site.latitude} ${JSON.stringify(site.typicalYear)}`;
  return facts.derive(`windows ${watered}`, site.id, [weatherFact], on, async () => {
    const { source, days } = await weatherOf(facts);
    const { latitude } = site;
    const regime = REGIMES.find((entry) => entry.key === site.regime) ?? REGIMES[0];
    const of = (stock: StockType) =>
      source === 'regime'
        ? regimeWeeks(regime, stock, latitude)
        : weekShares(days, stock, latitude, watered);
    return {
      source,
      known: days.length,
      from: days[0]?.day ?? null,
      to: days.at(-1)?.day ?? null,
      weeks: { 'bare-root': of('bare-root'), container: of('container') },
      workable:
        source === 'regime'
          ? null
          : {
              'still and dry': workableShares(days, 'still and dry', latitude),
              'dry ground': workableShares(days, 'dry ground', latitude),
            },
    };
  });
}

/** What days fit for planting hang on beside the weather that is known. */
const plantableOn = ({ today, site }: Facts): string =>
  `${today} ${site.latitude} ${JSON.stringify(site.typicalYear)}`;

/** Days of the site's weather with what share of each can be planted, for the seasons to draw from. */
export async function plantableDays(
  facts: Facts,
  stock: StockType,
  watered = false,
): Promise<{ day: Day; share: number }[]> {
  const { site } = facts;
  const on = plantableOn(facts);
  return facts.derive(`plantable ${stock} ${watered}`, site.id, [weatherFact], on, async () => {
    const { source, days } = await weatherOf(facts);
    if (source === 'regime') return [];
    const found = hindrances(days, stock, site.latitude, watered);
    return days.map(({ day }, i) => ({ day, share: found[i] ? 0 : 1 }));
  });
}

/** Thirty years of them at most, a sign a day: a list of days would weigh more than the rest of a page. */
const MOST_PACKED = 366 * 30;

/** The days of `plantableDays`, a sign a day from the first on: 1 fit for planting, 0 not, - not known. */
export async function packedDays(
  facts: Facts,
  stock: StockType,
  watered = false,
): Promise<{ from: Day; signs: string }> {
  const days = await plantableDays(facts, stock, watered);
  const { today, site } = facts;
  return facts.derive(
    `packed ${stock} ${watered}`,
    site.id,
    [weatherFact],
    plantableOn(facts),
    () => {
      const known = days.filter(({ day }) => daysBetween(day, today) < MOST_PACKED);
      if (!known.length) return { from: today, signs: '' };
      const from = known[0].day;
      const signs = new Array<string>(daysBetween(from, known.at(-1)!.day) + 1).fill('-');
      for (const { day, share } of known) signs[daysBetween(from, day)] = share > 0 ? '1' : '0';
      return { from, signs: signs.join('') };
    },
  );
}
