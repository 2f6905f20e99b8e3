import { waterWithTrees, type WaterWithTrees } from '../../../../core/crew/planting-water';
import { WATER_TERMS } from '../../../../core/tending/water';
import type { Facts } from '../../server/facts';
import type { BlockRow } from '../ground/tables.server';
import { methodSumOf } from '../method/facts.server';

/** Water that trees get on planting day by the block's method, for so many of them; none where they get none. */
export async function plantingWaterOf(
  facts: Facts,
  block: BlockRow,
  trees: number,
): Promise<WaterWithTrees | undefined> {
  const { water } = await methodSumOf(facts, block);
  return waterWithTrees(
    water.map(({ each, share }) => ({ each, trees: Math.round(share * trees) })),
    { ...WATER_TERMS, ...block.calendarTerms.water },
  );
}
