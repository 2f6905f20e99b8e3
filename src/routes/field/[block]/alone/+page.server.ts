import { aloneNow } from '../../../../../core/crew/alone';
import { checkInsFact } from '$lib/rooms/crew/words.server';
import { openField } from '$lib/server/field';
import type { PageServerLoad } from './$types';

/** Whoever works alone, and when their next word is due. */
export const load: PageServerLoad = async ({ params, locals, url }) => {
  const { facts, planter, shown } = await openField(locals, params.block, url);
  const own = (await facts.of(checkInsFact)).filter((word) => word.planter === planter?.id);
  return { ...shown, words: own, alone: aloneNow(own, new Map(), facts.now)[0] ?? null };
};
