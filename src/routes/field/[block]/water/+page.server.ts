import { releasedLayout } from '$lib/rooms/rows/facts.server';
import { waterOf, wateredFact } from '$lib/rooms/tending/facts.server';
import { dayOf } from '../../../../../core/say/day';
import { noLayout, openField } from '$lib/server/field';
import type { PageServerLoad } from './$types';

/** The next round of watering, row by row. */
export const load: PageServerLoad = async ({ params, locals, url }) => {
  const { block, facts, shown } = await openField(locals, params.block, url);
  const layout = await releasedLayout(facts, block.id);
  if (!layout) noLayout(block.name);
  const [water, watered] = await Promise.all([
    waterOf(facts, block),
    facts.of(wateredFact, block.id),
  ]);
  return {
    ...shown,
    layoutId: layout.id,
    hose: water.terms.hose,
    zones: water.zones.map(({ zone, name, rows, next }) => ({
      ...{ zone, name, rows },
      litres: next?.litres ?? 0,
      day: next?.day ?? null,
    })),
    /** Rows watered today, with their events. */
    today: watered
      .filter(({ at }) => dayOf(new Date(at).toISOString(), facts.site.zone) === facts.today)
      .map(({ id, row, litres }) => ({ id, row, litres })),
  };
};
