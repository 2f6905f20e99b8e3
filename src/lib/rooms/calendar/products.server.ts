import { sprayPlan, type SprayPlan, type Target } from '../../../../core/calendar/spraying';
import { SPRAY_TERMS, type SprayTerms } from '../../../../core/calendar/terms';
import { tableFact, type Facts } from '../../server/facts';
import type { BlockRow } from '../ground/tables.server';
import type { ProductRow, SprayingRow } from './tables.server';

/** Products of the site by name, dropped ones among them. */
export const allProductsFact = tableFact(
  'products',
  ['calendar'],
  { table: 'product', by: 'siteId' },
  (rows): ProductRow[] => rows.sort((a, b) => a.name.localeCompare(b.name)),
);
/** What was sprayed on a block, cancelled or not, the newest first. */
export const sprayingsFact = tableFact(
  'sprayings',
  ['calendar'],
  { table: 'spraying', by: 'blockId' },
  (rows): SprayingRow[] => rows.sort((a, b) => (a.day > b.day ? -1 : a.day < b.day ? 1 : 0)),
);
/** Those that may be chosen. */
export const productsOf = async (facts: Facts): Promise<ProductRow[]> =>
  (await facts.of(allProductsFact)).filter(({ dropped }) => !dropped);

/** What of a block a sprayer treats: trees, metres of row, plantable square metres. */
export interface Sprayable {
  trees: number;
  metres: number;
  area: number;
}

/**
 * What is sprayed, from the leader's terms and the block's layout.
 * @param sprayed share of the trees whose spots are sprayed at all
 */
export function targetOf(
  ground: Sprayable,
  terms: Pick<SprayTerms, 'kind' | 'size'>,
  sprayed = 1,
): Target {
  switch (terms.kind) {
    case 'spots':
      return { kind: 'spots', count: Math.round(ground.trees * sprayed), radius: terms.size };
    case 'squares':
      return { kind: 'squares', count: Math.round(ground.trees * sprayed), side: terms.size };
    case 'strips':
      return { kind: 'strips', metres: ground.metres * sprayed, width: terms.size };
    case 'whole':
      return { kind: 'whole', area: ground.area };
  }
}

/**
 * The block's spray plan, where a product is chosen.
 * @param sprayed share of the trees whose spots are sprayed at all
 */
export function sprayPlanOf(
  block: BlockRow,
  ground: Sprayable,
  products: readonly ProductRow[],
  sprayed = 1,
): { plan: SprayPlan; product: ProductRow; terms: SprayTerms } | undefined {
  const kept = block.calendarTerms.spray;
  const product =
    products.find(({ id }) => id === kept?.product) ??
    products.find(({ dose }) => dose.kind !== 'granules') ??
    products[0];
  if (!product) return undefined;
  const terms = { ...SPRAY_TERMS, ...kept, product: product.id };
  const others = products.filter(({ id }) => id !== product.id && terms.with?.includes(id));
  const target = targetOf(ground, terms, sprayed);
  return { plan: sprayPlan(product, target, terms.tank, others), product, terms };
}
