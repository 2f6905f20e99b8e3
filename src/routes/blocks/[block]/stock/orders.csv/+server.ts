import { ordersToCsv } from '../../../../../../core/formats/orders';
import { blockAccess } from '$lib/server/authorise';
import { orderLinesOf } from '$lib/server/orders';
import { store } from '$lib/server/store';
import type { RequestHandler } from './$types';

/** The order of a block as CSV. */
export const GET: RequestHandler = async ({ params, locals }) => {
  const open = await store();
  const { block, site } = await blockAccess(open, locals.person!.id, params.block, 'read');
  const cards = await open.species.findAll({ where: { siteId: site.id }, raw: true });
  const csv = ordersToCsv(
    await orderLinesOf(open, block.id),
    (id) => cards.find((card) => card.id === id)?.name ?? '',
  );
  return new Response(csv, {
    headers: {
      'content-type': 'text/csv; charset=utf-8',
      'content-disposition': `attachment; filename="${block.name.replace(/[^\w]+/g, '-')}-order.csv"`,
    },
  });
};
