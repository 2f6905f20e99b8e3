import { materialsToCsv } from '../../../../../../core/formats/materials';
import { blockAccess } from '$lib/server/authorise';
import { store } from '$lib/server/store';
import { billOf } from '$lib/server/year-ground';
import type { RequestHandler } from './$types';

/** The bill of a block as CSV. */
export const GET: RequestHandler = async ({ params, locals }) => {
  const open = await store();
  const { block, site } = await blockAccess(open, locals.person!.id, params.block, 'read');
  const { bill } = await billOf(open, site, block);
  return new Response(`\uFEFF${materialsToCsv(bill.lines)}`, {
    headers: {
      'content-type': 'text/csv; charset=utf-8',
      'content-disposition': `attachment; filename="${block.name.replace(/[^\w-]+/g, '-')}-materials.csv"`,
    },
  });
};
