import { DAY_TERMS, type DayTerms } from '../../../../core/crew/day';
import { stopsOf } from '../../../../core/crew/forecast';
import { isOver, plantingSpells, spellsOf } from '../../../../core/crew/hours';
import { heardOf, pacesToday } from '../../../../core/crew/pace';
import type { Rate } from '../../../../core/crew/rates';
import { dayBounds } from '../../../../core/say/day';
import type { Facts } from '../../server/facts';
import { airAt } from '../../server/station';
import type { BlockRow } from '../ground/tables.server';
import { refilledToday, together } from './in-hand.server';
import { lastWordsOf, plantedOf, shiftsNow } from './facts.server';
import { elsewhereOf, learnedRates } from './rates.server';

/** What is left of the day on a block, and at what pace. */
export async function dayOnBlock(facts: Facts, block: BlockRow, layoutId: string | undefined) {
  const terms: DayTerms = { ...DAY_TERMS, ...block.calendarTerms.day };
  const [dayStart] = dayBounds(facts.today, facts.site.zone);
  const [rates, shifts, air, elsewhere, { todayByPlanter }, refilled, words] = await Promise.all([
    learnedRates(facts, block.id),
    shiftsNow(facts),
    airAt(facts),
    elsewhereOf(facts, block.id),
    plantedOf(facts, block.id),
    refilledToday(facts, block.id),
    layoutId ? lastWordsOf(facts.reader, layoutId, dayStart) : [],
  ]);
  const trees = together(todayByPlanter, refilled);
  const stops = stopsOf(air?.hours ?? [], dayStart);
  const day = facts.today;
  // Once the day is over the next one is planned, of which nobody has set a tree.
  const over = isOver(terms, facts.now, dayStart);
  const paces: Map<string, Rate> = over
    ? rates
    : pacesToday(rates, { ...{ terms, day, dayStart, stops, shifts, words, trees, elsewhere } });
  const heard = over
    ? new Map<string, number>()
    : heardOf({ day, dayStart, shifts, words, elsewhere });
  /** The planting hours of somebody from their last word on. */
  const spellsFrom = (planter: string) =>
    spellsOf(
      plantingSpells(terms, heard.get(planter) ?? facts.now, dayStart, stops),
      dayStart,
      terms.own?.find((own) => own.planterId === planter && own.day === day),
    );
  return { spellsFrom, dayStart, rates, paces, heard, shifts, air, stops, words };
}
