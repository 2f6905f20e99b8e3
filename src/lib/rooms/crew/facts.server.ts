import { shiftsOf, type Clocked, type Shift } from '../../../../core/crew/attendance';
import { carryOver, type CarriedOver } from '../../../../core/crew/carried';
import type { Progress, Tally } from '../../../../core/crew/progress';
import { noneSown, plantedOn, progressOf, type PlantedSums } from '../../../../core/crew/sums';
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
