import { plantersFact } from '$lib/rooms/crew/facts.server';
import { cardsFact, lotsFact } from '$lib/rooms/stock/facts.server';
import { may } from '$lib/server/authorise';
import { openBlock } from '$lib/server/page';
import type { PageServerLoad } from './$types';

/** Who and what can be looked at. */
export const load: PageServerLoad = async ({ params, locals }) => {
  const { block, role, facts } = await openBlock(locals, params.block);
  const [planters, states, species] = await Promise.all([
    facts.of(plantersFact),
    facts.of(lotsFact, block.id),
    facts.of(cardsFact),
  ]);
  return {
    block: { id: block.id, name: block.name },
    at: facts.now,
    mayRecord: may(role, 'record'),
    planters: planters.map(({ id, name }) => ({ id, name })),
    lots: states.map(({ lot: { id, code, speciesId } }) => {
      const card = species.find((entry) => entry.id === speciesId)!;
      return { id, code, name: card.name, stock: card.stock };
    }),
  };
};
