import { error } from '@sveltejs/kit';
import { findingsOf } from '$lib/rooms/checks/findings.server';
import { plantedOf } from '$lib/rooms/crew/facts.server';
import { waysOfBlock } from '$lib/rooms/method/facts.server';
import { releasedLayout } from '$lib/rooms/rows/facts.server';
import { closingReport } from '$lib/rooms/survival/closing.server';
import { countedOf } from '$lib/rooms/survival/facts.server';
import { survivalFindings } from '$lib/rooms/survival/findings.server';
import { inUnits } from '../../../../../../core/measure/units';
import { openBlock } from '$lib/server/page';
import type { RequestHandler } from './$types';

/** The closing report for client and cost share. */
export const GET: RequestHandler = async ({ params, locals, url }) => {
  const { block, site, facts } = await openBlock(locals, params.block);
  const units = url.searchParams.get('units') === 'us' ? 'us' : 'metric';
  const [layout, season, found, checks, planted, ways] = await Promise.all([
    releasedLayout(facts, block.id),
    countedOf(facts, block),
    survivalFindings(facts, block),
    findingsOf(facts, block),
    plantedOf(facts, block.id),
    waysOfBlock(facts, block),
  ]);
  if (!layout || !season || !found)
    error(404, `Nothing is counted on ${block.name} yet: a closing report needs a count.`);
  const days = [...planted.sums.byDay.keys()].sort();
  const pdf = await closingReport({
    about: { block: block.name, site: site.name, version: layout.number, day: facts.today },
    planted: planted.planted,
    plantedDays: days.length ? [days[0], days[days.length - 1]] : null,
    ...{ season, found, checks, units },
    brief: inUnits(ways[0].brief, units),
  });
  return new Response(new Uint8Array(pdf), {
    headers: { 'content-type': 'application/pdf', 'content-disposition': 'inline' },
  });
};
