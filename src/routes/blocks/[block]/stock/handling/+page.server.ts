import { tallyHabits } from '../../../../../../core/stock/handling';
import { blockAccess } from '$lib/server/authorise';
import { store } from '$lib/server/store';
import type { PageServerLoad } from './$types';

/** What was seen at the boxes, by habit, planter and lot. */
export const load: PageServerLoad = async ({ params, locals }) => {
  const open = await store();
  const { block, site } = await blockAccess(open, locals.person!.id, params.block, 'read');
  const [audits, planters, lots, people] = await Promise.all([
    open.handlingAudit.findAll({
      where: { blockId: block.id },
      order: [['at', 'DESC']],
      limit: 500,
      raw: true,
    }),
    open.planter.findAll({ where: { siteId: site.id }, attributes: ['id', 'name'], raw: true }),
    open.lot.findAll({ where: { blockId: block.id }, attributes: ['id', 'code'], raw: true }),
    open.person.findAll({ attributes: ['id', 'name'], raw: true }),
  ]);
  const plain = audits.map(({ id, at, lotId, planterId, seen, note, authorId }) => ({
    id,
    at: new Date(at).toISOString(),
    lot: lotId,
    planter: planterId,
    seen,
    note,
    author: people.find((person) => person.id === authorId)?.name ?? '',
  }));
  return { audits: plain, planters, lots, habits: tallyHabits(plain) };
};
