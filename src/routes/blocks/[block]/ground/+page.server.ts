import { keepoutsOf, surfaceAbout, zonesOf } from '$lib/server/block';
import { store } from '$lib/server/store';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ parent, params }) => {
  const { block } = await parent();
  const open = await store();
  const [keepouts, zones, surface, siblings] = await Promise.all([
    keepoutsOf(open, params.block),
    zonesOf(open, params.block),
    surfaceAbout(open, params.block),
    open.block.findAll({
      where: { siteId: block.siteId },
      attributes: ['id', 'name'],
      order: [['position', 'ASC']],
      raw: true,
    }),
  ]);
  return {
    keepouts,
    zones,
    surface,
    siblings: siblings.filter(({ id }) => id !== params.block),
  };
};
