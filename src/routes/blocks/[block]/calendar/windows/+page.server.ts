import { blockAccess, may } from '$lib/server/authorise';
import { store } from '$lib/server/store';
import { windowsOf } from '$lib/server/windows';
import type { PageServerLoad } from './$types';

/** For each week how often it allows planting, and what weather that was judged from. */
export const load: PageServerLoad = async ({ params, locals }) => {
  const open = await store();
  const { site, role } = await blockAccess(open, locals.person!.id, params.block, 'read');
  const hours = await open.weatherHour.count({ where: { siteId: site.id } });
  return {
    windows: await windowsOf(open, site),
    regime: site.regime,
    typicalYear: site.typicalYear,
    hours,
    latitude: site.latitude,
    mayRecord: may(role, 'record'),
    mayPlan: may(role, 'plan'),
  };
};
