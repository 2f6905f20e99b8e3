import { USUAL_RATES } from '../../../../../../core/crew/usual';
import { rateOn } from '../../../../../../core/crew/pay';
import { sharesFact } from '$lib/rooms/crew/facts.server';
import { learnedRates, usualPlanters } from '$lib/rooms/crew/rates.server';
import { looksFact } from '$lib/rooms/stock/facts.server';
import { openBlock } from '$lib/server/page';
import type { PageServerLoad } from './$types';

/** Who plants, who of them signs in, and what they are paid. */
export const load: PageServerLoad = async ({ params, locals, depends }) => {
  depends('viridane:crew', 'viridane:people', 'viridane:stock');
  const { block, site, role, facts } = await openBlock(locals, params.block);
  const [planters, rates, shares, looks] = await Promise.all([
    usualPlanters(facts, block.id),
    learnedRates(facts, block.id),
    facts.of(sharesFact, block.id),
    facts.of(looksFact, block.id),
  ]);
  const mayPlan = role === 'leader';
  const [people, pay] = mayPlan
    ? await Promise.all([
        facts.reader.query<{ id: string; name: string; signIn: string }>(
          `SELECT p.id, p.name, p.sign_in AS signIn FROM person p JOIN membership m ON m.person_id = p.id
           WHERE m.site_id = :siteId AND p.anonymous = 0 ORDER BY p.name`,
          { siteId: site.id },
        ),
        facts.reader.tables.payRate.all({ where: { siteId: site.id } }),
      ])
    : [[], []];
  const rated = pay.map(({ planterId, kind, amount, fromDay, recordedAt }) => ({
    ...{ planter: planterId, kind, amount, fromDay, at: new Date(recordedAt).getTime() },
  }));
  return {
    siteId: site.id,
    today: facts.today,
    mayPlan,
    people,
    pace: { ...USUAL_RATES, ...block.calendarTerms.pace },
    block: { id: block.id, calendarTerms: block.calendarTerms, termsEdition: block.termsEdition },
    planters: planters.map(
      ({ id, name, rate, kind, people: heads, personId, retiredOn, ...own }) => ({
        ...{ id, name, rate, kind, heads, personId, retiredOn, edition: own.edition },
        usually: own.usually,
        learned: rates.get(id) ?? null,
        hasRows: shares.some(({ planterId }) => planterId === id),
        pay: mayPlan ? (rateOn(rated, id, facts.today) ?? null) : null,
        /** When they were watched at the boxes last. */
        watched: looks
          .filter(({ planter }) => planter === id)
          .reduce((last: string | null, { at }) => (!last || at > last ? at : last), null),
      }),
    ),
  };
};
