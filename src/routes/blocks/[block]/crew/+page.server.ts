import { daysLeft, paceOf, progress } from '../../../../../core/crew/progress';
import { blockAccess } from '$lib/server/authorise';
import { groundOf, methodOfBlock, releasedLayout, rowsOf, talliesOf } from '$lib/server/block';
import { briefing } from '../../../../../core/method/method';
import { today } from '$lib/server/clock';
import { store } from '$lib/server/store';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ params, locals }) => {
  const open = await store();
  const { block, site } = await blockAccess(open, locals.person!.id, params.block, 'read');
  const layout = await releasedLayout(open, block.id);
  const planters = await open.planter.findAll({
    where: { siteId: site.id },
    order: [['position', 'ASC']],
    raw: true,
  });
  const brief = briefing(methodOfBlock(block));
  if (!layout) return { planters, brief, released: undefined };
  const [rows, tallies, shares, ground] = await Promise.all([
    rowsOf(open, layout.id),
    talliesOf(open, layout.id),
    open.rowShare.findAll({
      where: { layoutId: layout.id },
      order: [['firstRow', 'ASC']],
      raw: true,
    }),
    groundOf(open, block),
  ]);
  const day = today(site.zone);
  const done = progress(tallies);
  const sinceToday = progress(tallies.filter(({ at }) => at.slice(0, 10) === day));
  const pace = paceOf(
    tallies.filter(({ at }) => Date.parse(day) - Date.parse(at) < 14 * 86_400_000),
  );
  return {
    planters,
    brief,
    released: {
      id: layout.id,
      number: layout.number,
      rhythm: layout.rhythm,
      speciesIds: layout.parameters.mix.map(({ species }) => species),
      rows,
      shares,
      boundary: ground.boundary,
      keptOut: ground.keptOut,
      trees: layout.trees,
      planted: done.planted,
      byRow: [...done.byRow],
      byPlanter: [...done.byPlanter],
      today: sinceToday.planted,
      todayByPlanter: [...sinceToday.byPlanter],
      pace,
      daysLeft: daysLeft(layout.trees, done.planted, pace),
    },
  };
};
