import { judgeAir } from '../../core/calendar/weather';
import { clockOf } from '../../core/say/day';
import { say } from '../../core/say/message';
import { blocksFact } from '$lib/rooms/ground/facts.server';
import { stampOf } from '$lib/server/facts';
import { openSite } from '$lib/server/page';
import { airAt } from '$lib/server/station';
import type { LayoutServerLoad } from './$types';

/** The shell: who is here, which blocks there are, and what the air does. */
export const load: LayoutServerLoad = async ({ locals, depends }) => {
  const { person } = locals;
  if (!person) return { person: undefined };
  depends('viridane:site', 'viridane:people', 'viridane:calendar');
  const { sites, session: _session, ...shown } = person;
  const page = await openSite(locals);
  if (!page) return { person: shown };
  const { site, role, facts } = page;
  const [blocks, air] = await Promise.all([facts.of(blocksFact), airAt(facts)]);
  const clock = clockOf(facts.now, site.zone);
  return {
    person: shown,
    site,
    role,
    /** Where else they work. */
    otherSites: sites.slice(1).map(({ site: { id, name } }) => ({ id, name })),
    blocks: blocks.map(({ id, name, setAside }) => ({ id, name, setAside })),
    air: air && { ...air, judged: judgeAir(air.now) },
    today: facts.today,
    clock: { ...clock, weekday: say(`weekday.${clock.weekday as 1}`) },
    /** What this page was read at; the minute's question is answered against it. */
    stamp: stampOf(facts.marks),
  };
};
