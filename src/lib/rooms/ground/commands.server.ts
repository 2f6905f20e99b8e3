import { v7 as uuid } from 'uuid';
import { checkBoundary } from '../../../../core/ground/boundary';
import { plantableArea } from '../../../../core/ground/plantable';
import { joinAreas, reaching, splitBy, together } from '../../../../core/ground/edit';
import { gridOf, MOST_NODES, surfaceFromGrid } from '../../../../core/ground/elevation';
import type { Keepout } from '../../../../core/ground/keepouts';
import type { Zone } from '../../../../core/ground/zones';
import type { Day } from '../../../../core/measure/dates';
import { centreOf, mapPoints, type MultiPolygon } from '../../../../core/ground/polygon';
import { localPlane, type Point } from '../../../../core/measure/plane';
import { usualRegime } from '../../../../core/calendar/windows';
import { takenOver } from '../../../../core/calendar/take-over';
import { nauticalZone } from '../../../../core/say/day';
import { dayOf } from '../../../../core/say/day';
import { lengthOf, onDay } from '../../../../core/say/message';
import { told } from '../../../../core/say/told';
import type { Conditions } from '../../../../core/method/schools';
import { ALREADY, removeUnheld, Stale, type Handlers, type Work } from '../../server/work';
import type { BlockRow } from './tables.server';
import type { groundContract } from './contract';
import { keepoutsFact, planeOf, readSurface, zonesFact } from './facts.server';

const ORDINARY_GROUND: Conditions = {
  texture: 'loam',
  moisture: 'fresh',
  cover: 'sod',
  compacted: false,
  exposed: false,
  sloping: false,
  planting: 'hand',
  stock: 'bare-root',
  browse: 'rabbits',
};

const DEFAULT_MARGIN = 1;
/** Moving a boundary further than this would stretch the block's plane. */
const FARTHEST_MOVE = 10_000;

export const groundCommands: Handlers<typeof groundContract> = {
  async 'ground.create'({ siteId, name, boundary, keepouts, zones, like }, work) {
    const { site } = work.site(siteId, 'plan');
    const model = like ? (await work.block(like, 'plan', 'share')).block : undefined;
    if (model && model.siteId !== siteId) throw told('changed.foreignId');
    const checked = checkBoundary(boundary);
    const [originLongitude, originLatitude] = centreOf(checked);
    const id = uuid();
    // A block that cannot be planted at all is refused here, before anything hangs on it.
    plantableArea(checked, keepouts, DEFAULT_MARGIN, localPlane([originLongitude, originLatitude]));
    refuseAhead(keepouts, dayOf(work.now, site.zone));
    await refuseForeign(work, id, keepouts, zones);
    await work.tables.block.add({
      id,
      siteId,
      name,
      position: await work.tables.block.behind({ siteId }),
      boundary: checked,
      originLongitude,
      originLatitude,
      margin: DEFAULT_MARGIN,
      conditions: ORDINARY_GROUND,
      method: {},
      orderTerms: {},
      calendarTerms: {},
      plantingDay: null,
      targetDensity: null,
      ...{ setAside: null, setAsideBy: null },
      ...(model && plantedAs(model)),
    });
    await addToGround(work, id, keepouts, zones);
    // A site without a place takes its first block's, until the leader says otherwise.
    if (!site.placed)
      await work.tables.site.set(
        { id: siteId, placed: false },
        {
          longitude: originLongitude,
          latitude: originLatitude,
          placed: true,
          regime: usualRegime(originLatitude),
          ...(site.zone === 'Etc/GMT' ? { zone: nauticalZone(originLongitude) } : {}),
          edition: site.edition + 1,
        },
      );
    work.touch(siteId, id);
    return { blockId: id };
  },

  async 'ground.save'({ blockId, name, boundary, margin, keepouts, zones, edition }, work) {
    const { block, site } = await work.block(blockId, 'plan');
    refuseAhead(keepouts, dayOf(work.now, site.zone));
    const checked = checkBoundary(boundary);
    const [x, y] = planeOf(block).toPlane(centreOf(checked));
    if (Math.hypot(x, y) > FARTHEST_MOVE)
      throw told('ground.movedFar', { most: lengthOf(FARTHEST_MOVE) });
    plantableArea(checked, keepouts, margin, planeOf(block));
    if (block.edition !== edition)
      throw new Stale({
        edition: block.edition,
        name: block.name,
        boundary: block.boundary,
        margin: block.margin,
        keepouts: (await keepoutsFact.read(work, [blockId])).get(blockId) ?? [],
        zones: (await zonesFact.read(work, [blockId])).get(blockId) ?? [],
      });
    await refuseForeign(work, blockId, keepouts, zones);
    await work.tables.block.set(
      { id: blockId },
      { name, boundary: checked, margin, edition: edition + 1 },
    );
    await work.tables.keepout.remove({ blockId });
    await work.tables.zone.remove({ blockId });
    await addToGround(work, blockId, keepouts, zones);
    return { edition: edition + 1 };
  },

  async 'ground.surface'({ blockId, heights, ...about }, work) {
    await work.block(blockId, 'plan');
    const bytes = Buffer.from(heights, 'base64');
    const nodes = about.columns * about.rows;
    if (nodes > MOST_NODES || bytes.length !== 4 * nodes)
      throw told('ground.heightsMissing', {
        columns: about.columns,
        rows: about.rows,
        found: Math.floor(bytes.length / 4),
      });
    await work.tables.surface.put({
      blockId,
      source: about.source,
      minX: about.minX,
      minY: about.minY,
      cell: about.cell,
      nodeColumns: about.columns,
      nodeRows: about.rows,
      heights: bytes,
      broughtAt: new Date(work.now),
      broughtBy: work.person.id,
    });
  },

  async 'ground.dropSurface'({ blockId }, work) {
    await work.block(blockId, 'plan');
    await work.tables.surface.remove({ blockId });
  },

  async 'ground.split'({ blockId, line, name }, work) {
    const { block, site } = await work.block(blockId, 'plan');
    await refuseReleased(work, block, 'split');
    const plane = planeOf(block);
    const [first, ...others] = splitBy(
      mapPoints(block.boundary, plane.toPlane),
      (line as Point[]).map(plane.toPlane),
    ).map((part) => mapPoints(part, plane.toLonLat));
    const keepouts = (await keepoutsFact.read(work, [blockId])).get(blockId) ?? [];
    const zones = (await zonesFact.read(work, [blockId])).get(blockId) ?? [];
    const rest = checkBoundary(others.flat());
    const [originLongitude, originLatitude] = centreOf(rest);
    const id = uuid();
    await work.tables.block.set(
      { id: blockId },
      { boundary: checkBoundary(first), edition: block.edition + 1 },
    );
    await work.tables.block.add({
      ...block,
      id,
      name,
      position: await work.tables.block.behind({ siteId: site.id }),
      boundary: rest,
      originLongitude,
      originLatitude,
      edition: 1,
    });
    // What trees keep clear of holds on either side of the cut that it reaches; what reaches neither stays.
    const inPlane = (parts: MultiPolygon) => mapPoints(parts, plane.toPlane);
    const [here, there] = [inPlane(first), inPlane(rest)].map((part) =>
      reaching(keepouts, part, plane.toPlane),
    );
    await work.tables.keepout.addAll(
      there.map((keepout, position) => ({ ...keepout, id: uuid(), blockId: id, position })),
    );
    for (const keepout of there)
      if (!here.includes(keepout)) await work.tables.keepout.remove({ id: keepout.id });
    await work.tables.zone.addAll(
      zones.map((zone, position) => ({ ...zone, id: uuid(), blockId: id, position })),
    );
    const heights = await work.tables.surface.one({ blockId });
    const surface = await readSurface(work, blockId);
    if (heights && surface) {
      const own = localPlane([originLongitude, originLatitude]);
      const laid = surfaceFromGrid(
        gridOf(surface, plane),
        mapPoints(rest, own.toPlane),
        own,
      ).surface;
      await work.tables.surface.add({
        ...heights,
        blockId: id,
        minX: laid.minX,
        minY: laid.minY,
        cell: laid.cell,
        nodeColumns: laid.columns,
        nodeRows: laid.rows,
        heights: Buffer.from(Float32Array.from(laid.heights).buffer),
      });
    }
    work.touch(site.id, id);
    return { blockId: id };
  },

  async 'ground.join'({ blockId, otherId }, work) {
    // Both are locked in one order, whichever of them the leader stands on.
    const locked = new Map<string, Awaited<ReturnType<Work['block']>>>();
    for (const id of [...new Set([blockId, otherId])].sort())
      locked.set(id, await work.block(id, 'plan'));
    const { block, site } = locked.get(blockId)!;
    const { block: other, site: otherSite } = locked.get(otherId)!;
    if (block.id === other.id || site.id !== otherSite.id) throw told('ground.joinOther');
    await refuseReleased(work, block, 'joined');
    if (await work.tables.layout.count({ blockId: otherId }))
      throw told('ground.joinHasLayouts', { block: other.name });
    const records = await Promise.all([
      work.tables.lot.count({ blockId: otherId }),
      work.tables.taskEvent.count({ blockId: otherId }),
      work.tables.stockOrder.count({ blockId: otherId }),
      work.tables.spraying.count({ blockId: otherId }),
      work.tables.handlingAudit.count({ blockId: otherId }),
    ]);
    if (records.some((count) => count > 0))
      throw told('ground.joinHasRecords', { block: other.name });
    const plane = planeOf(block);
    const joined = mapPoints(
      joinAreas(mapPoints(block.boundary, plane.toPlane), mapPoints(other.boundary, plane.toPlane)),
      plane.toLonLat,
    );
    await work.tables.block.set(
      { id: blockId },
      { boundary: checkBoundary(joined), edition: block.edition + 1 },
    );
    const [keepouts, zones] = [
      await keepoutsFact.read(work, [blockId, otherId]),
      await zonesFact.read(work, [blockId, otherId]),
    ];
    const keptOut = together(keepouts.get(blockId) ?? [], keepouts.get(otherId) ?? []);
    const grounds = together(zones.get(blockId) ?? [], zones.get(otherId) ?? []);
    await work.tables.keepout.remove({ blockId: [blockId, otherId] } as never);
    await work.tables.keepout.addAll(
      keptOut.map((keepout, position) => ({ ...keepout, blockId, position })),
    );
    await work.tables.zone.remove({ blockId: [blockId, otherId] } as never);
    await work.tables.zone.addAll(
      grounds.map((zone, position) => ({ ...zone, blockId, position })),
    );
    await work.tables.surface.remove({ blockId: otherId });
    await work.tables.block.remove({ id: otherId });
  },

  async 'ground.setAside'({ blockId, aside }, work) {
    const { block, site } = await work.block(blockId, 'plan');
    if (Boolean(block.setAside) === aside) return ALREADY;
    await work.tables.block.set(
      { id: blockId },
      {
        setAside: aside ? dayOf(work.now, site.zone) : null,
        setAsideBy: aside ? work.person.id : null,
      },
    );
  },

  async 'ground.remove'({ blockId }, work) {
    const { block } = await work.block(blockId, 'plan');
    await refuseReleased(work, block, 'removed');
    // Versions that nobody ever planted by are drafts; below nought their rows may go: see the triggers on layout_row.
    const drafts = await work.tables.layout.all({ where: { blockId }, columns: ['id', 'number'] });
    for (const { id, number } of drafts) {
      await work.tables.layout.set({ id }, { number: -number });
      await work.tables.layoutRow.remove({ layoutId: id });
    }
    for (const table of [work.tables.keepout, work.tables.zone, work.tables.surface] as const)
      await (table as typeof work.tables.keepout).remove({ blockId });
    await removeUnheld(
      async () => {
        await work.tables.layout.remove({ blockId });
        await work.tables.block.remove({ id: blockId });
      },
      () => told('ground.hasRecords', { block: block.name }),
    );
  },
};

/** What a new block takes over of one that it is planted as; its own ground, rows and days are still to come. */
function plantedAs({
  conditions: { planting, stock, browse },
  method,
  differences,
  orderTerms,
  carryTerms,
  calendarTerms,
  targetDensity,
}: BlockRow) {
  return {
    ...{ conditions: { ...ORDINARY_GROUND, planting, stock, browse }, method, orderTerms },
    // Zones, lots and rows that are planted otherwise are the other block's.
    differences: differences.filter(({ scope }) => scope.by === 'stock'),
    ...{
      carryTerms,
      targetDensity,
      calendarTerms: takenOver(calendarTerms, () => `own-${uuid()}`),
    },
  };
}

/** What the crew plants by must not lose its ground. */
async function refuseReleased(work: Work, block: BlockRow, what: 'split' | 'joined' | 'removed') {
  const released = await work.tables.layout.one({ blockId: block.id, state: 'released' });
  if (released) throw told('ground.released', { number: released.number, block: block.name, what });
}

/** A service is located and marked today or before. @throws Told */
function refuseAhead(keepouts: readonly Keepout[], today: Day): void {
  const ahead = keepouts.find(({ located }) => located && located > today);
  if (ahead) throw told('ground.locatedAhead', { name: ahead.name, day: onDay(ahead.located!) });
}

async function addToGround(
  work: Work,
  blockId: string,
  keepouts: readonly Keepout[],
  zones: readonly Zone[],
): Promise<void> {
  await work.tables.keepout.addAll(
    keepouts.map((keepout, position) => ({ ...keepout, blockId, position })),
  );
  await work.tables.zone.addAll(
    zones.map((zone, position) => ({
      ...zone,
      parts: checkBoundary(zone.parts),
      ...{ blockId, position },
    })),
  );
}

/** Ids are made on the device; one that stands for something elsewhere, or twice, is refused. */
async function refuseForeign(
  work: Work,
  blockId: string,
  keepouts: readonly { id: string }[],
  zones: readonly { id: string }[],
) {
  for (const [table, given] of [
    [work.tables.keepout, keepouts],
    [work.tables.zone, zones],
  ] as const) {
    const ids = given.map(({ id }) => id);
    if (new Set(ids).size < ids.length) throw told('changed.foreignId');
    if (!ids.length) continue;
    const known: { blockId: string }[] = await (table as typeof work.tables.keepout).all({
      where: { id: ids },
      columns: ['id', 'blockId'],
    });
    if (known.some((row) => row.blockId !== blockId)) throw told('changed.foreignId');
  }
}
