import { balance } from '../../../../../../core/stock/ledger';
import { blockAccess, may } from '$lib/server/authorise';
import { lotsOf } from '$lib/server/block';
import { store } from '$lib/server/store';
import type { PageServerLoad } from './$types';

/** Lots that can be looked at when they arrive, and what earlier samples found. */
export const load: PageServerLoad = async ({ params, locals }) => {
  const open = await store();
  const { block, role } = await blockAccess(open, locals.person!.id, params.block, 'read');
  const lots = await lotsOf(open, block.id);
  const inspections = await open.inspection.findAll({
    where: { lotId: lots.map(({ lot }) => lot.id) },
    order: [['at', 'DESC']],
    raw: true,
  });
  const people = await open.person.findAll({ attributes: ['id', 'name'], raw: true });
  return {
    mayRecord: may(role, 'record'),
    lots: lots.map(({ lot, events }) => ({
      id: lot.id,
      code: lot.code,
      nursery: lot.nursery,
      speciesId: lot.speciesId,
      size: balance(events).received,
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
};
