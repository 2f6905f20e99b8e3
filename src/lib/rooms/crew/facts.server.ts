import { blocksFact } from '../ground/facts.server';
import { toolsFact } from '../stock/facts.server';
import { blocksBeside, hoursElsewhere, sownDaysFact } from './elsewhere.server';
import { byHandOn, bySeatsOn, paceOfBlock, type PacedBlock, ridersOf, usualOn } from './usual';
import {
  lastTools,
  shiftsOf,
  workedHours,
  type Clocked,
  type Shift,
} from '../../../../core/crew/attendance';
import { carryOver, type CarriedOver } from '../../../../core/crew/carried';
import { daysLeft, type Progress, type Tally } from '../../../../core/crew/progress';
import {
  crewRates,
  meanDay,
  meanRate,
  unsureOf,
  type Rate,
  type WorkedHours,
} from '../../../../core/crew/rates';
import {
  noneSown,
  plantedOn,
  progressOf,
  reckonedPace,
  type PlantedSums,
  type ReckonedPace,
} from '../../../../core/crew/sums';
import { toolsOffered } from '../../../../core/crew/tools';
import { toRowSet } from '../../../../core/rows/stored';
import { groupBy } from '../../../../core/measure/group';
import {
  fact,
  inOrderOf,
  listedFact,
  milliseconds,
  tableFact,
  type Facts,
} from '../../server/facts';
import type { Reader } from '../../server/reader';
import { readRows, releasedLayout, layoutsFact } from '../rows/facts.server';
import { CLOCKED_DAYS } from './sums.server';
import type { PlanterRow, RowShareRow } from './tables.server';

/** Planters of the site, in their order. */
export const plantersFact = tableFact(
  'planters',
  ['crew', 'site'],
  { table: 'planter', by: 'siteId' },
  (rows): PlanterRow[] => rows.sort(inOrderOf('position')),
);

interface SownBlock {
  /** Of the released version; empty while none is. */
  sums: PlantedSums;
  /** The row of the newest entry. */
  lastRow?: number;
  /** When the newest tree of each row went in, milliseconds since 1970. */
  lastAt: Map<number, number>;
  /** Trees entered late on versions withdrawn meanwhile, by version. */
  before: { layoutId: string; byRow: Map<number, number> }[];
}

interface SownLine {
  layoutId: string;
  state: string;
  row: number;
  planter: string | null;
  day: string;
  planted: number;
  at: number;
}

/** What stands on each block by the sums beside the tallies. */
export const sownFact = listedFact<SownLine, SownBlock>('sown', ['crew', 'rows'], {
  from: `FROM (
      SELECT l.block_id, l.id, l.state, p.\`row_number\` AS row, NULL AS planter, '' AS day,
        p.planted, UNIX_TIMESTAMP(p.last_at) AS at
      FROM layout l JOIN planted_row p ON p.layout_id = l.id WHERE l.block_id IN (:ids)
      UNION ALL
      SELECT l.block_id, l.id, l.state, 0, p.planter_id, CAST(p.day AS CHAR), p.planted, 0
      FROM layout l JOIN planted_day p ON p.layout_id = l.id
      WHERE l.block_id IN (:ids) AND l.state = 'released'
    ) x`,
  of: 'x.block_id',
  columns: {
    ...{ layoutId: 'x.id', state: 'x.state', row: 'x.row', planter: 'x.planter' },
    ...{ day: 'x.day', planted: 'x.planted', at: 'x.at' },
  },
  value: (rows) => {
    const block: SownBlock = { sums: noneSown(), lastAt: new Map(), before: [] };
    let newest = -Infinity;
    for (const { state, layoutId, row, planter, day, planted, at } of rows) {
      if (planter !== null) {
        const ofDay = block.sums.byDay.get(day) ?? new Map<string, number>();
        block.sums.byDay.set(day, ofDay.set(planter, planted));
      } else if (state === 'released') {
        block.sums.byRow.set(row, planted);
        if (planted > 0) block.lastAt.set(row, Number(at) * 1000);
        if (planted > 0 && Number(at) > newest) [newest, block.lastRow] = [Number(at), row];
      } else if (planted > 0) {
        let earlier = block.before.find((entry) => entry.layoutId === layoutId);
        if (!earlier) block.before.push((earlier = { layoutId, byRow: new Map() }));
        earlier.byRow.set(row, planted);
      }
    }
    return block;
  },
});

/** Planters who have not left: for what is still to come. Whoever left keeps their trees. */
export const activePlanters = async (facts: Facts): Promise<PlanterRow[]> =>
  (await facts.of(plantersFact)).filter(({ retiredOn }) => !retiredOn);

/** Rows shared out among planters, of the released version. */
export const sharesFact = listedFact<RowShareRow, RowShareRow[]>('shares', ['crew', 'rows'], {
  from: `FROM layout l JOIN row_share s ON s.layout_id = l.id
    WHERE l.block_id IN (:ids) AND l.state = 'released'`,
  of: 'l.block_id',
  columns: {
    ...{ layoutId: 's.layout_id', planterId: 's.planter_id' },
    ...{ firstRow: 's.first_row', lastRow: 's.last_row' },
  },
  value: (rows) => rows.sort(inOrderOf('firstRow')),
});

/** What was clocked of late, by site. */
export const clockedFact = listedFact<Clocked, Clocked[]>('clocked', ['crew'], {
  from: `FROM attendance a WHERE a.site_id IN (:ids)
    AND a.at > UTC_TIMESTAMP() - INTERVAL ${CLOCKED_DAYS} DAY`,
  of: 'a.site_id',
  columns: {
    ...{ id: 'a.id', planter: 'a.planter_id', kind: 'a.kind', at: milliseconds('a.at') },
    ...{ tool: 'a.tool', corrects: 'a.corrects' },
  },
  value: (rows) => rows,
});

/** Who worked when, until this minute. */
export async function shiftsNow(facts: Facts): Promise<Shift[]> {
  return shiftsOf(await facts.of(clockedFact), facts.now);
}

/** Planters with what is usual for each on a block, before their own tallies tell. */
export async function usualPlanters(facts: Facts, blockId: string) {
  const [blocks, planters, tools, clocked, shares] = await Promise.all([
    facts.of(blocksFact),
    facts.of(plantersFact),
    facts.of(toolsFact),
    facts.of(clockedFact),
    facts.of(sharesFact, blockId),
  ]);
  return usualOn(
    blocks.find(({ id }) => id === blockId)!,
    planters,
    tools,
    lastTools(clocked),
    ridersOf(planters, shares),
  );
}

/**
 * What may be clocked on with on a block, the likeliest first.
 * @param planter whose last tool comes before the rest
 */
export async function toolsOn(facts: Facts, block: PacedBlock, planter?: PlanterRow) {
  const [tools, clocked] = await Promise.all([facts.of(toolsFact), facts.of(clockedFact)]);
  const last = planter && lastTools(clocked).get(planter.id);
  return toolsOffered(tools, paceOfBlock(block, planter?.kind), last);
}

/**
 * With what a tree may have been set: what may be clocked on with, and whatever was said before, likeliest first.
 * @param said names in records of the block, which stay whatever became of the tool
 * @returns the names, and by planter what they clocked on with last
 */
export async function toolsSet(facts: Facts, block: PacedBlock, said: Iterable<string>) {
  const [tools, clocked] = await Promise.all([toolsOn(facts, block), facts.of(clockedFact)]);
  return {
    tools: [...new Set([...tools, ...said])].filter(Boolean),
    lastTools: Object.fromEntries(lastTools(clocked)) as Partial<Record<string, string>>,
  };
}

/** What of the crew's days went to other blocks. */
export async function elsewhereOf(facts: Facts, blockId: string): Promise<WorkedHours> {
  const [blocks, planters, tools, clocked, days] = await Promise.all([
    facts.of(blocksFact),
    facts.of(plantersFact),
    facts.of(toolsFact),
    facts.of(clockedFact),
    facts.of(sownDaysFact),
  ]);
  const shares = await facts.all(sharesFact, blocksBeside(blockId, days));
  return hoursElsewhere(blockId, { days, blocks, planters, tools, clocked, shares });
}

/** What each planter sets, learned from their own trees and hours: one figure for every page. */
export async function learnedRates(facts: Facts, blockId: string): Promise<Map<string, Rate>> {
  const [planters, { sums }, shifts, elsewhere] = await Promise.all([
    usualPlanters(facts, blockId),
    facts.of(sownFact, blockId),
    shiftsNow(facts),
    elsewhereOf(facts, blockId),
  ]);
  const worked = workedHours(shifts, facts.site.zone);
  return crewRates(planters, sums, facts.today, worked, elsewhere);
}

/** Trees an hour on a block of one planter by hand, and of one machine: of those it is shared out to, or of all. */
export async function bothWaysOf(facts: Facts, block: PacedBlock & { id: string }) {
  const [crew, tools, clocked, learned] = await Promise.all([
    crewOf(facts, block.id),
    facts.of(toolsFact),
    facts.of(clockedFact),
    learnedRates(facts, block.id),
  ]);
  return {
    byHand: byHandOn(block, crew, tools, lastTools(clocked), learned),
    bySeats: bySeatsOn(block, crew, learned),
  };
}

/**
 * The newest word of each planter on a version: in which row and when, and in which hours they set trees.
 * @param since the beginning of the day whose hours are told
 */
export async function lastWordsOf(
  reader: Reader,
  layoutId: string,
  since: number,
): Promise<{ planter: string; row: number; at: number; hours: number[] }[]> {
  const rows = await reader.query<{
    planter: string;
    row: number;
    at: number;
    hours: string | null;
  }>(
    `WITH word AS (
       SELECT planter_id, \`row_number\`, at, corrects FROM tally WHERE layout_id = :layoutId
       UNION ALL
       SELECT COALESCE(s.planter_id, p.id), s.\`row_number\`, s.at, s.corrects
       FROM layout l JOIN block b ON b.id = l.block_id JOIN refill_plan r ON r.layout_id = l.id
         JOIN refill_set s ON s.refill_id = r.id
         LEFT JOIN planter p ON p.person_id = s.author_id AND p.site_id = b.site_id
       WHERE l.id = :layoutId AND COALESCE(s.planter_id, p.id) IS NOT NULL
     )
     SELECT t.planter_id AS planter, MAX(t.\`row_number\`) AS row, UNIX_TIMESTAMP(x.at) * 1000 AS at, x.hours
     FROM (
       SELECT planter_id, MAX(at) AS at, GROUP_CONCAT(DISTINCT
         IF(at >= :since AND corrects IS NULL, FLOOR(UNIX_TIMESTAMP(at) / 3600), NULL)) AS hours
       FROM word GROUP BY planter_id
     ) x
     JOIN word t ON t.planter_id = x.planter_id AND t.at = x.at
     GROUP BY t.planter_id, x.at, x.hours`,
    { layoutId, since: new Date(since) },
  );
  return rows.map(({ planter, row, at, hours }) => ({
    ...{ planter, row: Number(row), at: Number(at) },
    hours: (hours?.split(',') ?? []).map((hour) => Number(hour) * 3_600_000),
  }));
}

/** The tallies of the released version, in order of time: only for what sums cannot tell. */
export const talliesFact = fact<Tally[]>(
  'tallies',
  ['crew', 'rows'],
  () => [],
  async (reader, blockIds) => {
    const rows = await reader.query<{
      blockId: string;
      id: string;
      row: number;
      planter: string;
      count: number;
      at: Date;
      corrects: string | null;
    }>(
      `SELECT l.block_id AS blockId, t.id, t.\`row_number\` AS row, t.planter_id AS planter, t.count,
         t.at, t.corrects FROM layout l JOIN tally t ON t.layout_id = l.id
       WHERE l.block_id IN (:blockIds) AND l.state = 'released' ORDER BY t.at, t.seq`,
      { blockIds },
    );
    return new Map(
      [...groupBy(rows, ({ blockId }) => blockId)].map(([blockId, own]) => [
        blockId,
        own.map(({ blockId: _block, at, ...tally }) => ({
          ...tally,
          at: new Date(at).toISOString(),
        })),
      ]),
    );
  },
);

export interface Planted extends Progress {
  /** Places of the released version. */
  total: number;
  /** Trees that went in on the site's day. */
  today: number;
  todayByPlanter: Map<string, number>;
  lastRow?: number;
  sums: PlantedSums;
  /** Trees of withdrawn versions: where they stand in this one, and how many fit nowhere. */
  carried: CarriedOver;
}

/** How far planting is on a block: what every page, sheet and phone shows of it. */
export async function plantedOf(facts: Facts, blockId: string): Promise<Planted> {
  const [layout, sown] = await Promise.all([
    releasedLayout(facts, blockId),
    facts.of(sownFact, blockId),
  ]);
  const carried = await carriedOf(facts, blockId, sown);
  return facts.derive('planted', blockId, [sownFact, layoutsFact], facts.today, () => {
    const own = progressOf(sown.sums);
    const { planted: today, byPlanter: todayByPlanter } = plantedOn(sown.sums, facts.today);
    const byRow = new Map(own.byRow);
    for (const [row, pegs] of carried.byRow) byRow.set(row, (byRow.get(row) ?? 0) + pegs);
    return {
      byRow,
      byPlanter: own.byPlanter,
      planted: own.planted + carried.trees,
      total: layout?.trees ?? 0,
      today,
      todayByPlanter,
      lastRow: sown.lastRow,
      sums: sown.sums,
      carried,
    };
  });
}

/** Where trees of withdrawn versions stand in the released one, by position. */
async function carriedOf(facts: Facts, blockId: string, sown: SownBlock): Promise<CarriedOver> {
  const none: CarriedOver = { trees: 0, byRow: new Map(), nowhere: 0 };
  const released = await releasedLayout(facts, blockId);
  if (!released || !sown.before.length) return none;
  return facts.derive('carried', blockId, [sownFact, layoutsFact], '', async () => {
    const layouts = await facts.of(layoutsFact, blockId);
    const rows = await readRows(facts.reader, [
      released.id,
      ...sown.before.map(({ layoutId }) => layoutId),
    ]);
    const setOf = (id: string) =>
      toRowSet(layouts.find((layout) => layout.id === id)!.rhythm, rows.get(id) ?? []);
    return carryOver(
      sown.before.map(({ layoutId, byRow }) => ({ rows: setOf(layoutId), byRow })),
      { rows: setOf(released.id), byRow: sown.sums.byRow },
    );
  });
}

export interface Finish extends ReckonedPace {
  /** Planting days from now, Infinity when nobody plants. */
  days: number;
}

/** Who plants a block: those who have rows there; before rows are shared out, everybody who plants. */
async function crewOf(facts: Facts, blockId: string): Promise<PlanterRow[]> {
  const [planters, shares] = await Promise.all([
    activePlanters(facts),
    facts.of(sharesFact, blockId),
  ]);
  const sharing = planters.filter(({ id }) => shares.some(({ planterId }) => planterId === id));
  return sharing.length ? sharing : planters;
}

/** When the block will be done at the pace of late: one figure for board, crew and season. */
export async function finishOf(facts: Facts, blockId: string): Promise<Finish> {
  const { planted, total, sums } = await plantedOf(facts, blockId);
  const [learned, crew] = await Promise.all([learnedRates(facts, blockId), crewOf(facts, blockId)]);
  const rates = crew.reduce((sum, { id }) => sum + (learned.get(id)?.rate ?? 0), 0);
  const reckoned = reckonedPace(sums, facts.today, rates);
  return { ...reckoned, days: daysLeft(total, planted, reckoned.pace) };
}

/** What each planter sets a day of eight hours, the mean of the crew on this block, and its day as it was of late. */
export async function ratesOf(
  facts: Facts,
  blockId: string,
): Promise<{
  rates: Map<string, Rate>;
  mean: number;
  day: { trees: number; hours: number };
  /** By how much that mean may be wrong, a share of it. */
  unsure: number;
  crew: number;
  counted: boolean;
}> {
  const [crew, rates] = await Promise.all([crewOf(facts, blockId), learnedRates(facts, blockId)]);
  const own = new Map([...rates].filter(([id]) => crew.some((planter) => planter.id === id)));
  return {
    rates,
    mean: meanRate(own),
    day: meanDay(own),
    unsure: unsureOf(own),
    crew: crew.length,
    counted: [...own.values()].some(({ from }) => from === 'tallies'),
  };
}
