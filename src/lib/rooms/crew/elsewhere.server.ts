import { lastTools, type Clocked } from '../../../../core/crew/attendance';
import { DAY_HOURS, type WorkedHours } from '../../../../core/crew/rates';
import type { Day } from '../../../../core/measure/dates';
import { listedFact } from '../../server/facts';
import type { BlockRow } from '../ground/tables.server';
import type { ToolRow } from '../stock/tables.server';
import { CLOCKED_DAYS } from './sums.server';
import type { PlanterRow, RowShareRow } from './tables.server';
import { ridersOf, usualOn } from './usual';

/** Trees of a planter and day on one block, or on versions of it that were withdrawn. */
export interface SownDay {
  blockId: string;
  released: boolean;
  planter: string;
  day: Day;
  planted: number;
}

/** What each planter set on each day of late, by site: a day may have seen several blocks. */
export const sownDaysFact = listedFact<SownDay & { released: boolean | number }, SownDay[]>(
  'sown days',
  ['crew', 'rows'],
  {
    from: `FROM planted_day p JOIN layout l ON l.id = p.layout_id JOIN block b ON b.id = l.block_id
      WHERE b.site_id IN (:ids) AND p.planted > 0
        AND p.day > CAST(UTC_TIMESTAMP() - INTERVAL ${CLOCKED_DAYS} DAY AS DATE)`,
    of: 'b.site_id',
    columns: {
      ...{ blockId: 'l.block_id', released: "l.state = 'released'", planter: 'p.planter_id' },
      ...{ day: 'CAST(p.day AS CHAR)', planted: 'p.planted' },
    },
    value: (rows) => rows.map((row) => ({ ...row, released: Boolean(row.released) })),
  },
);

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
 * @param shares rows shared out, by block: riders beyond the seats take turns
 */
export function hoursElsewhere(
  blockId: string,
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
  const others = days.filter((one) => one.blockId !== blockId || !one.released);
  for (const block of blocks) {
    const own = others.filter((one) => one.blockId === block.id);
    if (!own.length) continue;
    const riders = ridersOf(planters, shares.get(block.id) ?? []);
    const usual = new Map(
      usualOn(block, planters, tools, tool, riders).map((one) => [one.id, one.usual / DAY_HOURS]),
    );
    for (const { planter, day, planted } of own) {
      const ofDay = hours.get(planter) ?? new Map<Day, number>();
      ofDay.set(day, (ofDay.get(day) ?? 0) + planted / (usual.get(planter) ?? Infinity));
      hours.set(planter, ofDay);
    }
  }
  return hours;
}
