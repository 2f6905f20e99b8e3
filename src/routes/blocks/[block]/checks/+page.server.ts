import { qualityByPlanter } from '../../../../../core/checks/quality';
import { expectedTrees, PLOT_SIZES, plotRadius } from '../../../../../core/checks/plot';
import { depthTolerance } from '../../../../../core/method/method';
import { blockAccess } from '$lib/server/authorise';
import { methodOfBlock, plotsOf, releasedLayout, treesByRowOf } from '$lib/server/block';
import { store } from '$lib/server/store';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ params, locals }) => {
  const open = await store();
  const { block, site } = await blockAccess(open, locals.person!.id, params.block, 'read');
  const layout = await releasedLayout(open, block.id);
  const planters = await open.planter.findAll({
    where: { siteId: site.id },
    attributes: ['id', 'name'],
    order: [['position', 'ASC']],
    raw: true,
  });
  const tolerance = depthTolerance(methodOfBlock(block));
  if (!layout) return { planters, tolerance, released: undefined };
  const plots = await plotsOf(open, layout.id);
  const { step, between } = layout.rhythm;
  return {
    planters,
    tolerance,
    released: {
      id: layout.id,
      trees: await treesByRowOf(open, layout.id),
      plots,
      quality: qualityByPlanter(plots),
      sizes: PLOT_SIZES.map((size) => ({
        ...size,
        radius: plotRadius(size.area),
        expected: expectedTrees(size.area, step, between),
      })),
    },
  };
};
