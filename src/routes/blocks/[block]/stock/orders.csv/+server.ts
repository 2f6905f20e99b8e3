import { ordersToCsv } from '../../../../../../core/formats/orders';
import { cardsFact, ordersFact } from '$lib/rooms/stock/facts.server';
import { openBlock } from '$lib/server/page';
import type { RequestHandler } from './$types';

/** The order of a block as CSV. */
export const GET: RequestHandler = async ({ params, locals }) => {
  const { block, facts } = await openBlock(locals, params.block);
  const cards = await facts.of(cardsFact);
  const csv = ordersToCsv(
    await facts.of(ordersFact, block.id),
    (id) => cards.find((card) => card.id === id)?.name ?? '',
  );
  return new Response(csv, {
    headers: {
      'content-type': 'text/csv; charset=utf-8',
      'content-disposition': `attachment; filename="${block.name.replace(/[^\w]+/g, '-')}-order.csv"`,
    },
  });
};
