import { lessonsOfBlock } from '$lib/rooms/checks/lessons.server';
import { briefingOfBlock } from '$lib/rooms/crew/briefing.server';
import { openField } from '$lib/server/field';
import type { PageServerLoad } from './$types';

/** The morning's briefing as the crew reads and signs it. */
export const load: PageServerLoad = async ({ params, locals, url }) => {
  const { block, facts, planter, shown } = await openField(locals, params.block, url);
  const { items, mark, signed } = await briefingOfBlock(facts, block);
  return {
    ...shown,
    lessons: await lessonsOfBlock(facts, block),
    items: items.filter(({ part }) => part !== 'evening'),
    mark,
    signed: signed.filter(({ planter: id }) => id === planter?.id),
  };
};
