import { Op } from 'sequelize';
import { localPlane, type Plane } from '../../../core/measure/plane';
import { plantableArea, type Plantable } from '../../../core/ground/plantable';
import type { Keepout } from '../../../core/ground/keepouts';
import type { Surface } from '../../../core/ground/surface';
import type { Zone } from '../../../core/ground/zones';
import { layoutGround } from '../../../core/rows/ground';
import type { LayoutGround } from '../../../core/rows/layout';
import { methodOf, methodTasks, type Chosen } from '../../../core/method/method';
import { schedule, type ScheduledTask, type TaskRecord } from '../../../core/calendar/schedule';
import type { StoredRow } from '../../../core/rows/stored';
import type { Tally } from '../../../core/crew/progress';
import type { PlotRecord } from '../../../core/checks/quality';
import type { Store } from '../store';
import type { BlockRow } from '../store/ground';
import type { LayoutRow } from '../store/rows';
import type { SurvivalCountRow, TaskEventRow } from '../store/work';
import { today } from './clock';

export const planeOf = (block: BlockRow): Plane =>
  localPlane([block.originLongitude, block.originLatitude]);

const plantables = new Map<string, Plantable>();

/** Keep-outs of a block in the order in which they are taken off. */
export async function keepoutsOf(store: Store, blockId: string): Promise<Keepout[]> {
  const rows = await store.keepout.findAll({
    where: { blockId },
    order: [['position', 'ASC']],
    raw: true,
  });
  return rows.map(({ id, kind, name, shape, setback, reason, near, located }) => ({
    id,
    kind,
    name,
    shape,
    setback,
    reason,
    near,
    located,
  }));
}

/** Zones of a block in the order in which they were made. */
export async function zonesOf(store: Store, blockId: string): Promise<Zone[]> {
  const rows = await store.zone.findAll({
    where: { blockId },
    order: [['position', 'ASC']],
    raw: true,
  });
  return rows.map(({ id, name, parts, damp, light, soil }) => ({
    id,
    name,
    parts,
    damp,
    light,
    soil,
  }));
}

export interface SurfaceAbout extends Omit<Surface, 'heights'> {
  source: string;
  broughtAt: string;
}

/** Where a block's elevation lies and what it came from, without its heights. */
export async function surfaceAbout(
  store: Store,
  blockId: string,
): Promise<SurfaceAbout | undefined> {
  const row = await store.surface.findByPk(blockId, {
    attributes: { exclude: ['heights'] },
    raw: true,
  });
  if (!row) return undefined;
  return {
    minX: row.minX,
    minY: row.minY,
    cell: row.cell,
    columns: row.nodeColumns,
    rows: row.nodeRows,
    source: row.source,
    broughtAt: row.broughtAt.toISOString(),
  };
}

export async function surfaceOf(store: Store, blockId: string): Promise<Surface | undefined> {
  const row = await store.surface.findByPk(blockId, { raw: true });
  if (!row) return undefined;
  const { minX, minY, cell, nodeColumns: columns, nodeRows: rows, heights } = row;
  // A copy, because a database's buffer need not begin where 32-bit numbers may.
  const copy = Uint8Array.from(heights);
  return { minX, minY, cell, columns, rows, heights: new Float32Array(copy.buffer) };
}

/** All that a layout of a block is laid on. */
export async function layoutGroundOf(store: Store, block: BlockRow): Promise<LayoutGround> {
  const [plantable, zones, cards, surface] = await Promise.all([
    groundOf(store, block),
    zonesOf(store, block.id),
    store.species.findAll({ where: { siteId: block.siteId }, raw: true }),
    surfaceOf(store, block.id),
  ]);
  return layoutGround(plantable, zones, cards, planeOf(block), surface);
}

/** Where trees may stand on a block. Cutting takes tens of milliseconds, so the last ones are kept. */
export async function groundOf(store: Store, block: BlockRow): Promise<Plantable> {
  const keepouts = await keepoutsOf(store, block.id);
  const key = JSON.stringify([
    block.boundary,
    block.margin,
    block.originLongitude,
    block.originLatitude,
    keepouts,
  ]);
  let plantable = plantables.get(key);
  if (!plantable) {
    plantable = plantableArea(block.boundary, keepouts, block.margin, planeOf(block));
    if (plantables.size > 50) plantables.delete(plantables.keys().next().value!);
    plantables.set(key, plantable);
  }
  return plantable;
}

/** The layout the crew plants by, if one is released. */
export async function releasedLayout(
  store: Store,
  blockId: string,
): Promise<LayoutRow | undefined> {
  const layout = await store.layout.findOne({ where: { blockId, state: 'released' } });
  return layout?.get() as LayoutRow | undefined;
}

/** The released layout, or else the newest saved one. */
export async function currentLayout(store: Store, blockId: string): Promise<LayoutRow | undefined> {
  const layout = await store.layout.findOne({
    where: { blockId, state: { [Op.ne]: 'withdrawn' } },
    order: [
      ['state', 'DESC'],
      ['number', 'DESC'],
    ],
  });
  const released = await releasedLayout(store, blockId);
  return released ?? (layout?.get() as LayoutRow | undefined);
}

export async function rowsOf(store: Store, layoutId: string): Promise<StoredRow[]> {
  const rows = await store.layoutRow.findAll({
    where: { layoutId },
    order: [['number', 'ASC']],
    raw: true,
  });
  return rows.map(({ number, line, start, step, listed, stretches, runs }) => ({
    number,
    line,
    start,
    step,
    listed: Boolean(listed),
    stretches,
    runs,
  }));
}

export async function treesByRowOf(store: Store, layoutId: string): Promise<number[]> {
  const rows = await store.layoutRow.findAll({
    where: { layoutId },
    attributes: ['trees'],
    order: [['number', 'ASC']],
    raw: true,
  });
  return rows.map(({ trees }) => trees);
}

/** Task events told in order: the last word on each task. */
export function taskRecords(
  events: readonly Pick<TaskEventRow, 'task' | 'kind' | 'day' | 'at' | 'authorId'>[],
): TaskRecord[] {
  const records = new Map<string, TaskRecord>();
  for (const event of [...events].sort((a, b) => +a.at - +b.at)) {
    const record = records.get(event.task) ?? { key: event.task };
    if (event.kind === 'done') Object.assign(record, { doneOn: event.day, doneBy: event.authorId });
    if (event.kind === 'undone') Object.assign(record, { doneOn: null, doneBy: null });
    if (event.kind === 'moved') record.moved = event.day;
    if (event.kind === 'skipped') record.skipped = true;
    if (event.kind === 'restored') Object.assign(record, { skipped: false, moved: null });
    records.set(event.task, record);
  }
  return [...records.values()];
}

export const methodOfBlock = (block: BlockRow): Chosen[] =>
  methodOf(block.method, block.conditions);

/** A block's tasks, or none while it has no planting day. */
export async function tasksOf(
  store: Store,
  block: BlockRow,
  zone: string,
): Promise<ScheduledTask[]> {
  if (!block.plantingDay) return [];
  const events = await store.taskEvent.findAll({ where: { blockId: block.id }, raw: true });
  const records = taskRecords(events);
  const people = await store.person.findAll({
    where: { id: records.map(({ doneBy }) => doneBy).filter(Boolean) as string[] },
    attributes: ['id', 'name'],
    raw: true,
  });
  for (const record of records) {
    record.doneBy = people.find(({ id }) => id === record.doneBy)?.name ?? null;
  }
  return schedule(
    block.plantingDay,
    methodTasks(methodOfBlock(block)),
    records,
    today(zone),
    block.calendarTerms?.tasks,
  );
}

export async function talliesOf(store: Store, layoutId: string): Promise<Tally[]> {
  const rows = await store.tally.findAll({
    where: { layoutId },
    order: [['at', 'ASC']],
    raw: true,
  });
  return rows.map(({ id, rowNumber, planterId, count, at, corrects }) => ({
    id,
    row: rowNumber,
    planter: planterId,
    count,
    at: new Date(at).toISOString(),
    corrects,
  }));
}

export async function plotsOf(
  store: Store,
  layoutId: string,
): Promise<(PlotRecord & { row: number; peg: number; area: number })[]> {
  const rows = await store.plot.findAll({ where: { layoutId }, order: [['at', 'ASC']], raw: true });
  return rows.map(({ id, planterId, good, faults, at, rowNumber, peg, area }) => ({
    id,
    planter: planterId,
    good,
    faults,
    at: new Date(at).toISOString(),
    row: rowNumber,
    peg,
    area,
  }));
}

/** The newest count of each row within the newest counting season (120 days). */
export async function countsOf(store: Store, layoutId: string): Promise<SurvivalCountRow[]> {
  const rows = (await store.survivalCount.findAll({
    where: { layoutId },
    order: [
      ['countedOn', 'ASC'],
      ['at', 'ASC'],
    ],
    raw: true,
  })) as SurvivalCountRow[];
  const last = rows.at(-1)?.countedOn;
  if (!last) return [];
  const since = new Date(Date.parse(last) - 120 * 86_400_000).toISOString().slice(0, 10);
  const byRow = new Map<number, SurvivalCountRow>();
  for (const row of rows) if (row.countedOn >= since) byRow.set(row.rowNumber, row);
  return [...byRow.values()].sort((a, b) => a.rowNumber - b.rowNumber);
}
