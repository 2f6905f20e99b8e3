import { DAY_TERMS, type DayTerms } from '../../../../../../core/crew/day';
import type { RefillPlaces } from '../../../../../../core/crew/tally-sheet';
import { dayBounds } from '../../../../../../core/say/day';
import { plantedOf, plantersFact, sharesFact } from '$lib/rooms/crew/facts.server';
import { toolsOn } from '$lib/rooms/crew/rates.server';
import { dayAsked, tallySheetOf } from '$lib/rooms/crew/tally-sheet.server';
import { treesInRow } from '../../../../../../core/rows/stored';
import { releasedLayout, rowsFact } from '$lib/rooms/rows/facts.server';
import { cardsFact } from '$lib/rooms/stock/facts.server';
import { refilledFact, refillOf, speciesOfRefill } from '$lib/rooms/survival/refills.server';
import { may } from '$lib/server/authorise';
import { openBlock } from '$lib/server/page';
import type { PageServerLoad } from './$types';

/** The tally sheet of one day: what was entered for it, and a place to enter what stands on paper. */
export const load: PageServerLoad = async ({ params, locals, depends, url }) => {
  depends('viridane:crew', 'viridane:rows', 'viridane:survival');
  const { block, site, role, facts } = await openBlock(locals, params.block);
  const day = dayAsked(url, facts.today);
  const [layout, planters, sheet, tools] = await Promise.all([
    releasedLayout(facts, block.id),
    facts.of(plantersFact),
    tallySheetOf(facts, block.id, day),
    toolsOn(facts, block),
  ]);
  const terms: DayTerms = { ...DAY_TERMS, ...block.calendarTerms.day };
  const about = {
    ...{ day, today: facts.today, at: facts.now, zone: site.zone, siteId: site.id, tools },
    ...{ ...sheet, mayEnter: may(role, 'record') },
    begin: terms.begin,
    /** By when trees of a paper without an hour were set: the end of that day's work, or now. */
    until: Math.min(facts.now, dayBounds(day, site.zone)[0] + terms.end * 3_600_000),
    planters: planters.map(({ id, name, retiredOn }) => ({ id, name, left: Boolean(retiredOn) })),
  };
  if (!layout) return { ...about, before: undefined, released: undefined, refill: undefined };
  const [done, shares, rows, refill, sets, cards] = await Promise.all([
    plantedOf(facts, block.id),
    facts.of(sharesFact, block.id),
    facts.of(rowsFact, block.id),
    refillOf(facts, block.id),
    facts.of(refilledFact, block.id),
    facts.of(cardsFact),
  ]);
  const sown = [...done.sums.byDay].filter(([, trees]) => [...trees.values()].some(Boolean));
  return {
    ...about,
    /** The newest day before this one on which trees were set. */
    before: sown.reduce<string | undefined>(
      (newest, [of]) => (of < day && of > (newest ?? '') ? of : newest),
      undefined,
    ),
    released: {
      ...{ id: layout.id, number: layout.number },
      rows: rows
        .map((row) => ({
          ...{ number: row.number, places: treesInRow(row) },
          planted: done.byRow.get(row.number) ?? 0,
        }))
        .filter(({ places }) => places > 0),
      shares: shares.map(({ planterId, firstRow, lastRow }) => ({ planterId, firstRow, lastRow })),
    },
    /** The newest refill, whose trees may be on paper too. */
    refill: refill && {
      ...{ id: refill.id, number: refill.number },
      rows: refill.rows.map(({ row, pegs, expected }): RefillPlaces => {
        const set = sets.filter((one) => one.refill === refill.id && one.row === row);
        return {
          ...{ row, expected, places: treesInRow(rows.find(({ number }) => number === row)!) },
          pegs: pegs.map(({ speciesId }) => ({ speciesId })),
          set: set.map(({ speciesId, trees }) => ({ speciesId, trees })),
        };
      }),
      species: speciesOfRefill(layout, refill).map((id) => ({
        ...{ id, name: cards.find((card) => card.id === id)?.name ?? '' },
      })),
    },
  };
};
