import { MACHINE_KEPT } from '../../../../../core/crew/machine';
import { summarise } from '../../../../../core/rows/stored';
import { plantedOf } from '$lib/rooms/crew/facts.server';
import { releasedLayout, rowsFact } from '$lib/rooms/rows/facts.server';
import { cardsFact } from '$lib/rooms/stock/facts.server';
import { noLayout, openField } from '$lib/server/field';
import type { PageServerLoad } from './$types';

/** A rider's page: what comes next to the hand. */
export const load: PageServerLoad = async ({ params, locals, url }) => {
  const { block, facts, shown } = await openField(locals, params.block, url);
  const layout = await releasedLayout(facts, block.id);
  if (!layout) noLayout(block.name);
  const [rows, { byRow }, cards] = await Promise.all([
    facts.of(rowsFact, block.id),
    plantedOf(facts, block.id),
    facts.of(cardsFact),
  ]);
  return {
    ...shown,
    layoutId: layout.id,
    terms: {
      ...MACHINE_KEPT,
      circumference: layout.rhythm.step,
      ...block.calendarTerms.machine,
    },
    between: layout.rhythm.between,
    side: layout.rhythm.frame.side,
    species: layout.parameters.mix.map(
      ({ species }) => cards.find(({ id }) => id === species)?.name ?? '',
    ),
    rows: rows.map(summarise).map(({ number, first, last, step, runs, trees }) => ({
      ...{ number, step, runs, length: last - first, places: trees },
      planted: byRow.get(number) ?? 0,
    })),
  };
};
