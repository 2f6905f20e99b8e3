import { error } from '@sveltejs/kit';
import { lessonsOfBlock } from '$lib/rooms/checks/lessons.server';
import { schoolCards } from '$lib/rooms/checks/cards.server';
import { isLanguage } from '$lib/words/field';
import { openBlock } from '$lib/server/page';
import type { RequestHandler } from './$types';

/** The hole school as cards, in the language of whoever prints them. */
export const GET: RequestHandler = async ({ params, locals }) => {
  const { block, facts, person } = await openBlock(locals, params.block);
  const lessons = await lessonsOfBlock(facts, block);
  if (!lessons.length)
    error(404, `No layout of ${block.name} is there yet: its stock is not known.`);
  const pdf = await schoolCards(lessons, {
    language: isLanguage(person.language) ? person.language : 'en',
    system: person.units,
  });
  return new Response(new Uint8Array(pdf), {
    headers: { 'content-type': 'application/pdf', 'content-disposition': 'inline' },
  });
};
