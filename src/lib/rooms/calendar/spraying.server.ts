import type { Facts } from '../../server/facts';
import type { BlockRow } from '../ground/tables.server';
import { methodSumOf } from '../method/facts.server';
import { standingSprayings } from './sprayings';
import { allProductsFact, productsOf, sprayingsFact, sprayPlanOf } from './products.server';
import { sprayableOf, totalMetres, yearGround } from './year.server';

/** What there is to spray on a block, with what, and what was sprayed: for the desk and for the phone. */
export async function sprayingOf(facts: Facts, block: BlockRow) {
  const [ground, { sprayed: share, granules }, rows, names, products] = await Promise.all([
    yearGround(facts, block),
    methodSumOf(facts, block),
    facts.of(sprayingsFact, block.id),
    facts.of(allProductsFact),
    productsOf(facts),
  ]);
  return {
    products,
    /** What is sprayed: all of it, or only the trees whose method says so. */
    share,
    granules,
    plan: sprayPlanOf(block, sprayableOf(ground), products, share || 1),
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
}
