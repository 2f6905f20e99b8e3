import { may, sitesOf } from '$lib/server/authorise';
import { store } from '$lib/server/store';
import type { PageServerLoad } from './$types';

/** Blocks with a released layout, to plant on, or with stock to look after. */
export const load: PageServerLoad = async ({ locals }) => {
  const open = await store();
  const sites = await sitesOf(open, locals.person!.id);
  const blocks = await open.block.findAll({
    where: { siteId: sites.map(({ site }) => site.id) },
    attributes: ['id', 'name'],
    order: [['position', 'ASC']],
    raw: true,
  });
  const released = await open.layout.findAll({
    where: { state: 'released' },
    attributes: ['blockId', 'trees'],
    raw: true,
  });
  const lots = await open.lot.findAll({
    where: { blockId: blocks.map(({ id }) => id) },
    attributes: ['blockId'],
    raw: true,
  });
  const records = sites.some(({ role }) => may(role, 'record'));
  return {
    fieldBlocks: blocks
      .map(({ id, name }) => ({
        id,
        name,
        trees: released.find(({ blockId }) => blockId === id)?.trees,
        lots: records ? lots.filter(({ blockId }) => blockId === id).length : 0,
      }))
      .filter(({ trees, lots: own }) => trees || own),
  };
};
