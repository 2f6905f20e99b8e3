import type { Clocked } from '../../../../core/crew/attendance';
import type { AttendanceRow } from './tables.server';
import {
  noneSown,
  plantedSums,
  type PlantedChange,
  type PlantedSums,
} from '../../../../core/crew/sums';
import type { Tally } from '../../../../core/crew/progress';
import type { Reader } from '../../server/reader';
import type { Work } from '../../server/work';
import type { TallyRow } from './tables.server';

/** A stored tally as the core reads it. */
export const asTally = (row: TallyRow): Tally => ({
  id: row.id,
  row: row.rowNumber,
  planter: row.planterId,
  count: row.count,
  at: new Date(row.at).toISOString(),
  corrects: row.corrects,
});

/** Writes what entries change beside them, in their own transaction: one statement a table. */
export async function keepPlanted(
  work: Work,
  layoutId: string,
  changes: readonly { change: PlantedChange; at: Date }[],
): Promise<void> {
  if (!changes.length) return;
  const rows = new Map<number, { trees: number; at: Date }>();
  const days = new Map<string, number>();
  for (const { change, at } of changes) {
    const { row, planter, day, trees } = change;
    const own = rows.get(row) ?? { trees: 0, at };
    rows.set(row, { trees: own.trees + trees, at: at > own.at ? at : own.at });
    days.set(`${planter} ${day}`, (days.get(`${planter} ${day}`) ?? 0) + trees);
  }
  const marks = (count: number) => Array.from({ length: count }, () => '(?)').join(', ');
  const byKey = <Key, Value>(map: Map<Key, Value>) =>
    [...map].sort(([a], [b]) => (a < b ? -1 : a > b ? 1 : 0));
  await work.run(
    `INSERT INTO planted_row (layout_id, \`row_number\`, planted, last_at) VALUES ${marks(rows.size)}
     ON DUPLICATE KEY UPDATE planted = planted + VALUES(planted), last_at = GREATEST(last_at, VALUES(last_at))`,
    byKey(rows).map(([row, { trees, at }]) => [layoutId, row, trees, at]),
  );
  await work.run(
    `INSERT INTO planted_day (layout_id, planter_id, day, planted) VALUES ${marks(days.size)}
     ON DUPLICATE KEY UPDATE planted = planted + VALUES(planted)`,
    byKey(days).map(([key, trees]) => [layoutId, ...key.split(' '), trees]),
  );
}

/** The tallies of a layout in the order in which they were recorded. */
export async function readTallies(reader: Reader, layoutId: string): Promise<TallyRow[]> {
  return reader.tables.tally.all({ where: { layoutId }, order: [['seq', 'ASC']] });
}

/** The sums of a layout as they are kept. */
export async function readPlanted(
  reader: Reader,
  layoutIds: readonly string[],
): Promise<Map<string, PlantedSums>> {
  const sums = new Map<string, PlantedSums>();
  if (!layoutIds.length) return sums;
  const own = (layoutId: string) => {
    const known = sums.get(layoutId) ?? noneSown();
    sums.set(layoutId, known);
    return known;
  };
  for (const row of await reader.query<{
    layoutId: string;
    row: number;
    planter: string | null;
    day: string;
    planted: number;
  }>(
    `SELECT layout_id AS layoutId, \`row_number\` AS row, NULL AS planter, '' AS day, planted
     FROM planted_row WHERE layout_id IN (:layoutIds)
     UNION ALL
     SELECT layout_id, 0, planter_id, CAST(day AS CHAR), planted
     FROM planted_day WHERE layout_id IN (:layoutIds)`,
    { layoutIds },
  )) {
    const { byRow, byDay } = own(row.layoutId);
    if (row.planter === null) byRow.set(row.row, row.planted);
    else byDay.set(row.day, (byDay.get(row.day) ?? new Map()).set(row.planter, row.planted));
  }
  return sums;
}

/** Makes the sums of a layout anew from its tallies. */
export async function rebuildPlanted(work: Work, layoutId: string, zone: string): Promise<void> {
  const rows = await readTallies(work, layoutId);
  const sums = plantedSums(rows.map(asTally), zone);
  const last = new Map<number, number>();
  for (const { rowNumber, at } of rows)
    last.set(rowNumber, Math.max(last.get(rowNumber) ?? 0, new Date(at).getTime()));
  await work.tables.plantedRow.remove({ layoutId });
  await work.tables.plantedDay.remove({ layoutId });
  await work.tables.plantedRow.addAll(
    [...sums.byRow].map(([rowNumber, planted]) => ({
      layoutId,
      rowNumber,
      planted,
      lastAt: new Date(last.get(rowNumber) ?? 0),
    })),
  );
  await work.tables.plantedDay.addAll(
    [...sums.byDay].flatMap(([day, ofDay]) =>
      [...ofDay].map(([planterId, planted]) => ({ layoutId, planterId, day, planted })),
    ),
  );
}

/** Days of clocking that rates are learned from, and one for whoever began before midnight. */
export const CLOCKED_DAYS = 32;

/** A row of the attendance as it is counted. */
export const asClocked = (row: AttendanceRow): Clocked => ({
  ...{ id: row.id, planter: row.planterId, kind: row.kind, at: new Date(row.at).getTime() },
  ...{ tool: row.tool, corrects: row.corrects },
});
