import { v7 as uuid } from 'uuid';
import { checkBoundary } from '../../../../core/ground/boundary';
import { plantableArea } from '../../../../core/ground/plantable';
import { centreOf } from '../../../../core/ground/polygon';
import { localPlane } from '../../../../core/measure/plane';
import type { Conditions } from '../../../../core/method/schools';
import { blockAccess, siteAccess } from '../authorise';
import { planeOf } from '../block';
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
    { blockId, name, boundary, margin, keepouts },
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
  },

  async 'method.save'({ store, person, transaction }, { blockId, conditions, method }) {
    await blockAccess(store, person.id, blockId, 'plan');
    await store.block.update({ conditions, method }, { where: { id: blockId }, transaction });
  },
};
