import {
  allProductsFact,
  productsOf,
  sprayingsFact,
  totalMetres,
  yearGround,
} from '$lib/rooms/calendar/year.server';
import { standingSprayings } from '$lib/rooms/calendar/sprayings';
import { may } from '$lib/server/authorise';
import { methodSumOf } from '$lib/rooms/method/facts.server';
import { openBlock } from '$lib/server/page';
import type { PageServerLoad } from './$types';

/** Products, what there is to spray, and what was sprayed. */
export const load: PageServerLoad = async ({ params, locals, depends }) => {
  depends(
    'viridane:calendar',
    'viridane:tending',
    'viridane:rows',
    'viridane:stock',
    'viridane:crew',
    'viridane:ground',
    'viridane:survival',
  );
  const { block, role, facts } = await openBlock(locals, params.block);
  const [ground, { sprayed: share }, rows, names, products] = await Promise.all([
    yearGround(facts, block),
    methodSumOf(facts, block),
    facts.of(sprayingsFact, block.id),
    facts.of(allProductsFact),
    productsOf(facts),
  ]);
  return {
    mayRecord: may(role, 'record'),
    mayPlan: may(role, 'plan'),
    today: facts.today,
    products,
    /** What is sprayed: all of it, or only the trees whose method says so. */
    share,
    ground: {
      trees: Math.round(ground.trees * (share || 1)),
      metres: totalMetres(ground) * (share || 1),
      area: ground.area,
    },
    /** Every product that ever stood on the list, for what was sprayed of it. */
    allProducts: names,
    rows: ground.rows.map(({ number, metres }) => ({
      number,
      metres: [...metres.values()].reduce((sum, one) => sum + one, 0),
    })),
    sprayed: standingSprayings(rows).map((row) => ({
      ...row,
      at: new Date(row.at).toISOString(),
      product: names.find(({ id }) => id === row.productId)?.name ?? '',
      granules: names.find(({ id }) => id === row.productId)?.dose.kind === 'granules',
    })),
  };
};
