import { blocksFact, keepoutsFact, surfaceFact, zonesFact } from '$lib/rooms/ground/facts.server';
import { currentLayout } from '$lib/rooms/rows/facts.server';
import { openBlock } from '$lib/server/page';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals, params, depends }) => {
  depends('viridane:ground', 'viridane:rows');
  const { block, facts } = await openBlock(locals, params.block);
  const [keepouts, zones, surface, blocks, layout] = await Promise.all([
    facts.of(keepoutsFact, block.id),
    facts.of(zonesFact, block.id),
    facts.of(surfaceFact, block.id),
    facts.of(blocksFact),
    currentLayout(facts, block.id),
  ]);
  return {
    keepouts,
    zones,
    surface,
    /** Species of the newest layout: heights near wires follow what is planted here. */
    mix: (layout?.parameters.mix ?? []).map(({ species }) => species),
    siblings: blocks.filter(({ id }) => id !== block.id).map(({ id, name }) => ({ id, name })),
  };
};
