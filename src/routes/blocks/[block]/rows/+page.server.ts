import { groundOf, rowsOf, surfaceAbout, zonesOf } from '$lib/server/block';
import { blockAccess } from '$lib/server/authorise';
import { store } from '$lib/server/store';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ params, locals }) => {
  const open = await store();
  const { block } = await blockAccess(open, locals.person!.id, params.block, 'read');
  const [plantable, zones, surface, versions] = await Promise.all([
    groundOf(open, block),
    zonesOf(open, block.id),
    surfaceAbout(open, block.id),
    open.layout.findAll({
      where: { blockId: block.id },
      attributes: [
        'id',
        'number',
        'name',
        'state',
        'trees',
        'createdAt',
        'createdBy',
        'computation',
        'parameters',
      ],
      order: [['number', 'DESC']],
      raw: true,
    }),
  ]);
  const released = versions.find(({ state }) => state === 'released');
  const people = await open.person.findAll({ attributes: ['id', 'name'], raw: true });
  return {
    ground: {
      boundary: plantable.boundary,
      area: plantable.area,
      keptOut: plantable.keptOut,
      limits: plantable.limits,
      plantable: plantable.plantable,
    },
    zones,
    surface,
    versions: versions.map(({ createdBy, ...version }) => ({
      ...version,
      author: people.find(({ id }) => id === createdBy)?.name ?? '',
    })),
    releasedRows: released ? (await rowsOf(open, released.id)).length : 0,
  };
};
