import { blockAccess, may } from '$lib/server/authorise';
import { today } from '$lib/server/clock';
import { store } from '$lib/server/store';
import { productsOf, totalMetres, yearGround } from '$lib/server/year-ground';
import type { PageServerLoad } from './$types';

/** Products, what there is to spray, and what was sprayed. */
export const load: PageServerLoad = async ({ params, locals }) => {
  const open = await store();
  const { block, site, role } = await blockAccess(open, locals.person!.id, params.block, 'read');
  const ground = await yearGround(open, block);
  const rows = await open.spraying.findAll({
    where: { blockId: block.id },
    order: [['day', 'DESC']],
    raw: true,
  });
  const cancelled = new Set(rows.map(({ corrects }) => corrects));
  const names = await open.product.findAll({
    where: { siteId: site.id },
    attributes: ['id', 'name'],
    raw: true,
  });
  return {
    mayRecord: may(role, 'record'),
    mayPlan: may(role, 'plan'),
    today: today(site.zone),
    products: await productsOf(open, site.id),
    ground: { trees: ground.trees, metres: totalMetres(ground), area: ground.area },
    sprayed: rows
      .filter(({ id, corrects }) => !corrects && !cancelled.has(id))
      .map((row) => ({
        ...row,
        at: new Date(row.at).toISOString(),
        product: names.find(({ id }) => id === row.productId)?.name ?? '',
      })),
  };
};
