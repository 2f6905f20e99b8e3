import { lastTools, type Clocked } from '../../../../core/crew/attendance';
import { DEAD_PLACE } from '../../../../core/crew/in-hand';
import { DAY_HOURS, type WorkedHours } from '../../../../core/crew/rates';
import type { Day } from '../../../../core/measure/dates';
import { dayOf } from '../../../../core/say/day';
import { listedFact, milliseconds } from '../../server/facts';
import type { BlockRow } from '../ground/tables.server';
import type { ToolRow } from '../stock/tables.server';
import { CLOCKED_DAYS } from './sums.server';
import type { PlanterRow, RowShareRow } from './tables.server';
import { byHand, ridersOf, usualOn } from './usual';

/** Trees of a planter and day on one block, or on versions of it that were withdrawn. */
export interface SownDay {
  blockId: string;
  released: boolean;
  /** Of its layout, or into dead places. */
  into: 'open' | 'dead';
  planter: string;
  day: Day;
  planted: number;
}

/** As it is stored: trees of the layout by day, those of a refill each with its moment. */
type SownTrees = Omit<SownDay, 'day'> & { day: Day | null; at: number | null };

/** What each planter set on each day of late, by site: a day may have seen several blocks. */
export const sownDaysFact = listedFact<SownTrees & { released: boolean | number }, SownTrees[]>(
  'sown days',
  ['crew', 'rows', 'survival'],
  {
    from: `FROM (
        SELECT b.site_id, l.block_id, l.state, 'open' AS into_places, p.planter_id, p.day, NULL AS at, p.planted
        FROM planted_day p JOIN layout l ON l.id = p.layout_id JOIN block b ON b.id = l.block_id
        WHERE b.site_id IN (:ids) AND p.planted > 0
          AND p.day > CAST(UTC_TIMESTAMP() - INTERVAL ${CLOCKED_DAYS} DAY AS DATE)
        UNION ALL
        SELECT b.site_id, l.block_id, l.state, 'dead', COALESCE(s.planter_id, p.id), NULL, s.at, s.trees
        FROM block b JOIN layout l ON l.block_id = b.id JOIN refill_plan r ON r.layout_id = l.id
          JOIN refill_set s ON s.refill_id = r.id
          LEFT JOIN planter p ON p.person_id = s.author_id AND p.site_id = b.site_id
        WHERE b.site_id IN (:ids) AND s.at > UTC_TIMESTAMP() - INTERVAL ${CLOCKED_DAYS} DAY
          AND COALESCE(s.planter_id, p.id) IS NOT NULL AND s.corrects IS NULL
          AND NOT EXISTS (SELECT 1 FROM refill_set c WHERE c.corrects = s.id)
      ) d`,
    of: 'd.site_id',
    columns: {
      ...{ blockId: 'd.block_id', released: "d.state = 'released'", planter: 'd.planter_id' },
      ...{ day: 'CAST(d.day AS CHAR)', at: milliseconds('d.at'), planted: 'd.planted' },
      into: 'd.into_places',
    },
    value: (rows) => rows.map((row) => ({ ...row, released: Boolean(row.released) })),
  },
);

/** Those trees by the day of the site on which they were set. */
export const sownDays = (trees: readonly SownTrees[], zone: string): SownDay[] =>
  trees.map(({ day, at, ...one }) => ({ ...one, day: day ?? dayOf(at!, zone) }));

/** Trees that went into dead places of a block, by day and planter. */
export function filledOn(blockId: string, days: readonly SownDay[]): Map<Day, Map<string, number>> {
  const byDay = new Map<Day, Map<string, number>>();
  for (const { day, planter, planted } of days.filter(
    (one) => one.blockId === blockId && one.released && one.into === 'dead',
  )) {
    const own = byDay.get(day) ?? new Map<string, number>();
    byDay.set(day, own.set(planter, (own.get(planter) ?? 0) + planted));
  }
  return byDay;
}

/** The blocks, its own left out, on which somebody planted on a day on which they planted here too. */
export function blocksBeside(blockId: string, days: readonly SownDay[]): string[] {
  const here = new Set(
    days.filter((one) => one.blockId === blockId).map(({ planter, day }) => `${planter} ${day}`),
  );
  const beside = days.filter(
    (one) => one.blockId !== blockId && here.has(`${one.planter} ${one.day}`),
  );
  return [...new Set(beside.map((one) => one.blockId))];
}

/**
 * Hours that the trees which planters set elsewhere take at the pace that is usual there: so much of a
 * day's hours belongs to them and not to this block.
 * @param here which trees of the block are not elsewhere
 * @param shares rows shared out, by block: riders beyond the seats take turns
 */
export function hoursElsewhere(
  blockId: string,
  here: SownDay['into'] | 'all',
  seen: {
    days: readonly SownDay[];
    blocks: readonly BlockRow[];
    planters: readonly PlanterRow[];
    tools: readonly ToolRow[];
    clocked: readonly Clocked[];
    shares: ReadonlyMap<string, readonly RowShareRow[]>;
  },
): WorkedHours {
  const { days, blocks, planters, tools, shares } = seen;
  const tool = lastTools(seen.clocked);
  const hours = new Map<string, Map<Day, number>>();
  const others = days.filter(
    (one) => one.blockId !== blockId || !one.released || (here !== 'all' && one.into !== here),
  );
  for (const block of blocks) {
    const own = others.filter((one) => one.blockId === block.id);
    if (!own.length) continue;
    const riders = ridersOf(planters, shares.get(block.id) ?? []);
    const treesAnHour = (way: BlockRow) =>
      new Map(
        usualOn(way, planters, tools, tool, riders).map((one) => [one.id, one.usual / DAY_HOURS]),
      );
    const usual = { open: treesAnHour(block), dead: treesAnHour(byHand(block)) };
    for (const { planter, day, planted, into } of own) {
      const ofDay = hours.get(planter) ?? new Map<Day, number>();
      const places = into === 'dead' ? planted * DEAD_PLACE : planted;
      ofDay.set(day, (ofDay.get(day) ?? 0) + places / (usual[into].get(planter) ?? Infinity));
      hours.set(planter, ofDay);
    }
  }
  return hours;
}
