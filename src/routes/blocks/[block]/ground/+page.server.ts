import { blocksFact, keepoutsFact, surfaceFact, zonesFact } from '$lib/rooms/ground/facts.server';
import { openBlock } from '$lib/server/page';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals, params, depends }) => {
  depends('viridane:ground');
  const { block, facts } = await openBlock(locals, params.block);
  const [keepouts, zones, surface, blocks] = await Promise.all([
    facts.of(keepoutsFact, block.id),
    facts.of(zonesFact, block.id),
    facts.of(surfaceFact, block.id),
    facts.of(blocksFact),
  ]);
  return {
    keepouts,
    zones,
    surface,
    siblings: blocks.filter(({ id }) => id !== block.id).map(({ id, name }) => ({ id, name })),
  };
};
