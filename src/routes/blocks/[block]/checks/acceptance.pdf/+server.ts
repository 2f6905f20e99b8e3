import { error } from '@sveltejs/kit';
import { acceptanceSheet } from '$lib/rooms/checks/acceptance.server';
import { findingsOf, plannedWithFound } from '$lib/rooms/checks/findings.server';
import { plantersFact } from '$lib/rooms/crew/facts.server';
import { plantableOf } from '$lib/rooms/ground/facts.server';
import { releasedLayout } from '$lib/rooms/rows/facts.server';
import { openBlock } from '$lib/server/page';
import { unitsAsked } from '$lib/server/units-asked';
import type { RequestHandler } from './$types';

/** The client's acceptance sheet. */
export const GET: RequestHandler = async ({ params, locals, url }) => {
  const { block, site, facts, person } = await openBlock(locals, params.block);
  const layout = await releasedLayout(facts, block.id);
  if (!layout)
    error(404, `No layout of ${block.name} is released yet: there is nothing to accept.`);
  const [findings, planters, ground] = await Promise.all([
    findingsOf(facts, block),
    facts.of(plantersFact),
    plantableOf(facts, block),
  ]);
  const pdf = await acceptanceSheet({
    about: {
      ...{ block: block.name, site: site.name, zone: site.zone },
      ...{ version: layout.number, day: facts.today },
    },
    findings,
    planned: plannedWithFound(findings.plan, findings.plots),
    boundary: ground.boundary,
    units: unitsAsked(url, person.units),
    nameOf: (id) => planters.find((planter) => planter.id === id)?.name ?? '',
  });
  return new Response(new Uint8Array(pdf), {
    headers: { 'content-type': 'application/pdf', 'content-disposition': 'inline' },
  });
};
