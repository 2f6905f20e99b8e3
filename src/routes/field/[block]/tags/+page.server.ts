import { plotsFromNumbers, tags } from '../../../../../core/rows/trial';
import { releasedLayout } from '$lib/rooms/rows/facts.server';
import { cardsFact } from '$lib/rooms/stock/facts.server';
import { noLayout, openField } from '$lib/server/field';
import type { PageServerLoad } from './$types';

/** The tags of a trial, so that a phone can tell a tree at the wrong spot without a signal. */
export const load: PageServerLoad = async ({ params, locals, url }) => {
  const { block, facts, shown } = await openField(locals, params.block, url);
  const layout = await releasedLayout(facts, block.id);
  if (!layout) noLayout(block.name);
  const cards = await facts.of(cardsFact);
  return {
    ...shown,
    layoutId: layout.id,
    tags: tags(plotsFromNumbers(layout.trial)),
    treatments: layout.parameters.mix.map(
      ({ species }) => cards.find(({ id }) => id === species)?.name ?? '',
    ),
  };
};
