import { lessonsOfBlock } from '$lib/rooms/checks/lessons.server';
import { briefingOfBlock } from '$lib/rooms/crew/briefing.server';
import { activePlanters, sharesFact } from '$lib/rooms/crew/facts.server';
import { may } from '$lib/server/authorise';
import { openBlock } from '$lib/server/page';
import type { PageServerLoad } from './$types';

/** The morning's briefing: what is said, who has read it, and where help comes to. */
export const load: PageServerLoad = async ({ params, locals, depends }) => {
  depends(
    'viridane:crew',
    'viridane:rows',
    'viridane:ground',
    'viridane:stock',
    'viridane:calendar',
  );
  const { block, role, facts } = await openBlock(locals, params.block);
  const [briefing, planters, shares] = await Promise.all([
    briefingOfBlock(facts, block),
    activePlanters(facts),
    facts.of(sharesFact, block.id),
  ]);
  return {
    ...briefing,
    lessons: await lessonsOfBlock(facts, block),
    mayPlan: may(role, 'plan'),
    today: facts.today,
    zone: facts.site.zone,
    origin: { longitude: block.originLongitude, latitude: block.originLatitude },
    crew: planters
      .filter(({ id }) => shares.some(({ planterId }) => planterId === id))
      .map(({ id, name }) => ({ id, name })),
  };
};
