import { blockAccess, may } from '$lib/server/authorise';
import { now } from '$lib/server/clock';
import { store } from '$lib/server/store';
import type { PageServerLoad } from './$types';

/** Who and what can be looked at. */
export const load: PageServerLoad = async ({ params, locals }) => {
  const open = await store();
  const at = now();
  const { block, site, role } = await blockAccess(open, locals.person!.id, params.block, 'read');
  const [planters, lots, species] = await Promise.all([
    open.planter.findAll({
      where: { siteId: site.id },
      order: [['position', 'ASC']],
      attributes: ['id', 'name'],
      raw: true,
    }),
    open.lot.findAll({
      where: { blockId: block.id },
      order: [['code', 'ASC']],
      attributes: ['id', 'code', 'speciesId'],
      raw: true,
    }),
    open.species.findAll({ where: { siteId: site.id }, raw: true }),
  ]);
  return {
    block: { id: block.id, name: block.name },
    at,
    mayRecord: may(role, 'record'),
    planters,
    lots: lots.map(({ id, code, speciesId }) => {
      const card = species.find((entry) => entry.id === speciesId)!;
      return { id, code, name: card.name, stock: card.stock };
    }),
  };
};
