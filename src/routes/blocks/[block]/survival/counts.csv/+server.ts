import Papa from 'papaparse';
import { COLUMN_UNITS } from '../../../../../../core/measure/units';
import { namesFact } from '$lib/rooms/people/facts.server';
import { countsFact } from '$lib/rooms/survival/facts.server';
import { plainCell } from '$lib/server/csv';
import { openBlock } from '$lib/server/page';
import type { RequestHandler } from './$types';

/** Every count of the released version, a line each, with its signs tree by tree. */
export const GET: RequestHandler = async ({ params, locals }) => {
  const { block, facts, person } = await openBlock(locals, params.block);
  const { ending, bare } = COLUMN_UNITS.length[person.units];
  const [counts, names] = await Promise.all([facts.of(countsFact, block.id), facts.of(namesFact)]);
  const csv = Papa.unparse(
    counts.map(
      ({ row, plot, countedOn, set, alive, marks, cause, causes, heights, why, author }) => ({
        counted_on: countedOn,
        row,
        circle: plot ?? '',
        set,
        alive,
        trees: marks ? `'${marks}` : '',
        cause,
        causes: Object.entries(causes)
          .map(([peg, what]) => `${peg}:${what}`)
          .join(' '),
        [`heights${ending}`]: Object.entries(heights)
          .map(([peg, height]) => `${peg}:${bare(height, 2)}`)
          .join(' '),
        counted_again_because: plainCell(why),
        by: plainCell(names.get(author) ?? ''),
      }),
    ),
  );
  return new Response(csv, {
    headers: {
      'content-type': 'text/csv; charset=utf-8',
      'content-disposition': 'attachment; filename="counts.csv"',
    },
  });
};
