import { materialsToCsv } from '../../../../../../core/formats/materials';
import { billOf } from '$lib/rooms/calendar/year.server';
import { openBlock } from '$lib/server/page';
import { unitsAsked } from '$lib/server/units-asked';
import { words } from '$lib/words';
import type { RequestHandler } from './$types';

/** The bill of a block as CSV. */
export const GET: RequestHandler = async ({ params, locals, url }) => {
  const { block, facts, person } = await openBlock(locals, params.block);
  const { bill } = await billOf(facts, block);
  return new Response(`\uFEFF${materialsToCsv(bill.lines, words, unitsAsked(url, person.units))}`, {
    headers: {
      'content-type': 'text/csv; charset=utf-8',
      'content-disposition': `attachment; filename="${block.name.replace(/[^\w-]+/g, '-')}-materials.csv"`,
    },
  });
};
