import { waterWithTrees, type WaterWithTrees } from '../../../../core/crew/planting-water';
import type { PlantingWater } from '../../../../core/method/school';
import { WATER_TERMS } from '../../../../core/tending/water';
import type { Facts } from '../../server/facts';
import type { BlockRow } from '../ground/tables.server';
import { methodSumOf } from '../method/facts.server';

/** Water that trees get on planting day by the block's method, for so many of them; none where they get none. */
export async function plantingWaterOf(
  facts: Facts,
  block: BlockRow,
  trees: number,
): Promise<(WaterWithTrees & { each: PlantingWater }) | undefined> {
  const { water: each } = await methodSumOf(facts, block);
  const water = waterWithTrees(trees, each, { ...WATER_TERMS, ...block.calendarTerms.water });
  return water && { ...water, each };
}
