import type { Day } from '../../../core/measure/dates';
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
} from '../../../core/calendar/windows';
import type { Store } from '../store';
import type { SiteRow } from '../store/people';
import { today } from './clock';

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
/** Weeks take a moment to judge and change once a day. */
const judged = new Map<string, SiteWindows>();

/** The site's weather: recorded days, or years invented from its typical one. */
export async function weatherOf(
  store: Store,
  site: SiteRow,
): Promise<{ source: SiteWindows['source']; days: WeatherDay[] }> {
  const rows = await store.weatherDay.findAll({
    where: { siteId: site.id },
    order: [['day', 'ASC']],
    raw: true,
  });
  const last = today(site.zone);
  const days = rows.filter(({ day }) => day <= last);
  if (days.length >= LEAST_DAYS) return { source: 'file', days };
  if (site.typicalYear) return { source: 'table', days: yearsFromTable(site.typicalYear) };
  return { source: 'regime', days };
}

/** For each week of the year, how often it allows planting here. */
export async function windowsOf(store: Store, site: SiteRow): Promise<SiteWindows> {
  const { source, days } = await weatherOf(store, site);
  const sum = days.reduce((total, { lowest, highest, rain }) => total + lowest + highest + rain, 0);
  const key = `${site.id} ${source} ${site.regime} ${site.latitude} ${days.length} ${sum}`;
  const before = judged.get(key);
  if (before) return before;
  const { latitude } = site;
  const regime = REGIMES.find((entry) => entry.key === site.regime) ?? REGIMES[0];
  const of = (stock: StockType) =>
    source === 'regime' ? regimeWeeks(regime, stock, latitude) : weekShares(days, stock, latitude);
  const windows: SiteWindows = {
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
  if (judged.size > 20) judged.clear();
  judged.set(key, windows);
  return windows;
}

/** Days of the site's weather with what share of each can be planted, for the seasons to draw from. */
export async function plantableDays(
  store: Store,
  site: SiteRow,
  stock: StockType,
): Promise<{ day: Day; share: number }[]> {
  const { source, days } = await weatherOf(store, site);
  if (source === 'regime') return [];
  const found = hindrances(days, stock, site.latitude);
  return days.map(({ day }, i) => ({ day, share: found[i] ? 0 : 1 }));
}
