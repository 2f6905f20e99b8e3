import { boxesOf, wavesOf } from '$lib/rooms/crew/waves.server';
import { releasedLayout } from '$lib/rooms/rows/facts.server';
import { noLayout, openField } from '$lib/server/field';
import type { PageServerLoad } from './$types';

/** What waits behind the planters, row by row. */
export const load: PageServerLoad = async ({ params, locals, url }) => {
  const { block, facts, shown } = await openField(locals, params.block, url);
  const layout = await releasedLayout(facts, block.id);
  if (!layout) noLayout(block.name);
  const [{ states }, boxes] = await Promise.all([wavesOf(facts, block), boxesOf(facts, block)]);
  return {
    ...shown,
    layoutId: layout.id,
    waves: states.map(({ wave, next, waiting, late, terms }) => ({
      ...{ wave, next, waiting, late, within: terms.within },
    })),
    boxes: boxes && {
      capacity: boxes.terms.capacity,
      rows: boxes.rows.filter(({ toFill }) => toFill > 0.5),
    },
  };
};
