import { machineOn } from '../../../../../core/crew/machine';
import { plantedOf, sharesFact } from '$lib/rooms/crew/facts.server';
import { machineRowsOf } from '$lib/rooms/crew/machine.server';
import { releasedLayout } from '$lib/rooms/rows/facts.server';
import { cardsFact } from '$lib/rooms/stock/facts.server';
import { noLayout, openField } from '$lib/server/field';
import type { PageServerLoad } from './$types';

/** A rider's page: what comes next to the hand. */
export const load: PageServerLoad = async ({ params, locals, url }) => {
  const { block, facts, shown } = await openField(locals, params.block, url);
  const layout = await releasedLayout(facts, block.id);
  if (!layout) noLayout(block.name);
  const [{ rows }, { byRow }, cards, shares] = await Promise.all([
    machineRowsOf(facts, block),
    plantedOf(facts, block.id),
    facts.of(cardsFact),
    facts.of(sharesFact, block.id),
  ]);
  return {
    ...shown,
    layoutId: layout.id,
    terms: machineOn(block.calendarTerms.machine, layout.rhythm.step),
    between: layout.rhythm.between,
    side: layout.rhythm.frame.side,
    species: layout.parameters.mix.map(
      ({ species }) => cards.find(({ id }) => id === species)?.name ?? '',
    ),
    rows,
    /** Trees in the ground, row by row. */
    planted: [...byRow],
    /** Rows of whoever rides, where the leader shared them out by seat. */
    own: shares
      .filter(({ planterId }) => planterId === shown.planter?.id)
      .map(({ firstRow, lastRow }) => [firstRow, lastRow] as const),
  };
};
