import Papa from 'papaparse';
import { plantersFact } from '$lib/rooms/crew/facts.server';
import { payDays, paySheetOf } from '$lib/rooms/crew/pay.server';
import { plainCell } from '$lib/server/csv';
import { openBlock } from '$lib/server/page';
import type { RequestHandler } from './$types';

/** The pay sheet as CSV, both sums in it. */
export const GET: RequestHandler = async ({ params, locals, url }) => {
  const { block, facts } = await openBlock(locals, params.block, 'plan');
  const { from, to } = payDays(url, facts.today);
  const [lines, planters] = await Promise.all([
    from > to ? [] : paySheetOf(facts, from, to),
    facts.of(plantersFact),
  ]);
  const csv = Papa.unparse(
    lines.map((line) => ({
      day: line.day,
      planter: plainCell(planters.find(({ id }) => id === line.planter)?.name ?? ''),
      hours: line.clocked ? Math.round(line.hours * 100) / 100 : '',
      trees: line.trees,
      looked_at: line.looked,
      would_fail: line.failing,
      paid_by: line.kind ?? '',
      rate: line.amount,
      paid_for: Math.round(line.paidFor * 100) / 100,
      pay: line.pay.value.toFixed(2),
      pay_otherwise: line.otherwise.toFixed(2),
      failing_paid: line.counts ? 'yes' : 'no',
      currency: block.calendarTerms.currency ?? '',
    })),
  );
  return new Response(csv, {
    headers: {
      'content-type': 'text/csv; charset=utf-8',
      'content-disposition': `attachment; filename="pay-${from}-${to}.csv"`,
    },
  });
};
