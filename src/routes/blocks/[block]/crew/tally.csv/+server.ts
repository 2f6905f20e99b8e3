import Papa from 'papaparse';
import { clockOf, dayOf } from '../../../../../../core/say/day';
import { plantersFact } from '$lib/rooms/crew/facts.server';
import { dayAsked, tallySheetOf } from '$lib/rooms/crew/tally-sheet.server';
import { plainCell } from '$lib/server/csv';
import { openBlock } from '$lib/server/page';
import type { RequestHandler } from './$types';

/** Everything that was entered for a day of a block as CSV, what was taken back too. */
export const GET: RequestHandler = async ({ params, locals, url }) => {
  const { block, facts, site } = await openBlock(locals, params.block);
  const day = dayAsked(url, facts.today);
  const [{ entries }, planters] = await Promise.all([
    tallySheetOf(facts, block.id, day),
    facts.of(plantersFact),
  ]);
  const moment = (at: number) => `${dayOf(at, site.zone)} ${clockOf(at, site.zone).text}`;
  const csv = Papa.unparse(
    entries.map(({ at, planter, what, author, entered, note, taken }) => ({
      at: moment(at),
      planter: plainCell(planters.find(({ id }) => id === planter)?.name ?? ''),
      entry:
        what.kind === 'trees' || what.kind === 'refill'
          ? what.kind
          : what.kind === 'on'
            ? 'begins'
            : 'ends',
      version: what.kind === 'trees' ? what.version : '',
      row: 'row' in what ? what.row : '',
      trees: 'row' in what ? what.count : '',
      tool: 'row' in what ? '' : plainCell(what.tool),
      entered_by: plainCell(author),
      entered_at: moment(entered),
      note: plainCell(note),
      taken_back_by: plainCell(taken?.author ?? ''),
      taken_back_at: taken ? moment(taken.at) : '',
    })),
  );
  return new Response(csv, {
    headers: {
      'content-type': 'text/csv; charset=utf-8',
      'content-disposition': `attachment; filename="tally-${day}.csv"`,
    },
  });
};
