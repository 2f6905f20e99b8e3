import Papa from 'papaparse';
import { sprayingsOf, sprayRecord } from '$lib/rooms/calendar/spray-record.server';
import { openBlock } from '$lib/server/page';
import { unitsAsked } from '$lib/server/units-asked';
import type { RequestHandler } from './$types';

/** Everything that was sprayed on a block, a line each, what was taken back too. */
export const GET: RequestHandler = async ({ params, locals, url }) => {
  const { block, facts, person } = await openBlock(locals, params.block);
  const [rows, of] = await sprayingsOf(facts, block.id, unitsAsked(url, person.units));
  return new Response(`\uFEFF${Papa.unparse(sprayRecord(rows, of))}`, {
    headers: {
      'content-type': 'text/csv; charset=utf-8',
      'content-disposition': `attachment; filename="${block.name.replace(/[^\w-]+/g, '-')}-sprayings.csv"`,
    },
  });
};
