import { methodOfBlock } from '$lib/rooms/method/facts.server';
import { plantsWithWater } from '../../../../../../core/method/method';
import { windowsOf } from '$lib/rooms/calendar/windows.server';
import { may } from '$lib/server/authorise';
import { openBlock } from '$lib/server/page';
import type { PageServerLoad } from './$types';

/** For each week how often it allows planting, and what weather that was judged from. */
export const load: PageServerLoad = async ({ params, locals, depends }) => {
  depends(
    'viridane:calendar',
    'viridane:tending',
    'viridane:rows',
    'viridane:stock',
    'viridane:crew',
    'viridane:ground',
    'viridane:survival',
  );
  const { block, site, role, facts } = await openBlock(locals, params.block);
  const watered = plantsWithWater(methodOfBlock(block));
  return {
    windows: await windowsOf(facts, watered),
    watered,
    regime: site.regime,
    typicalYear: site.typicalYear,
    hours: await facts.reader.tables.weatherHour.count({ siteId: site.id }),
    latitude: site.latitude,
    mayRecord: may(role, 'record'),
    mayPlan: may(role, 'plan'),
  };
};
