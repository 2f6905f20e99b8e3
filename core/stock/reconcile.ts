import { standingEvents, type StockEvent } from './ledger';

/** What one planter had of one species in a day. */
export interface DayLine {
  planter: string;
  species: string;
  /** Out with the planter from earlier days. */
  carried: number;
  issued: number;
  returned: number;
  /** From the planter's own tally. */
  planted: number;
  lost: number;
  /** carried + issued − returned − planted − lost; below 0 when more was tallied than handed out. */
  missing: number;
}

/** Trees to be written onto lots so that the ledger agrees with the tallies. */
export interface Posting {
  planter: string;
  lot: string;
  count: number;
  /** Which entry of planted trees of this planter, lot and day it is; cancelled ones count. */
  turn: number;
}

export interface DayAccount {
  lines: DayLine[];
  /** Planted trees that the ledger does not show yet, by lot. */
  toPost: Posting[];
  /** Earlier closings' entries that a later correction of the tallies has overtaken: to be cancelled. */
  toCancel: { id: string; lot: string; planter: string; count: number }[];
  /** Tallied beyond everything the planter had of the species. */
  unexplained: { planter: string; species: string; count: number }[];
}

/**
 * A day's account by planter: issued − returned − planted = missing. Trees planted are taken from
 * the tallies; what of them the ledger does not show yet is put on the lots that the planter had
 * of the species, the earliest issued first.
 * @param events of the day, any order; cancelled ones are left out here
 * @param tallied trees by planter and species: keys made by `tallyKey`
 * @param speciesOf species of a lot
 * @param carried trees the planters had out before the day began
 * @param closings ids of planted trees that an earlier closing wrote: they follow the tallies, also
 *   downwards; what somebody entered by hand stands
 */
export function accountOfDay(
  events: readonly StockEvent[],
  tallied: ReadonlyMap<string, number>,
  speciesOf: (lot: string) => string,
  carried: readonly { planter: string; lot: string; count: number }[] = [],
  closings: ReadonlySet<string> = new Set(),
): DayAccount {
  const lines = new Map<string, DayLine>();
  const lineOf = (planter: string, species: string) => {
    const key = tallyKey(planter, species);
    let line = lines.get(key);
    if (!line) {
      line = {
        planter,
        species,
        carried: 0,
        issued: 0,
        returned: 0,
        planted: 0,
        lost: 0,
        missing: 0,
      };
      lines.set(key, line);
    }
    return line;
  };
  /** What a planter still has of a lot, in the order of issue. */
  const held = new Map<string, Map<string, number>>();
  const posted = new Map<string, number>();
  const turns = new Map<string, number>();
  const written = new Map<string, StockEvent[]>();
  for (const { kind, planter, lot } of new Map(events.map((event) => [event.id, event])).values())
    if (kind === 'plant') {
      const onLot = tallyKey(planter ?? '', lot);
      turns.set(onLot, (turns.get(onLot) ?? 0) + 1);
    }
  for (const { planter, lot, count } of carried) {
    const key = tallyKey(planter, speciesOf(lot));
    lineOf(planter, speciesOf(lot)).carried += count;
    held.set(key, (held.get(key) ?? new Map<string, number>()).set(lot, count));
  }
  const standing = standingEvents(events).sort((a, b) => (a.at < b.at ? -1 : a.at > b.at ? 1 : 0));
  for (const event of standing) {
    const planter = event.planter ?? '';
    if (!['issue', 'return', 'plant', 'lose'].includes(event.kind)) continue;
    if (event.kind === 'lose' && !event.planter) continue;
    const species = speciesOf(event.lot);
    const line = lineOf(planter, species);
    const key = tallyKey(planter, species);
    const lots = held.get(key) ?? new Map<string, number>();
    held.set(key, lots);
    const way = event.kind === 'issue' ? 1 : -1;
    lots.set(event.lot, (lots.get(event.lot) ?? 0) + way * event.count);
    if (event.kind === 'issue') line.issued += event.count;
    if (event.kind === 'return') line.returned += event.count;
    if (event.kind === 'lose') line.lost += event.count;
    if (event.kind === 'plant') {
      posted.set(key, (posted.get(key) ?? 0) + event.count);
      if (closings.has(event.id)) written.set(key, [...(written.get(key) ?? []), event]);
    }
  }
  for (const key of tallied.keys()) {
    const [planter, species] = splitKey(key);
    lineOf(planter, species);
  }
  const toPost: Posting[] = [];
  const toCancel: DayAccount['toCancel'] = [];
  const unexplained: DayAccount['unexplained'] = [];
  for (const [key, line] of lines) {
    const onLedger = posted.get(key) ?? 0;
    const own = written.get(key) ?? [];
    const byHand = onLedger - own.reduce((sum, { count }) => sum + count, 0);
    line.planted = Math.max(tallied.get(key) ?? 0, byHand);
    line.missing = line.carried + line.issued - line.returned - line.planted - line.lost;
    let left = line.planted - onLedger;
    for (const { id, lot, count } of own.reverse()) {
      if (left >= 0) break;
      toCancel.push({ id, lot, planter: line.planter, count });
      const lots = held.get(key)!;
      lots.set(lot, (lots.get(lot) ?? 0) + count);
      left += count;
    }
    for (const [lot, count] of held.get(key) ?? []) {
      const taken = Math.min(left, Math.max(0, count));
      if (taken > 0) {
        const turn = turns.get(tallyKey(line.planter, lot)) ?? 0;
        toPost.push({ planter: line.planter, lot, count: taken, turn });
      }
      left -= taken;
    }
    if (left > 0) unexplained.push({ planter: line.planter, species: line.species, count: left });
  }
  return {
    lines: [...lines.values()].filter(
      ({ carried, issued, returned, planted, lost }) =>
        carried || issued || returned || planted || lost,
    ),
    toPost,
    toCancel,
    unexplained,
  };
}

export const tallyKey = (planter: string, species: string): string => `${planter} ${species}`;
const splitKey = (key: string): [string, string] => {
  const [planter, species] = key.split(' ');
  return [planter, species];
};
