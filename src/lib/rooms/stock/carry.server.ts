import type { BagSize } from '../../../../core/crew/day';
import { carryOf } from './carry-terms';
import { bagWeights, usualWeight, type CarryLot } from '../../../../core/stock/carry';
import { byStress } from '../../../../core/stock/keeping';
import type { Facts } from '../../server/facts';
import type { BlockRow } from '../ground/tables.server';
import type { LotRow, SpeciesRow } from './tables.server';

import { rootAirNow } from '../../server/station';
import { cardsFact, exposuresOf, lotsFact, standsFor } from './facts.server';
import { stressOf, type LotStress } from './keeping.server';

/** Wet weight of one tree of a lot, kg: as it was weighed, or as trees of its age and container usually weigh. */
export const treeWeight = (
  lot: Pick<LotRow, 'treeWeight' | 'speciesId' | 'age' | 'volume'>,
  cards: readonly Pick<SpeciesRow, 'id' | 'stock'>[],
): number =>
  lot.treeWeight ??
  usualWeight(
    cards.find(({ id }) => id === lot.speciesId)!.stock,
    lot.age,
    lot.volume ?? undefined,
  );

/** What a bag takes on a block: the weights of its species as its lots stand, and the leader's limits. */
export async function bagSize(
  facts: Facts,
  block: BlockRow,
  mix: readonly string[],
): Promise<BagSize> {
  const { lots } = await lotsToCarry(facts, block.id, mix);
  return { weights: bagWeights(lots, mix.length), terms: carryOf(block) };
}

/**
 * Lots of a block's species that have trees, in the order in which they go out: the most stressed first, but those
 * whose roots are to be looked at before only when there are no others.
 * @param mix species of the layout, by id
 */
export async function lotsToCarry(
  facts: Facts,
  blockId: string,
  mix: readonly string[],
): Promise<{ lots: CarryLot[]; stressed: Map<string, LotStress> }> {
  const [states, air, cards] = await Promise.all([
    facts.of(lotsFact, blockId),
    rootAirNow(facts),
    facts.of(cardsFact),
  ]);
  const stressed = await stressOf(facts, states, exposuresOf(states, air, facts.now));
  const stress = (lotId: string) => ({ stress: stressed.get(lotId)!.stress.value });
  const later = (lotId: string) => Number(stressed.get(lotId)!.advice?.what === 'roots');
  const lots = states
    .filter(({ lot, balance }) => balance.onHand > 0 && mix.includes(standsFor(lot)))
    .sort(
      (a, b) => later(a.lot.id) - later(b.lot.id) || byStress(stress(a.lot.id), stress(b.lot.id)),
    )
    .map(({ lot, balance }) => ({
      lot: lot.id,
      species: mix.indexOf(standsFor(lot)),
      onHand: balance.onHand,
      perBox: lot.perBox,
      weight: treeWeight(lot, cards),
    }));
  return { lots, stressed };
}
