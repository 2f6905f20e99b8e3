import { deadByRow, type DeadOfRow } from '../../../../core/survival/living';
import type { Facts } from '../../server/facts';
import { plantedOf } from '../crew/facts.server';
import type { BlockRow } from '../ground/tables.server';
import { countedOf } from './facts.server';

/** What of each row the newest count takes to be dead; nothing is before anybody counted. */
export async function deadOf(facts: Facts, block: BlockRow): Promise<Map<number, DeadOfRow>> {
  const [season, planted] = await Promise.all([
    countedOf(facts, block),
    plantedOf(facts, block.id),
  ]);
  if (!season) return new Map();
  const { counts, estimate, on } = season;
  return deadByRow(planted.byRow, counts, { estimate: estimate.estimate, on });
}
