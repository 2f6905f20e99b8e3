import { payTotals } from '../../../../../../core/crew/pay';
import { plantersFact } from '$lib/rooms/crew/facts.server';
import { payDays, paySheetOf } from '$lib/rooms/crew/pay.server';
import { openBlock } from '$lib/server/page';
import type { PageServerLoad } from './$types';

/** The pay sheet of the site, all blocks together. Only the leader sees what others are paid. */
export const load: PageServerLoad = async ({ params, locals, depends, url }) => {
  depends('viridane:crew', 'viridane:checks');
  const { block, facts } = await openBlock(locals, params.block, 'plan');
  const { from, to } = payDays(url, facts.today);
  const turned = from > to;
  const lines = turned ? [] : await paySheetOf(facts, from, to);
  const planters = await facts.of(plantersFact);
  return {
    ...{ from, to, turned, today: facts.today, lines, totals: payTotals(lines) },
    siteId: facts.site.id,
    currency: block.calendarTerms.currency ?? '',
    names: planters.map(({ id, name }) => [id, name] as const),
  };
};
