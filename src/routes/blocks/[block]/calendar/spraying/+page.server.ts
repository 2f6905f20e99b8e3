import {
  allProductsFact,
  productsOf,
  totalMetres,
  yearGround,
} from '$lib/rooms/calendar/year.server';
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
    facts.reader.tables.spraying.all({ where: { blockId: block.id }, order: [['day', 'DESC']] }),
    facts.of(allProductsFact),
    productsOf(facts),
  ]);
  const cancelled = new Set(rows.map(({ corrects }) => corrects));
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
    sprayed: rows
      .filter(({ id, corrects }) => !corrects && !cancelled.has(id))
      .map((row) => ({
        ...row,
        at: new Date(row.at).toISOString(),
        product: names.find(({ id }) => id === row.productId)?.name ?? '',
      })),
  };
};
