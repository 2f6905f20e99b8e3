import { namesFact } from '$lib/rooms/people/facts.server';
import { readingsFact } from '$lib/rooms/tending/instruments.server';
import { waterOf } from '$lib/rooms/tending/facts.server';
import { may } from '$lib/server/authorise';
import { openBlock } from '$lib/server/page';
import type { PageServerLoad } from './$types';

/** The store of water the roots reach, the schools side by side, the next round. */
export const load: PageServerLoad = async ({ params, locals, depends }) => {
  depends('viridane:tending', 'viridane:crew', 'viridane:ground', 'viridane:rows');
  const { block, facts, role } = await openBlock(locals, params.block);
  const [water, readings, names] = await Promise.all([
    waterOf(facts, block),
    facts.of(readingsFact, block.id),
    facts.of(namesFact),
  ]);
  return {
    water,
    today: facts.today,
    mayPlan: may(role, 'plan'),
    mayRecord: may(role, 'record'),
    readings: [...readings]
      .reverse()
      .slice(0, 12)
      .map(({ author, ...one }) => ({ ...one, author: names.get(author) ?? '' })),
  };
};
