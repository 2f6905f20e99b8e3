import { boxesOf } from '$lib/rooms/crew/waves.server';
import { namesFact } from '$lib/rooms/people/facts.server';
import { countedOf } from '$lib/rooms/survival/facts.server';
import { readingsFact } from '$lib/rooms/tending/instruments.server';
import { waterOf } from '$lib/rooms/tending/facts.server';
import { may } from '$lib/server/authorise';
import { openBlock } from '$lib/server/page';
import type { PageServerLoad } from './$types';

/** The store of water the roots reach, the schools side by side, the next round. */
export const load: PageServerLoad = async ({ params, locals, depends }) => {
  depends(
    'viridane:tending',
    'viridane:crew',
    'viridane:ground',
    'viridane:rows',
    'viridane:survival',
  );
  const { block, facts, role } = await openBlock(locals, params.block);
  const [water, boxes, readings, names, season] = await Promise.all([
    waterOf(facts, block),
    boxesOf(facts, block),
    facts.of(readingsFact, block.id),
    facts.of(namesFact),
    countedOf(facts, block),
  ]);
  return {
    water,
    /** When trees were counted last: those that were dead then are watered no more. */
    countedOn: season?.on ?? null,
    /** Reservoir boxes that stand, and the day on which the first is empty; nothing where none is used. */
    boxes: boxes && {
      standing: boxes.rows.reduce((sum, row) => sum + row.boxes, 0),
      dry: boxes.rows.reduce<string | null>(
        (first, { dry }) => (dry && (!first || dry < first) ? dry : first),
        null,
      ),
    },
    today: facts.today,
    mayPlan: may(role, 'plan'),
    mayRecord: may(role, 'record'),
    readings: [...readings]
      .reverse()
      .slice(0, 12)
      .map(({ author, ...one }) => ({ ...one, author: names.get(author) ?? '' })),
  };
};
