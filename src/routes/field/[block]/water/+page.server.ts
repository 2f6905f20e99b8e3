import { releasedLayout } from '$lib/rooms/rows/facts.server';
import { waterOf, type ZoneWater } from '$lib/rooms/tending/facts.server';
import { wateredFact } from '$lib/rooms/tending/thirst.server';
import { zoneFigures } from '../../../../../core/tending/zone';
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
  /** Rows of the next round in the order in which its tanks come by them. */
  const turn = new Map(
    (water.next?.route?.trips ?? [])
      .flatMap(({ parts }) => parts.map(({ row }) => row))
      .reverse()
      .map((row, i, all) => [row, all.length - i] as const),
  );
  const inTurn = (rows: ZoneWater['rows']) =>
    [...rows].sort((a, b) => (turn.get(a.number) ?? 0) - (turn.get(b.number) ?? 0));
  return {
    ...shown,
    layoutId: layout.id,
    hose: water.terms.hose,
    zones: water.zones.map(({ zone, rows, next, ...about }) => ({
      ...{ zone, again: about.again, about: zoneFigures(about) },
      rows: zone === water.next?.zone.zone ? inTurn(rows) : rows,
      litres: next?.litres ?? 0,
      day: next?.day ?? null,
    })),
    /** Rows watered today, with their events. */
    today: watered
      .filter(({ at }) => dayOf(new Date(at).toISOString(), facts.site.zone) === facts.today)
      .map(({ id, row, trees }) => ({ id, row, trees })),
  };
};
