import { WAVES } from '../../../../core/crew/waves';
import type { Planted } from '../../../../core/crew/stages';
import type { Way } from '../../../../core/method/ways';
import type { Facts } from '../../server/facts';
import type { BlockRow } from '../ground/tables.server';
import { waysOfBlock } from '../method/facts.server';
import { inHandOf, onFoot } from './in-hand.server';

/** How a version of a block is planted: its ways, by whom what of them is done, and the stock of the first. */
export const plantedSo = (
  block: Pick<BlockRow, 'conditions' | 'calendarTerms'>,
  [own, ...otherwise]: Way[],
  byMachine: boolean = block.conditions.planting === 'machine',
): Omit<Planted, 'otherwise'> & { own: Way; otherwise: Way[] } => ({
  ...{ own, lines: own.lines, otherwise, byMachine },
  followed: WAVES.filter((wave) => block.calendarTerms.waves?.[wave]),
  stock: own.tree.stock ?? block.conditions.stock,
});

/** How a block is planted now: where the machine planted all, dead places are filled by hand. */
export async function plantedNow(facts: Facts, block: BlockRow) {
  const [ways, inHand] = await Promise.all([waysOfBlock(facts, block), inHandOf(facts, block.id)]);
  return plantedSo(block, ways, block.conditions.planting === 'machine' && !onFoot(inHand));
}
