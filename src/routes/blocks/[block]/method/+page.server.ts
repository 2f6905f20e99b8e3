import { blockTrees, named } from '$lib/rooms/method/facts.server';
import { plantedOf } from '$lib/rooms/crew/facts.server';
import { perimeter } from '../../../../../core/ground/polygon';
import { lieOf, plantableOf, zonesFact } from '$lib/rooms/ground/facts.server';
import { currentLayout } from '$lib/rooms/rows/facts.server';
import { cardsFact, lotsFact } from '$lib/rooms/stock/facts.server';
import { openBlock } from '$lib/server/page';
import type { PageServerLoad } from './$types';

/** Everything that differences of the method can be about: stock, zones, lots and rows of the block. */
export const load: PageServerLoad = async ({ params, locals, depends }) => {
  depends('viridane:ground', 'viridane:rows', 'viridane:stock', 'viridane:crew');
  const { block, facts } = await openBlock(locals, params.block);
  const [layout, cards, zones, lots, trees, { byRow }, ground, lie] = await Promise.all([
    currentLayout(facts, block.id),
    facts.of(cardsFact),
    facts.of(zonesFact, block.id),
    facts.of(lotsFact, block.id),
    blockTrees(facts, block),
    plantedOf(facts, block.id),
    plantableOf(facts, block),
    lieOf(facts, block),
  ]);
  return {
    version: layout?.number,
    perimeter: perimeter(ground.boundary),
    /** Rise over run, the mean; nothing where no heights are known. */
    slope: lie?.meanSlope,
    trees,
    /** Rows that nobody has begun: what is planted already cannot be drawn for anything any more. */
    free: trees.rows.map(({ number }) => number).filter((row) => !byRow.get(row)),
    zones: zones.map(({ id, name, damp, soil }) => ({ id, name, damp, soil })),
    named: named(
      layout?.parameters.mix ?? [],
      cards,
      zones,
      lots.map(({ lot }) => lot),
    ),
  };
};
