import type { GateTree } from '../../../../core/stock/inspection';
import type { SamplingPlan } from '../../../../core/stock/sampling';
import type { Facts } from '../../server/facts';
import { namesFact } from '../people/facts.server';
import { cardsFact, inspectionsOf, lotsFact } from './facts.server';

/** A lot as the gate page needs it. */
export interface GateLot {
  id: string;
  code: string;
  nursery: string;
  speciesId: string;
  /** In pots, plugs or bags rather than with bare roots. */
  contained: boolean;
  /** Trees received, of which the sample is drawn. */
  size: number;
  name: string;
}

/** A sample that was looked at. */
export interface GateSample {
  id: string;
  lotId: string;
  lotSize: number;
  plan: SamplingPlan;
  trees: GateTree[];
  note: string;
  at: string;
  author: string;
}

/** Lots of a block, those with trees on hand first, and the samples looked at, the newest first. */
export async function gateOf(
  facts: Facts,
  blockId: string,
): Promise<{ lots: GateLot[]; inspections: GateSample[] }> {
  const [states, cards, names] = await Promise.all([
    facts.of(lotsFact, blockId),
    facts.of(cardsFact),
    facts.of(namesFact),
  ]);
  const lots = [...states].sort(
    (a, b) => Number(b.balance.onHand > 0) - Number(a.balance.onHand > 0),
  );
  const inspections = await inspectionsOf(
    facts,
    lots.map(({ lot }) => lot.id),
    200,
  );
  return {
    lots: lots.map(({ lot, balance }) => ({
      id: lot.id,
      code: lot.code,
      nursery: lot.nursery,
      speciesId: lot.speciesId,
      contained: Boolean(lot.form),
      size: balance.received,
      name: cards.find(({ id }) => id === lot.speciesId)?.name ?? '',
    })),
    inspections: inspections.map(({ id, lotId, lotSize, plan, trees, note, at, authorId }) => ({
      ...{ id, lotId, lotSize, plan, trees, note },
      at: new Date(at).toISOString(),
      author: names.get(authorId) ?? '',
    })),
  };
}
