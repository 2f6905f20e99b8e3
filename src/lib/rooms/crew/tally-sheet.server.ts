import { shiftsOf, type Shift } from '../../../../core/crew/attendance';
import { tallySheet, type SheetLine, type SheetTally } from '../../../../core/crew/tally-sheet';
import { isDay, type Day } from '../../../../core/measure/dates';
import { dayBounds, dayOf } from '../../../../core/say/day';
import type { Facts } from '../../server/facts';
import { namesFact } from '../people/facts.server';
import { refilledBetween } from '../survival/refilled-trees.server';
import { plantersFact } from './facts.server';
import { asClocked } from './sums.server';

/** One thing that was entered for a day, taken back or not. */
export interface SheetEntry {
  id: string;
  /** Milliseconds since 1970. */
  at: number;
  planter: string;
  /** Trees of a row, or somebody beginning or ending work. */
  what:
    | { kind: 'trees'; layoutId: string; version: number; row: number; count: number }
    | { kind: 'refill'; refillId: string; row: number; speciesId: string; count: number }
    | { kind: 'on' | 'off'; tool: string };
  author: string;
  device: string;
  /** When it was entered, where that is not when it happened. */
  entered: number;
  note: string;
  /** Who took it back, and when. */
  taken?: { author: string; at: number };
}

const A_DAY = 86_400_000;

interface Entered {
  id: string;
  planter: string;
  at: Date;
  recordedAt: Date;
  author: string;
  device: string;
  corrects: string | null;
}

/**
 * Everything that was entered of a block for one day of its site, and what it comes to: trees of all its
 * versions, and the hours of whoever worked on the site, for hours are not clocked by block.
 */
export async function tallySheetOf(
  facts: Facts,
  blockId: string,
  day: Day,
): Promise<{ lines: SheetLine[]; entries: SheetEntry[]; shifts: Shift[] }> {
  const { site, reader, now } = facts;
  const [from, to] = dayBounds(day, site.zone);
  const [trees, clocked, planters, names, refilled] = await Promise.all([
    // What takes an entry back belongs to its day, whenever it was said.
    reader.query<
      Entered & { layoutId: string; version: number; row: number; count: number; note: string }
    >(
      `SELECT t.id, t.planter_id AS planter, t.at, t.recorded_at AS recordedAt, t.author_id AS author,
         t.device, t.corrects, t.note, t.layout_id AS layoutId, l.number AS version, t.\`row_number\` AS row, t.count
       FROM layout l JOIN tally t ON t.layout_id = l.id LEFT JOIN tally c ON c.id = t.corrects
       WHERE l.block_id = :blockId AND COALESCE(c.at, t.at) >= :start AND COALESCE(c.at, t.at) < :end
       ORDER BY t.at, t.seq`,
      { blockId, start: new Date(from), end: new Date(to) },
    ),
    // A shift may have begun the day before, and end after midnight.
    reader.query<Entered & Parameters<typeof asClocked>[0]>(
      `SELECT a.id, a.planter_id AS planter, a.planter_id AS planterId, a.at, a.recorded_at AS recordedAt,
         a.author_id AS author, a.device, a.corrects, a.kind, a.tool
       FROM attendance a LEFT JOIN attendance c ON c.id = a.corrects
       WHERE a.site_id = :siteId
         AND COALESCE(c.at, a.at) BETWEEN :start AND :end
       ORDER BY a.at, a.id`,
      { siteId: site.id, start: new Date(from - A_DAY), end: new Date(to + A_DAY) },
    ),
    facts.of(plantersFact),
    facts.of(namesFact),
    refilledBetween(reader, { siteId: site.id, blockId }, new Date(from), new Date(to)),
  ]);
  const nameOf = (id: string) => names.get(id) ?? '';
  const shifts = shiftsOf(clocked.map(asClocked), now).filter(
    (shift) => dayOf(shift.from, site.zone) === day,
  );
  const ended = new Map<string, number>();
  for (const shift of shifts)
    ended.set(shift.planter, Math.max(ended.get(shift.planter) ?? to, shift.to + 1));
  const taken = new Map<string, Entered>();
  for (const entry of [...trees, ...clocked])
    if (entry.corrects && !taken.has(entry.corrects)) taken.set(entry.corrects, entry);
  const moment = (at: Date) => new Date(at).getTime();
  const asEntry = (entry: Entered, what: SheetEntry['what'], note: string): SheetEntry => {
    const by = taken.get(entry.id);
    return {
      ...{ id: entry.id, planter: entry.planter, at: moment(entry.at), what, note },
      ...{ author: nameOf(entry.author), device: entry.device, entered: moment(entry.recordedAt) },
      ...(by ? { taken: { author: nameOf(by.author), at: moment(by.recordedAt) } } : {}),
    };
  };
  const entries = [
    ...trees
      .filter(({ corrects }) => !corrects)
      .map((entry) => {
        const { layoutId, version, row, count, note } = entry;
        return asEntry(entry, { kind: 'trees', layoutId, version, row, count }, note);
      }),
    ...clocked
      // The end of a shift of that day, past midnight, is that day's.
      .filter(
        ({ corrects, at, planter }) =>
          !corrects && moment(at) >= from && moment(at) < (ended.get(planter) ?? to),
      )
      .map((entry) => asEntry(entry, { kind: entry.kind, tool: entry.tool }, '')),
    ...refilled.map(
      ({ id, planter, at, refillId, row, speciesId, trees: count, ...entry }): SheetEntry => ({
        ...{ id, planter, at: moment(at), author: nameOf(entry.author), device: entry.device },
        ...{ entered: moment(entry.recordedAt), note: '' },
        what: { kind: 'refill', refillId, row, speciesId, count },
      }),
    ),
  ].sort((a, b) => a.at - b.at);
  return {
    ...{ entries, shifts },
    lines: tallySheet(
      trees.map(({ id, row, planter, count, at, corrects, version }): SheetTally => ({
        ...{ id, row, planter, count, corrects, version, at: new Date(at).toISOString() },
      })),
      shifts,
      planters.map(({ id }) => id),
      refilled,
    ),
  };
}

/** The day a tally sheet is asked for in an address: none that is still to come; where it says none, today. */
export function dayAsked(url: URL, today: Day): Day {
  const given = url.searchParams.get('day');
  return given && isDay(given) && given <= today ? given : today;
}
