import { byStress } from '../../../../../core/stock/keeping';
import { shortCode } from '../../../../../core/stock/label';
import { blockAccess, may } from '$lib/server/authorise';
import { cardsOf } from '$lib/server/cards';
import { now } from '$lib/server/clock';
import { airForRoots } from '$lib/server/station';
import { exposuresOf, lotsOf, placesOf, stressOf } from '$lib/server/stock';
import { store } from '$lib/server/store';
import type { PageServerLoad } from './$types';

/** Every lot of the block as a phone needs it for a day, and the labels of the other blocks. */
export const load: PageServerLoad = async ({ params, locals }) => {
  const open = await store();
  const at = now();
  const { block, site, role } = await blockAccess(open, locals.person!.id, params.block, 'read');
  const [states, places, planters, cards, air, blocks] = await Promise.all([
    lotsOf(open, block.id),
    placesOf(open, site.id),
    open.planter.findAll({
      where: { siteId: site.id },
      order: [['position', 'ASC']],
      attributes: ['id', 'name'],
      raw: true,
    }),
    cardsOf(open, site.id),
    airForRoots(open, site),
    open.block.findAll({ where: { siteId: site.id }, attributes: ['id', 'name'], raw: true }),
  ]);
  const exposures = await exposuresOf(open, states, air);
  const stressed = await stressOf(open, site, states, places, exposures);
  const elsewhere = await open.lot.findAll({
    where: { blockId: blocks.map(({ id }) => id).filter((id) => id !== block.id) },
    attributes: ['id', 'code', 'blockId'],
    raw: true,
  });
  return {
    block: { id: block.id, name: block.name },
    at,
    mayRecord: may(role, 'record'),
    mayTally: may(role, 'tally'),
    places: places.map(({ id, name }) => ({ id, name })),
    planters,
    species: cards,
    airNow: air,
    elsewhere: elsewhere.map(({ id, code, blockId }) => ({
      shortCode: shortCode(id),
      code,
      block: blocks.find((entry) => entry.id === blockId)!.name,
    })),
    lots: states
      .map(({ lot, balance, open: vessels, soaks, dipped }) => ({
        id: lot.id,
        code: lot.code,
        shortCode: shortCode(lot.id),
        speciesId: lot.speciesId,
        age: lot.age,
        perBox: lot.perBox,
        dip: dipped ? lot.dipFactor : 1,
        balance,
        vessels,
        soaks,
        stress: stressed.get(lot.id)!.stress.value,
        exposure: exposures.get(lot.id)!.value,
      }))
      .sort(byStress),
  };
};
