import { tags, type TrialPlot } from '../../../../../core/rows/trial';
import { isTold } from '../../../../../core/say/told';
import { releasedLayout, rowsFact } from '$lib/rooms/rows/facts.server';
import { trialPlots } from '$lib/rooms/rows/trial.server';
import { cardsFact } from '$lib/rooms/stock/facts.server';
import { noLayout, openField } from '$lib/server/field';
import type { PageServerLoad } from './$types';

/** The tags of a trial, so that a phone can tell a tree at the wrong spot without a signal. */
export const load: PageServerLoad = async ({ params, locals, url }) => {
  const { block, facts, shown } = await openField(locals, params.block, url);
  const layout = await releasedLayout(facts, block.id);
  if (!layout) noLayout(block.name);
  const cards = await facts.of(cardsFact);
  let plots: TrialPlot[] = [];
  try {
    plots = await trialPlots(facts.reader, block, layout, await facts.of(rowsFact, block.id));
  } catch (error) {
    // No trial, or one whose plots can no longer be told: the page says that no tags are known.
    if (!isTold(error)) throw error;
  }
  return {
    ...shown,
    layoutId: layout.id,
    tags: tags(plots),
    treatments: layout.parameters.mix.map(
      ({ species }) => cards.find(({ id }) => id === species)?.name ?? '',
    ),
  };
};
