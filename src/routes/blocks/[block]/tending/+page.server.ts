import { tendingDue } from '../../../../../core/tending/due';
import { blockAccess } from '$lib/server/authorise';
import { tasksOf } from '$lib/server/block';
import { today } from '$lib/server/clock';
import { store } from '$lib/server/store';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ params, locals, parent }) => {
  const open = await store();
  const { block, site } = await blockAccess(open, locals.person!.id, params.block, 'read');
  const { planted } = await parent();
  const events = await open.taskEvent.findAll({
    where: { blockId: block.id },
    order: [['at', 'DESC']],
    raw: true,
  });
  const people = await open.person.findAll({ attributes: ['id', 'name'], raw: true });
  return {
    today: today(site.zone),
    list: tendingDue(await tasksOf(open, block, site.zone), planted > 0),
    history: events.map(({ id, task, kind, day, at, authorId }) => ({
      id,
      task,
      kind,
      day,
      at: new Date(at).toISOString(),
      author: people.find((person) => person.id === authorId)?.name ?? '',
    })),
  };
};
