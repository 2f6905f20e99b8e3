import { namesFact } from '$lib/rooms/people/facts.server';
import { notesFact } from '$lib/rooms/crew/words.server';
import { releasedLayout, rowsFact } from '$lib/rooms/rows/facts.server';
import { treesInRow } from '../../../../../core/rows/stored';
import { openField } from '$lib/server/field';
import type { PageServerLoad } from './$types';

/** What has been noted of a block, and rows to bind a note to. */
export const load: PageServerLoad = async ({ params, locals, url }) => {
  const { block, facts, person, shown } = await openField(locals, params.block, url);
  const layout = await releasedLayout(facts, block.id);
  const [notes, names, rows] = await Promise.all([
    facts.of(notesFact, block.id),
    facts.of(namesFact),
    layout ? facts.of(rowsFact, block.id) : [],
  ]);
  return {
    ...shown,
    layoutId: layout?.id ?? null,
    rows: rows.filter(treesInRow).map((row) => ({ number: row.number, places: treesInRow(row) })),
    notes: notes.slice(0, 30).map((note) => ({
      ...note,
      own: note.author === person.id,
      author: names.get(note.author) ?? '',
    })),
  };
};
