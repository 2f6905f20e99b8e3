import { error } from '@sveltejs/kit';
import { drawnGroundOf } from '$lib/rooms/ground/facts.server';
import { drawnRowsOf, releasedLayout } from '$lib/rooms/rows/facts.server';
import { cardsFact } from '$lib/rooms/stock/facts.server';
import { openBlock } from '$lib/server/page';
import type { PageServerLoad } from './$types';

/** All rows of a block to the centimetre, so that a phone finds any peg without a signal. */
export const load: PageServerLoad = async ({ params, locals }) => {
  const { block, facts } = await openBlock(locals, params.block);
  const layout = await releasedLayout(facts, block.id);
  if (!layout) error(404, `No layout of ${block.name} is released to the crew yet.`);
  const [rows, ground, species] = await Promise.all([
    drawnRowsOf(facts, block.id),
    drawnGroundOf(facts, block),
    facts.of(cardsFact),
  ]);
  return {
    block: { id: block.id, name: block.name },
    origin: [block.originLongitude, block.originLatitude] as [number, number],
    rhythm: layout.rhythm,
    rows,
    boundary: ground.boundary,
    keptOut: ground.keptOut,
    species: layout.parameters.mix.map(({ species: id }) =>
      species.find((card) => card.id === id)!,
    ),
  };
};
