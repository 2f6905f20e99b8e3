import { treesInRow } from '../../../../../core/rows/stored';
import { daysBetween } from '../../../../../core/measure/dates';
import { dueOf } from '$lib/rooms/calendar/tasks.server';
import { releasedLayout, rowsFact } from '$lib/rooms/rows/facts.server';
import { openField } from '$lib/server/field';
import type { PageServerLoad } from './$types';

/** A walk through a block: what is due, and what is seen by row and peg or over the whole of it. */
export const load: PageServerLoad = async ({ params, locals, url }) => {
  const { block, facts, shown } = await openField(locals, params.block, url);
  const [layout, due] = await Promise.all([releasedLayout(facts, block.id), dueOf(facts, block)]);
  const { late, now, done } = due.tending;
  // A tick of today, or of last evening, can be taken back where it was made.
  const fresh = done.filter(
    ({ doneOn, elsewhere }) => doneOn && !elsewhere && daysBetween(doneOn, facts.today) <= 1,
  );
  const rows = layout ? await facts.of(rowsFact, block.id) : [];
  return {
    ...shown,
    layoutId: layout?.id ?? null,
    rows: rows.filter(treesInRow).map((row) => ({ number: row.number, places: treesInRow(row) })),
    due: [...late, ...now].map(({ key, label }) => ({ key, label })),
    ticked: fresh.map(({ key, label }) => ({ key, label })),
  };
};
