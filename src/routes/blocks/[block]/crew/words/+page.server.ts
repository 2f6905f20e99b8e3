import { messagesFact, notesFact, seenFact } from '$lib/rooms/crew/words.server';
import { activePlanters, plantersFact } from '$lib/rooms/crew/facts.server';
import { blocksFact } from '$lib/rooms/ground/facts.server';
import { namesFact } from '$lib/rooms/people/facts.server';
import { may } from '$lib/server/authorise';
import { openBlock } from '$lib/server/page';
import type { PageServerLoad } from './$types';

/** What the leader tells the phones and who has seen it; what the phones note. */
export const load: PageServerLoad = async ({ params, locals, depends }) => {
  depends('viridane:crew', 'viridane:people');
  const { block, role, facts } = await openBlock(locals, params.block);
  const [messages, seen, notes, planters, everybody, names, blocks] = await Promise.all([
    facts.of(messagesFact),
    facts.of(seenFact),
    facts.of(notesFact, block.id),
    activePlanters(facts),
    facts.of(plantersFact),
    facts.of(namesFact),
    facts.of(blocksFact),
  ]);
  const nameOf = new Map(everybody.map(({ id, name }) => [id, name]));
  return {
    siteId: facts.site.id,
    zone: facts.site.zone,
    mayPlan: may(role, 'plan'),
    planters: planters.map(({ id, name }) => ({ id, name })),
    messages: messages.map(({ id, at, author, blockId, planterId, body }) => {
      const own = seen.filter(({ message }) => message === id);
      const to = planterId ? planters.filter((planter) => planter.id === planterId) : planters;
      return {
        ...{ id, at, body, author: names.get(author) ?? '' },
        to: planterId
          ? (nameOf.get(planterId) ?? '')
          : blockId
            ? `all on ${blocks.find((entry) => entry.id === blockId)?.name ?? ''}`
            : 'everybody',
        seen: own.map(({ planter, at: when }) => ({ name: nameOf.get(planter) ?? '', at: when })),
        not: to
          .filter((planter) => !own.some((entry) => entry.planter === planter.id))
          .map(({ name }) => name),
      };
    }),
    notes: notes.map((note) => ({ ...note, author: names.get(note.author) ?? '' })),
  };
};
