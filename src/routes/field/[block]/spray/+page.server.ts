import { sprayingOf } from '$lib/rooms/calendar/spraying.server';
import { may } from '$lib/server/authorise';
import { openBlock } from '$lib/server/page';
import type { PageServerLoad } from './$types';

/** Rows to spray, what goes into the tank, and what was sprayed already. */
export const load: PageServerLoad = async ({ params, locals }) => {
  const { block, role, facts } = await openBlock(locals, params.block);
  const { plan, rows, sprayed, allProducts, share, granules } = await sprayingOf(facts, block);
  return {
    block: { id: block.id, name: block.name },
    at: facts.now,
    today: facts.today,
    planting: block.plantingDay,
    mayRecord: may(role, 'record'),
    asked: share > 0 || granules > 0,
    whole: plan?.terms.kind === 'whole',
    /** The product of the plan, and what else is in its tank. */
    tank: plan
      ? [
          { product: plan.product, amount: plan.plan.product, perHectare: plan.plan.perHectare },
          ...plan.plan.others.map(({ product, amount, perHectare }) => ({
            ...{ product, amount, perHectare },
          })),
        ]
      : [],
    area: plan?.plan.area.value ?? 0,
    rows,
    sprayed: sprayed.map(({ productId, day, area, litres, sprayedRows }) => ({
      ...{ productId, day, area, litres, sprayedRows },
    })),
    allProducts,
  };
};
