import { sitesOf } from '$lib/server/authorise';
import { localTime, today } from '$lib/server/clock';
import { airAt } from '$lib/server/station';
import { store } from '$lib/server/store';
import { judgeAir } from '../../core/calendar/weather';
import type { LayoutServerLoad } from './$types';

/** The shell: who is here, which blocks there are, and what the air does. */
export const load: LayoutServerLoad = async ({ locals }) => {
  const { person } = locals;
  if (!person) return { person: undefined };
  const open = await store();
  const [access] = await sitesOf(open, person.id);
  if (!access) return { person };
  const { site, role } = access;
  const [blocks, air] = await Promise.all([
    open.block.findAll({
      where: { siteId: site.id },
      attributes: ['id', 'name', 'plantingDay'],
      order: [['position', 'ASC']],
      raw: true,
    }),
    airAt(open, site),
  ]);
  return {
    person,
    site,
    role,
    blocks: blocks.map(({ id, name }) => ({ id, name })),
    air: air && { ...air, judged: judgeAir(air.now) },
    today: today(site.zone),
    clock: localTime(site.zone),
  };
};
