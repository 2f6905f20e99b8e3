import type { GateTree } from '../../../core/stock/inspection';
import type { SamplingPlan } from '../../../core/stock/sampling';
import type { Store } from '../store';
import { lotsOf } from './stock';

/** A lot as the gate page needs it. */
export interface GateLot {
  id: string;
  code: string;
  nursery: string;
  speciesId: string;
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
  store: Store,
  blockId: string,
): Promise<{ lots: GateLot[]; inspections: GateSample[] }> {
  const lots = (await lotsOf(store, blockId)).sort(
    (a, b) => Number(b.balance.onHand > 0) - Number(a.balance.onHand > 0),
  );
  const cards = await store.species.findAll({
    where: { id: lots.map(({ lot }) => lot.speciesId) },
    attributes: ['id', 'name'],
    raw: true,
  });
  const inspections = await store.inspection.findAll({
    where: { lotId: lots.map(({ lot }) => lot.id) },
    order: [['at', 'DESC']],
    limit: 200,
    raw: true,
  });
  const people = await store.person.findAll({
    where: { id: [...new Set(inspections.map(({ authorId }) => authorId))] },
    attributes: ['id', 'name'],
    raw: true,
  });
  return {
    lots: lots.map(({ lot, balance }) => ({
      id: lot.id,
      code: lot.code,
      nursery: lot.nursery,
      speciesId: lot.speciesId,
      size: balance.received,
      name: cards.find(({ id }) => id === lot.speciesId)?.name ?? '',
    })),
    inspections: inspections.map(({ id, lotId, lotSize, plan, trees, note, at, authorId }) => ({
      id,
      lotId,
      lotSize,
      plan,
      trees,
      note,
      at: new Date(at).toISOString(),
      author: people.find((person) => person.id === authorId)?.name ?? '',
    })),
  };
}
