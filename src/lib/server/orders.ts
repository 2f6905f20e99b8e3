import type { OrderLine } from '../../../core/stock/orders';
import type { Store } from '../store';

/** Terms of a species until the leader sets others. */
export const USUAL_TERMS = { reserve: 0.05, cull: 0.05, pack: 50 };

/** Order lines of a block, the next delivery first. */
export async function orderLinesOf(store: Store, blockId: string): Promise<OrderLine[]> {
  const rows = await store.stockOrder.findAll({
    where: { blockId },
    order: [
      ['deliverOn', 'ASC'],
      ['nursery', 'ASC'],
      ['id', 'ASC'],
    ],
    raw: true,
  });
  return rows.map(({ speciesId, replacesId, ...row }) => ({
    ...row,
    species: speciesId,
    replaces: replacesId,
  }));
}
