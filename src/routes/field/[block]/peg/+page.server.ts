import { error } from '@sveltejs/kit';
import { blockAccess } from '$lib/server/authorise';
import { groundOf, releasedLayout, rowsOf } from '$lib/server/block';
import { store } from '$lib/server/store';
import type { PageServerLoad } from './$types';

/** All rows of a block, so that a phone finds any peg without a signal. */
export const load: PageServerLoad = async ({ params, locals }) => {
  const open = await store();
  const { block, site } = await blockAccess(open, locals.person!.id, params.block, 'read');
  const layout = await releasedLayout(open, block.id);
  if (!layout) error(404, `No layout of ${block.name} is released to the crew yet.`);
  const [rows, ground, species] = await Promise.all([
    rowsOf(open, layout.id),
    groundOf(open, block),
    open.species.findAll({ where: { siteId: site.id }, raw: true }),
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
