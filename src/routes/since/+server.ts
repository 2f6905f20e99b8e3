import { json } from '@sveltejs/kit';
import { judgeAir } from '../../../core/calendar/weather';
import { stampOf } from '$lib/server/facts';
import { openSite } from '$lib/server/page';
import { airAt } from '$lib/server/station';
import type { RequestHandler } from './$types';

/** The minute's one question: has anything of the site changed, and what does the air do now? */
export const GET: RequestHandler = async ({ locals }) => {
  const page = await openSite(locals);
  if (!page) return json({ stamp: '' });
  const air = await airAt(page.facts);
  return json(
    {
      stamp: stampOf(page.facts.marks),
      air: air && { ...air, judged: judgeAir(air.now) },
    },
    { headers: { 'cache-control': 'private, no-store' } },
  );
};
