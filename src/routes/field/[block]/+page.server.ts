import { progress } from '../../../../core/crew/progress';
import { briefing } from '../../../../core/method/method';
import { summarise } from '../../../../core/rows/stored';
import { blockAccess, may } from '$lib/server/authorise';
import { methodOfBlock, releasedLayout, rowsOf, talliesOf } from '$lib/server/block';
import { now, today } from '$lib/server/clock';
import { lotsOf } from '$lib/server/stock';
import { store } from '$lib/server/store';
import { error } from '@sveltejs/kit';
import type { PageServerLoad } from './$types';

/** One planter's rows on one block: all a phone needs for a day without signal. */
export const load: PageServerLoad = async ({ params, locals, url }) => {
  const open = await store();
  const { block, site, role } = await blockAccess(open, locals.person!.id, params.block, 'read');
  const layout = await releasedLayout(open, block.id);
  if (!layout) error(404, `No layout of ${block.name} is released to the crew yet.`);
  const planters = await open.planter.findAll({
    where: { siteId: site.id },
    order: [['position', 'ASC']],
    raw: true,
  });
  const wanted = url.searchParams.get('planter');
  const planter =
    (role !== 'planter' && planters.find(({ id }) => id === wanted)) ||
    planters.find(({ personId }) => personId === locals.person!.id) ||
    planters[0];
  if (!planter) error(404, 'There is no planter on this site yet.');
  const [rows, tallies, shares, lots, species] = await Promise.all([
    rowsOf(open, layout.id),
    talliesOf(open, layout.id),
    open.rowShare.findAll({ where: { layoutId: layout.id }, raw: true }),
    lotsOf(open, block.id),
    open.species.findAll({ where: { siteId: site.id }, raw: true }),
  ]);
  const day = today(site.zone);
  const done = progress(tallies);
  const share = shares.find(({ planterId }) => planterId === planter.id);
  const own = tallies.filter((tally) => tally.planter === planter.id);
  const mine = rows.filter(({ number }) =>
    share ? number >= share.firstRow && number <= share.lastRow : true,
  );
  return {
    block: { id: block.id, name: block.name },
    layoutId: layout.id,
    planter: { id: planter.id, name: planter.name },
    shared: Boolean(share),
    mayTally: role !== 'viewer',
    mayRecord: may(role, 'record'),
    step: layout.rhythm.step,
    rows: mine.map(summarise).map((row) => ({
      number: row.number,
      places: row.trees,
      step: row.step,
      first: row.first,
      length: row.last - row.first,
      runs: row.runs,
      planted: done.byRow.get(row.number) ?? 0,
    })),
    species: layout.parameters.mix.map(({ species: id }) =>
      species.find((card) => card.id === id)!,
    ),
    lots: lots.map(({ lot, open: vessels }) => ({
      id: lot.id,
      code: lot.code,
      speciesId: lot.speciesId,
      open: vessels.map(({ id, openedAt }) => ({ id, openedAt })),
    })),
    today: progress(own.filter(({ at }) => at.slice(0, 10) === day)).planted,
    /** Entries of the last three days that the figures above already count. */
    known: own.filter(({ at }) => now() - Date.parse(at) < 3 * 86_400_000).map(({ id }) => id),
    brief: briefing(methodOfBlock(block)),
  };
};
