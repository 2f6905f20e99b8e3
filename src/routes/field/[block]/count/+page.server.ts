import { seededRandom } from '../../../../../core/measure/random';
import { plantedOf } from '$lib/rooms/crew/facts.server';
import { releasedLayout, rowsFact } from '$lib/rooms/rows/facts.server';
import { cardsFact } from '$lib/rooms/stock/facts.server';
import { countsFact } from '$lib/rooms/survival/facts.server';
import { may } from '$lib/server/authorise';
import { noLayout, openField } from '$lib/server/field';
import type { PageServerLoad } from './$types';

/** One row in so many is counted where nobody counted before. From memory. */
const STEP = 6;
/** Counts older than this are another season's. */
const SEASON_DAYS = 120;

/** Rows to count tree by tree: as they were planned, else those of the last count again, else drawn with a random start. */
export const load: PageServerLoad = async ({ params, locals, url }) => {
  const { block, facts, shown, role, person } = await openField(locals, params.block, url);
  const layout = await releasedLayout(facts, block.id);
  if (!layout) noLayout(block.name);
  const [rows, counts, done, cards] = await Promise.all([
    facts.of(rowsFact, block.id),
    facts.of(countsFact, block.id),
    plantedOf(facts, block.id),
    facts.of(cardsFact),
  ]);
  const since = new Date(facts.now - SEASON_DAYS * 86_400_000).toISOString().slice(0, 10);
  const planted = rows.filter(({ number }) => (done.byRow.get(number) ?? 0) > 0);
  const planned = new Set(block.calendarTerms.count?.rows);
  const before = new Set(counts.map(({ row }) => row));
  const start = Math.floor(seededRandom(`count ${layout.id}`)() * Math.min(STEP, planted.length));
  const wanted = planned.size ? planned : before;
  const chosen = wanted.size
    ? planted.filter(({ number }) => wanted.has(number))
    : planted.filter((_, i) => i % STEP === start);
  return {
    ...shown,
    me: person.id,
    mayRecord: may(role, 'record'),
    layoutId: layout.id,
    how: planned.size ? ('planned' as const) : before.size ? ('same' as const) : ('drawn' as const),
    step: STEP,
    species: layout.parameters.mix.map(({ species: id }) => {
      const { name, colour } = cards.find((card) => card.id === id)!;
      return { name, colour };
    }),
    rows: chosen.map(({ number, runs }) => {
      const own = counts.filter(({ row }) => row === number);
      const now = own.filter(({ countedOn }) => countedOn >= since).at(-1);
      const last = own.filter(({ marks, countedOn }) => marks && countedOn < since).at(-1);
      return {
        ...{ number, runs },
        planted: done.byRow.get(number) ?? 0,
        now: now ? { alive: now.alive, of: now.set } : null,
        /** Signs of the count before, so that a tree that comes back to life is seen at once. */
        before: last?.marks ?? '',
      };
    }),
  };
};
