import Papa from 'papaparse';
import { clockOf, dayOf } from '../../../../../../core/say/day';
import { allProductsFact, sprayingsFact } from '$lib/rooms/calendar/products.server';
import { sprayRecord } from '$lib/rooms/calendar/spray-record.server';
import { namesFact } from '$lib/rooms/people/facts.server';
import { openBlock } from '$lib/server/page';
import { unitsAsked } from '$lib/server/units-asked';
import type { RequestHandler } from './$types';

/** Everything that was sprayed on a block, a line each, what was taken back too. */
export const GET: RequestHandler = async ({ params, locals, url }) => {
  const { block, facts, site, person } = await openBlock(locals, params.block);
  const [rows, products, names] = await Promise.all([
    facts.of(sprayingsFact, block.id),
    facts.of(allProductsFact),
    facts.of(namesFact),
  ]);
  const lines = sprayRecord(rows, {
    products,
    nameOf: (id) => names.get(id) ?? '',
    momentOf: (at) => {
      const moment = new Date(at).getTime();
      return `${dayOf(moment, site.zone)} ${clockOf(moment, site.zone).text}`;
    },
    units: unitsAsked(url, person.units),
  });
  return new Response(`\uFEFF${Papa.unparse(lines)}`, {
    headers: {
      'content-type': 'text/csv; charset=utf-8',
      'content-disposition': `attachment; filename="${block.name.replace(/[^\w-]+/g, '-')}-sprayings.csv"`,
    },
  });
};
