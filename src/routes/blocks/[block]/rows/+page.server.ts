import { sownFact } from '$lib/rooms/crew/facts.server';
import { plantableOf, surfaceFact, zonesFact } from '$lib/rooms/ground/facts.server';
import { namesFact } from '$lib/rooms/people/facts.server';
import { layoutsFact, peggedFact, releasedOf } from '$lib/rooms/rows/facts.server';
import { openBlock } from '$lib/server/page';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ params, locals, depends }) => {
  depends('viridane:rows', 'viridane:ground', 'viridane:stock', 'viridane:crew');
  // Pegs are told under it.
  depends('viridane:calendar');
  const { block, facts } = await openBlock(locals, params.block);
  const [plantable, zones, surface, versions, names, pegged, sown] = await Promise.all([
    plantableOf(facts, block),
    facts.of(zonesFact, block.id),
    facts.of(surfaceFact, block.id),
    facts.of(layoutsFact, block.id),
    facts.of(namesFact),
    facts.of(peggedFact, block.id),
    facts.of(sownFact, block.id),
  ]);
  const released = releasedOf(versions);
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
    versions: versions.map(
      ({ id, number, name, state, trees, plantableArea, createdAt, createdBy, ...more }) => ({
        ...{ id, number, name, state, trees, plantableArea, createdAt },
        ...{
          computation: more.computation,
          parameters: more.parameters,
          continues: more.continues,
        },
        author: names.get(createdBy) ?? '',
      }),
    ),
    /** Rows of the version with the crew that were begun, with the trees entered on each. */
    begun: [...sown.sums.byRow].filter(([, trees]) => trees > 0),
    pegged: released && { stand: [...pegged.stand.keys()], total: pegged.total },
    releasedRows: pegged.last,
  };
};
