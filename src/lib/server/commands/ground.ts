import { v7 as uuid } from 'uuid';
import { checkBoundary } from '../../../../core/ground/boundary';
import { plantableArea } from '../../../../core/ground/plantable';
import { joinAreas, splitBy } from '../../../../core/ground/edit';
import { gridOf, MOST_NODES, surfaceFromGrid } from '../../../../core/ground/elevation';
import { centreOf, mapPoints } from '../../../../core/ground/polygon';
import { localPlane } from '../../../../core/measure/plane';
import type { Store } from '../../store';
import type { BlockRow } from '../../store/ground';
import type { Conditions } from '../../../../core/method/schools';
import { blockAccess, siteAccess } from '../authorise';
import { keepoutsOf, planeOf, releasedLayout, surfaceOf, zonesOf } from '../block';
import { now } from '../clock';
import { Refusal, type Handlers } from './context';

const ORDINARY_GROUND: Conditions = {
  texture: 'loam',
  moisture: 'fresh',
  cover: 'sod',
  compacted: false,
  exposed: false,
  sloping: false,
  planting: 'hand',
  stock: 'bare-root',
};

const DEFAULT_MARGIN = 1;
/** Moving a boundary further than this would stretch the block's plane. */
const FARTHEST_MOVE = 10_000;

export const ground: Handlers<'ground'> & Handlers<'method'> = {
  async 'ground.create'({ store, person, transaction }, { siteId, name, boundary }) {
    await siteAccess(store, person.id, siteId, 'plan');
    const checked = checkBoundary(boundary);
    const [originLongitude, originLatitude] = centreOf(checked);
    const id = uuid();
    await store.block.create(
      {
        id,
        siteId,
        name,
        position: await store.block.count({ where: { siteId }, transaction }),
        boundary: checked,
        originLongitude,
        originLatitude,
        margin: DEFAULT_MARGIN,
        conditions: ORDINARY_GROUND,
        method: {},
        orderTerms: {},
        plantingDay: null,
        targetDensity: null,
      },
      { transaction },
    );
    // A block that cannot be planted at all is refused here, before anything hangs on it.
    plantableArea(checked, [], DEFAULT_MARGIN, localPlane([originLongitude, originLatitude]));
    return { blockId: id };
  },

  async 'ground.save'(
    { store, person, transaction },
    { blockId, name, boundary, margin, keepouts, zones },
  ) {
    const { block } = await blockAccess(store, person.id, blockId, 'plan');
    const checked = checkBoundary(boundary);
    const [x, y] = planeOf(block).toPlane(centreOf(checked));
    if (Math.hypot(x, y) > FARTHEST_MOVE) {
      throw new Refusal(
        'The new boundary lies more than 10 km from the old one. Make it a block of its own.',
      );
    }
    plantableArea(checked, keepouts, margin, planeOf(block));
    await store.block.update(
      { name, boundary: checked, margin },
      { where: { id: blockId }, transaction },
    );
    await store.keepout.destroy({ where: { blockId }, transaction });
    await store.keepout.bulkCreate(
      keepouts.map((keepout, position) => ({ ...keepout, blockId, position })),
      { transaction },
    );
    await store.zone.destroy({ where: { blockId }, transaction });
    await store.zone.bulkCreate(
      zones.map((zone, position) => ({
        ...zone,
        parts: checkBoundary(zone.parts),
        blockId,
        position,
      })),
      { transaction },
    );
  },

  async 'ground.surface'({ store, person, transaction }, { blockId, heights, ...about }) {
    await blockAccess(store, person.id, blockId, 'plan');
    const bytes = Buffer.from(heights, 'base64');
    const nodes = about.columns * about.rows;
    if (nodes > MOST_NODES || bytes.length !== 4 * nodes) {
      throw new Refusal(
        `The elevation says ${about.columns} × ${about.rows} nodes; ${bytes.length / 4} heights came. Bring the file in again.`,
      );
    }
    await store.surface.upsert(
      {
        blockId,
        source: about.source,
        minX: about.minX,
        minY: about.minY,
        cell: about.cell,
        nodeColumns: about.columns,
        nodeRows: about.rows,
        heights: bytes,
        broughtAt: new Date(now()),
        broughtBy: person.id,
      },
      { transaction },
    );
  },

  async 'ground.dropSurface'({ store, person, transaction }, { blockId }) {
    await blockAccess(store, person.id, blockId, 'plan');
    await store.surface.destroy({ where: { blockId }, transaction });
  },

  async 'ground.split'({ store, person, transaction }, { blockId, line, name }) {
    const { block, site } = await blockAccess(store, person.id, blockId, 'plan');
    await refuseReleased(store, block, 'split');
    const plane = planeOf(block);
    const [first, ...others] = splitBy(
      mapPoints(block.boundary, plane.toPlane),
      line.map(plane.toPlane),
    ).map((part) => mapPoints(part, plane.toLonLat));
    const keepouts = await keepoutsOf(store, blockId);
    const zones = await zonesOf(store, blockId);
    const rest = checkBoundary(others.flat());
    const [originLongitude, originLatitude] = centreOf(rest);
    const id = uuid();
    await store.block.update(
      { boundary: checkBoundary(first) },
      { where: { id: blockId }, transaction },
    );
    await store.block.create(
      {
        ...block,
        id,
        name,
        position: await store.block.count({ where: { siteId: site.id }, transaction }),
        boundary: rest,
        originLongitude,
        originLatitude,
        orderTerms: block.orderTerms,
      },
      { transaction },
    );
    // What trees keep clear of, and how the ground is, holds on both sides of the cut.
    await store.keepout.bulkCreate(
      keepouts.map((keepout, position) => ({ ...keepout, id: uuid(), blockId: id, position })),
      { transaction },
    );
    await store.zone.bulkCreate(
      zones.map((zone, position) => ({ ...zone, id: uuid(), blockId: id, position })),
      { transaction },
    );
    const heights = await store.surface.findByPk(blockId, { transaction, raw: true });
    const surface = await surfaceOf(store, blockId);
    if (heights && surface) {
      const own = localPlane([originLongitude, originLatitude]);
      const laid = surfaceFromGrid(
        gridOf(surface, plane),
        mapPoints(rest, own.toPlane),
        own,
      ).surface;
      await store.surface.create(
        {
          ...heights,
          blockId: id,
          minX: laid.minX,
          minY: laid.minY,
          cell: laid.cell,
          nodeColumns: laid.columns,
          nodeRows: laid.rows,
          heights: Buffer.from(Float32Array.from(laid.heights).buffer),
        },
        { transaction },
      );
    }
    return { blockId: id };
  },

  async 'ground.join'({ store, person, transaction }, { blockId, otherId }) {
    const { block, site } = await blockAccess(store, person.id, blockId, 'plan');
    const { block: other, site: otherSite } = await blockAccess(store, person.id, otherId, 'plan');
    if (block.id === other.id || site.id !== otherSite.id)
      throw new Refusal('Two different blocks of one site can be joined.');
    await refuseReleased(store, block, 'joined');
    if (await store.layout.count({ where: { blockId: otherId }, transaction }))
      throw new Refusal(
        `${other.name} has saved layouts of its own. Join it the other way round, from its page.`,
      );
    for (const table of [store.lot, store.taskEvent] as { count(o: object): Promise<number> }[]) {
      if (await table.count({ where: { blockId: otherId }, transaction }))
        throw new Refusal(`${other.name} has records of its own and stays a block.`);
    }
    const plane = planeOf(block);
    const joined = mapPoints(
      joinAreas(mapPoints(block.boundary, plane.toPlane), mapPoints(other.boundary, plane.toPlane)),
      plane.toLonLat,
    );
    await store.block.update(
      { boundary: checkBoundary(joined) },
      { where: { id: blockId }, transaction },
    );
    await store.keepout.update({ blockId }, { where: { blockId: otherId }, transaction });
    await store.zone.update({ blockId }, { where: { blockId: otherId }, transaction });
    await store.surface.destroy({ where: { blockId: otherId }, transaction });
    await store.block.destroy({ where: { id: otherId }, transaction });
  },

  async 'method.save'({ store, person, transaction }, { blockId, conditions, method }) {
    await blockAccess(store, person.id, blockId, 'plan');
    await store.block.update({ conditions, method }, { where: { id: blockId }, transaction });
  },
};

/** What the crew plants by must not lose its ground. */
async function refuseReleased(store: Store, block: BlockRow, what: string): Promise<void> {
  const released = await releasedLayout(store, block.id);
  if (released)
    throw new Refusal(
      `Version ${released.number} of ${block.name} is released to the crew; the block cannot be ${what} under its rows.`,
    );
}
