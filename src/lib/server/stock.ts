import { DateTime } from 'luxon';
import { literal, Op, QueryTypes } from 'sequelize';
import { daysBetween, type Day } from '../../../core/measure/dates';
import {
  ANCHOR_MINUTES,
  dryingRate,
  vesselClock,
  worstExposure,
  type Air,
} from '../../../core/stock/exposure';
import { keepingSpan, PLACE_RULES, stress, type KeepingReading } from '../../../core/stock/keeping';
import {
  balanceFrom,
  type Balance,
  type Holder,
  type StockEvent,
  type StockEventKind,
} from '../../../core/stock/ledger';
import type { Figure } from '../../../core/measure/working';
import type { Store } from '../store';
import type { SiteRow } from '../store/people';
import type { LotRow, PlaceRow, StockEventRow } from '../store/stock';
import { now, today } from './clock';

/** A bag, box or bucket that is open. */
export interface Vessel {
  id: string;
  label: string;
  openedAt: string;
  air: Air;
}

export interface Soak {
  id: string;
  count: number;
  startedAt: string;
}

/** A lot with what it comes to, read from the sums beside its events. */
export interface LotState {
  lot: LotRow;
  balance: Balance;
  /** Since when each holder has had trees of it without a break. */
  since: Map<Holder, string>;
  open: Vessel[];
  soaks: Soak[];
  /** Its roots carry a dip. */
  dipped: boolean;
}

type JoinedLot = LotRow & { totals: string | null; held: string | null };

/** Lots of a block with their balances; no event is read. */
export async function lotsOf(store: Store, blockId: string): Promise<LotState[]> {
  const [rows, open, soaks] = await Promise.all([
    // One row a lot, its sums as JSON: a season's 500 lots come back in one answer.
    store.lot.findAll({
      where: { blockId },
      order: [['code', 'ASC']],
      attributes: {
        include: [
          [
            literal(`(SELECT JSON_ARRAYAGG(JSON_ARRAY(kind, count))
              FROM stock_total WHERE lot_id = lot.id)`),
            'totals',
          ],
          [
            literal(`(SELECT JSON_ARRAYAGG(JSON_ARRAY(holder, count, UNIX_TIMESTAMP(since)))
              FROM stock_held WHERE lot_id = lot.id AND count <> 0)`),
            'held',
          ],
        ],
      },
      raw: true,
    }) as unknown as Promise<JoinedLot[]>,
    store.sequelize.query<Air & { id: string; lotId: string; label: string; at: string }>(
      `SELECT o.id, o.lot_id AS lotId, o.label, o.at, o.temperature, o.humidity, o.wind
       FROM root_open o JOIN lot l ON l.id = o.lot_id WHERE l.block_id = :blockId ORDER BY o.at`,
      { replacements: { blockId }, type: QueryTypes.SELECT },
    ),
    soaksOf(store, blockId),
  ]);
  const openBy = groupBy(open, ({ lotId }) => lotId);
  const soaksBy = groupBy(soaks, ({ lotId }) => lotId);
  return rows.map(({ totals: totalsText, held: heldText, ...lot }) => {
    const totals = new Map(parsed<[StockEventKind, number]>(totalsText));
    const held = parsed<[Holder, number, number]>(heldText);
    return {
      lot,
      balance: balanceFrom(totals, new Map(held.map(([holder, count]) => [holder, count]))),
      since: new Map(
        held.map(([holder, , seconds]) => [holder, new Date(seconds * 1000).toISOString()]),
      ),
      open: (openBy.get(lot.id) ?? []).map(({ id, label, at, temperature, humidity, wind }) => ({
        id,
        label,
        openedAt: new Date(at).toISOString(),
        air: { temperature, humidity, wind },
      })),
      soaks: (soaksBy.get(lot.id) ?? []).map(({ id, count, at }) => ({
        id,
        count,
        startedAt: new Date(at).toISOString(),
      })),
      dipped: (totals.get('dip') ?? 0) > 0,
    };
  });
}

/** The database hands JSON over as text, or parsed already where it knows the column for JSON. */
function parsed<Entry>(value: string | Entry[] | null): Entry[] {
  return typeof value === 'string' ? (JSON.parse(value) as Entry[]) : (value ?? []);
}

function groupBy<Row>(rows: readonly Row[], keyOf: (row: Row) => string): Map<string, Row[]> {
  const groups = new Map<string, Row[]>();
  for (const row of rows) {
    const group = groups.get(keyOf(row));
    if (group) group.push(row);
    else groups.set(keyOf(row), [row]);
  }
  return groups;
}

/** Soaks of the last four days that have neither ended nor been cancelled. */
async function soaksOf(store: Store, blockId: string): Promise<StockEventRow[]> {
  return store.sequelize.query<StockEventRow>(
    `SELECT s.id, s.lot_id AS lotId, s.count, s.at FROM stock_event s
     JOIN lot l ON l.id = s.lot_id
     WHERE l.block_id = :blockId AND s.kind = 'soak' AND s.at > :since
       AND NOT EXISTS (SELECT 1 FROM stock_event d WHERE d.closes = s.id)
       AND NOT EXISTS (SELECT 1 FROM stock_event c WHERE c.corrects = s.id)
     ORDER BY s.at`,
    {
      replacements: { blockId, since: new Date(now() - 4 * 86_400_000) },
      type: QueryTypes.SELECT,
    },
  );
}

export interface EventPage {
  events: (StockEvent & { note: string; author: string; standing: boolean })[];
  /** Whether older ones are left. */
  more: boolean;
}

/** What happened to a lot, newest first. */
export async function eventsOf(store: Store, lotId: string, limit: number): Promise<EventPage> {
  const rows = await store.sequelize.query<StockEventRow & { author: string; cancelled: 0 | 1 }>(
    `SELECT e.id, e.lot_id AS lotId, e.kind, e.count, e.at, e.planter_id AS planterId,
       e.place_id AS placeId, e.to_id AS toId, e.corrects, e.closes, e.note, p.name AS author,
       EXISTS (SELECT 1 FROM stock_event c WHERE c.corrects = e.id) AS cancelled
     FROM stock_event e JOIN person p ON p.id = e.author_id
     WHERE e.lot_id = :lotId AND e.kind <> 'correct'
     ORDER BY e.at DESC, e.id DESC LIMIT :limit`,
    { replacements: { lotId, limit: limit + 1 }, type: QueryTypes.SELECT },
  );
  return {
    events: rows.slice(0, limit).map((event) => ({
      ...toEvent(event),
      note: event.note,
      author: event.author,
      standing: !event.cancelled,
    })),
    more: rows.length > limit,
  };
}

export const toEvent = (row: StockEventRow): StockEvent => ({
  id: row.id,
  lot: row.lotId,
  kind: row.kind,
  count: row.count,
  at: new Date(row.at).toISOString(),
  planter: row.planterId,
  place: row.placeId,
  to: row.toId,
  corrects: row.corrects,
  closes: row.closes,
});

/** What the worst-treated trees of each lot have been through, with its working. */
export async function exposuresOf(
  store: Store,
  states: readonly LotState[],
  air: Air,
): Promise<Map<string, Figure>> {
  const lotId = states.map(({ lot }) => lot.id);
  if (!lotId.length) return new Map();
  const rows = await store.sequelize.query<{ lotId: string; label: string; minutes: number }>(
    `SELECT lot_id AS lotId, label, minutes FROM (
       SELECT lot_id, label, minutes, ROW_NUMBER() OVER (
         PARTITION BY lot_id, label = '' ORDER BY minutes DESC) AS place
       FROM root_total WHERE lot_id IN (:lotId)) ranked WHERE place <= 4`,
    { replacements: { lotId }, type: QueryTypes.SELECT },
  );
  const sums = new Map<string, Map<string, number>>();
  const add = (lot: string, label: string, minutes: number) => {
    const own = sums.get(lot) ?? new Map<string, number>();
    sums.set(lot, own.set(label, (own.get(label) ?? 0) + minutes));
  };
  for (const { lotId: lot, label, minutes } of rows) add(lot, label, minutes);
  for (const { lot, open } of states)
    for (const vessel of open) {
      const { open: minutes } = vesselClock(vessel, air, 1, now());
      add(lot.id, vessel.label, (minutes * (dryingRate(vessel.air) + dryingRate(air))) / 2);
    }
  return new Map(lotId.map((lot) => [lot, worstExposure(sums.get(lot) ?? new Map())]));
}

export async function placesOf(store: Store, siteId: string): Promise<PlaceRow[]> {
  return store.place.findAll({ where: { siteId }, order: [['position', 'ASC']], raw: true });
}

/** Readings of a place's logger from a moment on, in order of time. */
export async function readingsOf(
  store: Store,
  placeId: string,
  since: number,
): Promise<KeepingReading[]> {
  const rows = await store.keepingReading.findAll({
    where: { placeId, at: { [Op.gte]: new Date(since) } },
    order: [['at', 'ASC']],
    attributes: ['at', 'temperature'],
    raw: true,
  });
  return rows.map(({ at, temperature }) => ({ at: new Date(at).getTime(), temperature }));
}

export interface LotStress {
  stress: Figure;
  /** The place that has most of it. */
  place?: PlaceRow;
  days: number;
  warmHours: number;
  daysSinceLifting?: number;
}

/** How much of what each lot can bear is used up. */
export async function stressOf(
  store: Store,
  site: SiteRow,
  states: readonly LotState[],
  places: readonly PlaceRow[],
  exposures: ReadonlyMap<string, Figure>,
): Promise<Map<string, LotStress>> {
  const at = now();
  const day = today(site.zone);
  const logged = new Map<string, KeepingReading[]>();
  for (const place of places)
    if (place.logger !== 'none')
      logged.set(place.id, await readingsOf(store, place.id, at - 90 * 86_400_000));
  /** Lots that came together share their hours. */
  const hours = new Map<string, number>();
  const warmSince = (place: PlaceRow, since: number): number => {
    const readings = logged.get(place.id) ?? [];
    const first = readings.findIndex(({ at: moment }) => moment >= since);
    if (first < 0) return 0;
    const key = `${place.id} ${first}`;
    const known = hours.get(key) ?? keepingSpan(readings.slice(first), place).warm;
    hours.set(key, known);
    return known;
  };
  return new Map(
    states.map((state) => {
      const most = state.balance.held
        .filter(([holder]) => holder.startsWith('p:'))
        .sort((a, b) => b[1] - a[1])[0];
      const place = most && places.find(({ id }) => most[0] === `p:${id}`);
      const since = most ? Date.parse(state.since.get(most[0]) ?? '') : NaN;
      const days = most && Number.isFinite(since) ? Math.max(0, (at - since) / 86_400_000) : 0;
      const warmHours = place && most ? warmSince(place, since) : 0;
      const rules = place
        ? { ...PLACE_RULES[place.kind], label: place.name, days: place.days }
        : { ...PLACE_RULES.shade, label: 'no place entered' };
      const { dipFactor, liftedOn } = state.lot;
      return [
        state.lot.id,
        {
          place,
          days,
          warmHours,
          daysSinceLifting: liftedOn ? daysBetween(liftedOn, day) : undefined,
          stress: stress({
            days,
            warmHours,
            place: rules,
            exposure: exposures.get(state.lot.id)?.value ?? 0,
            exposureAllowed: ANCHOR_MINUTES * (state.dipped ? dipFactor : 1),
          }),
        },
      ];
    }),
  );
}

/** First and last moment of a day at a site, for events that belong to it. */
export function dayBounds(day: Day, zone: string): [Date, Date] {
  const start = DateTime.fromISO(day, { zone }).startOf('day');
  return [start.toJSDate(), start.plus({ days: 1 }).toJSDate()];
}

/** Sums of a lot as the ledger keeps them, read under the lot's lock. */
export async function balanceOfLot(store: Store, lotId: string, options: object): Promise<Balance> {
  const [totals, held] = await Promise.all([
    store.stockTotal.findAll({ where: { lotId }, raw: true, ...options }),
    store.stockHeld.findAll({ where: { lotId }, raw: true, ...options }),
  ]);
  return balanceFrom(
    new Map<StockEventKind, number>(totals.map(({ kind, count }) => [kind, Number(count)])),
    new Map<Holder, number>(held.map(({ holder, count }) => [holder, Number(count)])),
  );
}

/** When something of a kind last happened to a lot and was not cancelled since. */
export async function lastEventOf(
  store: Store,
  lotId: string,
  kind: StockEventKind,
): Promise<string | null> {
  const [row] = await store.sequelize.query<{ at: string }>(
    `SELECT e.at FROM stock_event e WHERE e.kind = :kind AND e.lot_id = :lotId
       AND NOT EXISTS (SELECT 1 FROM stock_event c WHERE c.corrects = e.id)
     ORDER BY e.at DESC LIMIT 1`,
    { replacements: { kind, lotId }, type: QueryTypes.SELECT },
  );
  return row ? new Date(row.at).toISOString() : null;
}
