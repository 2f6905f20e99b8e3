import { Op } from 'sequelize';
import type { Figure } from '../../../../core/measure/working';
import { dryingRate, vesselClock, worstExposure, type Air } from '../../../../core/stock/exposure';
import { LONGEST_SOAK, type KeepingReading } from '../../../../core/stock/keeping';
import {
  balanceFrom,
  type Balance,
  type Holder,
  type StockEvent,
  type StockEventKind,
  type StockFlag,
} from '../../../../core/stock/ledger';
import { standingLooks, type HandlingAudit, type Seen } from '../../../../core/stock/handling';
import { isText, parse, recordOf } from '../../store/shape';
import type { OrderLine } from '../../../../core/stock/orders';
import { ROOT_RULES, type RootRules } from '../../../../core/stock/roots';
import { now } from '../../server/clock';
import { groupBy } from '../../../../core/measure/group';
import {
  fact,
  inOrderOf,
  listedFact,
  milliseconds,
  tableFact,
  type Facts,
} from '../../server/facts';
import { namesFact } from '../people/facts.server';
import { asStockEvent } from './sums.server';
import type { LotRow, PlaceRow, SpeciesRow, StockEventRow, ToolRow } from './tables.server';

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
  /** Trees that were soaked, each time counted. */
  soaked: number;
  /** Minutes of the anchor air by vessel, of what is closed. */
  minutes: Map<string, number>;
}

/** The species of the plan whose places a lot fills: its own, or the one it stands in for. */
export const standsFor = (lot: { speciesId: string; replacesId: string | null }): string =>
  lot.replacesId ?? lot.speciesId;

/**
 * The lot that trees of a species of the plan are told to where nobody wrote it down: the only one that came for
 * its places. Of several nobody knows which.
 */
export function onlyLotOf(
  states: readonly Pick<LotState, 'lot' | 'balance'>[],
  speciesId: string | undefined,
): LotState['lot'] | undefined {
  const own = states.filter(({ lot }) => standsFor(lot) === speciesId);
  const came = own.filter(({ balance }) => balance.received > 0);
  const known = came.length ? came : own;
  return known.length === 1 ? known[0].lot : undefined;
}

interface Sum {
  what: 'lot' | 'total' | 'held' | 'open' | 'minutes' | 'soak';
  key: string;
  label: string;
  count: number;
  at: number;
  temperature: number;
  humidity: number;
  wind: number;
}

const LOTS = `SELECT id FROM lot WHERE block_id IN (:ids)`;

/**
 * Lots with everything kept beside their events, as one answer: a season's 500 lots come at once. What is a lot's own
 * comes with its first row only, or most of the answer would be the same words again.
 */
const LOTS_AND_SUMS = `
  FROM lot l JOIN (
    SELECT id AS lotId, 'lot' AS what, '' AS \`key\`, '' AS label, 0 AS count, 0 AS at,
      0 AS temperature, 0 AS humidity, 0 AS wind FROM lot WHERE block_id IN (:ids)
    UNION ALL
    SELECT lot_id, 'total', kind, '', count, 0, 0, 0, 0 FROM stock_total WHERE lot_id IN (${LOTS})
    UNION ALL
    SELECT lot_id, 'held', holder, '', count, UNIX_TIMESTAMP(since), 0, 0, 0
      FROM stock_held WHERE count <> 0 AND lot_id IN (${LOTS})
    UNION ALL
    SELECT lot_id, 'open', id, label, 0, UNIX_TIMESTAMP(at), temperature, humidity, wind
      FROM root_open WHERE lot_id IN (${LOTS})
    UNION ALL
    SELECT lot_id, 'minutes', label, label, minutes, 0, 0, 0, 0
      FROM root_total WHERE lot_id IN (${LOTS})
    UNION ALL
    SELECT s.lot_id, 'soak', s.id, '', s.count, UNIX_TIMESTAMP(s.at), 0, 0, 0 FROM stock_event s
      WHERE s.lot_id IN (${LOTS}) AND s.kind = 'soak'
        AND NOT EXISTS (SELECT 1 FROM stock_event d WHERE d.closes = s.id)
        AND NOT EXISTS (SELECT 1 FROM stock_event c WHERE c.corrects = s.id)
  ) x ON x.lotId = l.id
  WHERE l.block_id IN (:ids)`;

const LOT_COLUMNS = {
  ...{ blockId: 'l.block_id', speciesId: 'l.species_id', code: 'l.code' },
  ...{ nursery: 'l.nursery', provenance: 'l.provenance', seedLot: 'l.seed_lot', age: 'l.age' },
  ...{ dipFactor: 'l.dip_factor', orderId: 'l.order_id', replacesId: 'l.replaces_id' },
  ...{ liftedOn: 'CAST(l.lifted_on AS CHAR)', undercut: 'l.undercut', form: 'l.form' },
  ...{ volume: 'l.volume', perBox: 'l.per_box', treeWeight: 'l.tree_weight', edition: 'l.edition' },
};
const OWN_COLUMNS = Object.fromEntries(
  Object.entries(LOT_COLUMNS).map(([name, column]) => [
    name,
    `IF(x.what = 'lot', ${column}, NULL)`,
  ]),
);
const SUM_COLUMNS = Object.fromEntries(
  ['what', 'key', 'label', 'count', 'at', 'temperature', 'humidity', 'wind'].map((column) => [
    column,
    `x.\`${column}\``,
  ]),
);

/** Lots of a block with their balances; no event is read. */
export const lotsFact = listedFact<LotRow & Sum, LotState[]>('lots', ['stock'], {
  ...{ from: LOTS_AND_SUMS, of: 'l.block_id' },
  columns: { id: 'l.id', ...OWN_COLUMNS, ...SUM_COLUMNS },
  value: (rows) =>
    [...groupBy(rows, ({ id }) => id).values()]
      .map((own) => {
        const first = own.find(({ what }) => what === 'lot')!;
        const { what: _what, key: _key, label: _label, count: _count, ...rest } = first;
        const { at: _at, temperature: _t, humidity: _h, wind: _w, ...lot } = rest;
        return stateOf(
          { ...lot, undercut: Boolean(lot.undercut) },
          own.filter((row) => row !== first).sort(inOrderOf('at', 'key')),
        );
      })
      .sort((a, b) => (a.lot.code < b.lot.code ? -1 : a.lot.code > b.lot.code ? 1 : 0)),
});

const iso = (seconds: number) => new Date(Math.round(seconds * 1000)).toISOString();

function stateOf(lot: LotRow, sums: readonly Sum[]): LotState {
  const of = (what: Sum['what']) => sums.filter((sum) => sum.what === what);
  const totals = new Map(
    of('total').map(({ key, count }) => [key as StockEventKind, Number(count)]),
  );
  const held = of('held').map(({ key, count, at }) => ({
    holder: key as Holder,
    count: Number(count),
    since: iso(at),
  }));
  return {
    lot,
    balance: balanceFrom(totals, new Map(held.map(({ holder, count }) => [holder, count]))),
    since: new Map(held.map(({ holder, since }) => [holder, since])),
    open: of('open').map(({ key, label, at, temperature, humidity, wind }) => ({
      id: key,
      label,
      openedAt: iso(at),
      air: { temperature, humidity, wind },
    })),
    soaks: of('soak').map(({ key, count, at }) => ({
      id: key,
      count: Number(count),
      startedAt: iso(at),
    })),
    dipped: (totals.get('dip') ?? 0) > 0,
    soaked: totals.get('soak') ?? 0,
    minutes: new Map(of('minutes').map(({ label, count }) => [label, Number(count)])),
  };
}

/** Soaks that go on, of the last four days. */
export const soaksNow = ({ soaks }: Pick<LotState, 'soaks'>, now: number): Soak[] =>
  soaks.filter(({ startedAt }) => now - Date.parse(startedAt) < LONGEST_SOAK);

/** How many times longer a lot's roots bear the air than bare ones: only where they carry a dip. */
export const dipOf = ({ lot, dipped }: Pick<LotState, 'lot' | 'dipped'>): number =>
  dipped ? lot.dipFactor : 1;

/** Minutes roots were out, may be, and have left: one clock for board, boxes and phone. */
export const clockOfVessel = (
  vessel: Vessel,
  { lot, dipped }: Pick<LotState, 'lot' | 'dipped'>,
  air: Air,
  now: number,
) => vesselClock(vessel, air, dipOf({ lot, dipped }), now);

export interface EventPage {
  events: (StockEvent & {
    note: string;
    author: string;
    standing: boolean;
    flag: StockFlag | null;
  })[];
  /** Whether older ones are left. */
  more: boolean;
}

/** What happened to a lot of a block, newest first. */
export function eventsOf(
  facts: Facts,
  blockId: string,
  lotId: string,
  limit: number,
): Promise<EventPage> {
  return facts.derive(
    `events ${lotId}`,
    blockId,
    [lotsFact, namesFact],
    String(limit),
    async () => {
      const rows = await facts.reader.query<StockEventRow & { author: string; cancelled: 0 | 1 }>(
        `SELECT e.id, e.lot_id AS lotId, e.kind, e.count, e.at, e.planter_id AS planterId,
         e.place_id AS placeId, e.to_id AS toId, e.corrects, e.closes, e.note, e.flag, p.name AS author,
         EXISTS (SELECT 1 FROM stock_event c WHERE c.corrects = e.id) AS cancelled
       FROM stock_event e JOIN person p ON p.id = e.author_id
       WHERE e.lot_id = :lotId AND e.kind <> 'correct'
       ORDER BY e.at DESC, e.id DESC LIMIT :limit`,
        { lotId, limit: limit + 1 },
      );
      return {
        events: rows.slice(0, limit).map((event) => ({
          ...asStockEvent(event),
          note: event.note,
          author: event.author,
          standing: !event.cancelled,
          flag: event.flag,
        })),
        more: rows.length > limit,
      };
    },
  );
}

/** What the worst-treated trees of each lot have been through, with its working. */
export function exposuresOf(
  states: readonly LotState[],
  air: Air,
  now: number,
): Map<string, Figure> {
  return new Map(
    states.map(({ lot, minutes, open }) => {
      const sums = new Map(minutes);
      for (const vessel of open) {
        const { open: out } = vesselClock(vessel, air, 1, now);
        const exposed = (out * (dryingRate(vessel.air) + dryingRate(air))) / 2;
        sums.set(vessel.label, (sums.get(vessel.label) ?? 0) + exposed);
      }
      return [lot.id, worstExposure(sums)];
    }),
  );
}

export const placesFact = tableFact(
  'places',
  ['stock', 'site'],
  { table: 'place', by: 'siteId' },
  (rows): PlaceRow[] => rows.sort(inOrderOf('position')),
);
export const toolsFact = tableFact(
  'tools',
  ['stock', 'site'],
  { table: 'tool', by: 'siteId' },
  (rows): ToolRow[] => rows.sort(inOrderOf('position')),
);
/** What the leader lets be done to roots, with the edition it was saved at; the usual rules until then. */
export const rootRulesFact = tableFact(
  'root-rules',
  ['stock', 'site'],
  { table: 'rootRules', by: 'id' },
  ([row]): RootRules & { edition: number } => {
    const { id: _site, ...rules } = row ?? { id: '', edition: 0 };
    return { ...ROOT_RULES, ...rules };
  },
);
export const cardsFact = tableFact(
  'cards',
  ['stock', 'site'],
  { table: 'species', by: 'siteId' },
  (rows): SpeciesRow[] => rows.sort((a, b) => a.name.localeCompare(b.name)),
);
/** Pictures of all cards, without what is on them, the oldest first. */
export const picturesFact = listedFact<
  { id: string; speciesId: string; caption: string; at: number },
  { id: string; speciesId: string; caption: string }[]
>('pictures', ['stock', 'site'], {
  from: 'FROM species_picture p JOIN species s ON s.id = p.species_id WHERE s.site_id IN (:ids)',
  of: 's.site_id',
  columns: {
    ...{ id: 'p.id', speciesId: 'p.species_id', caption: 'p.caption' },
    at: milliseconds('p.added_at'),
  },
  value: (rows) => rows.sort((a, b) => a.at - b.at).map(({ at: _at, ...picture }) => picture),
});

/** Order lines of a block, the next delivery first. */
export const ordersFact = tableFact(
  'orders',
  ['stock'],
  { table: 'stockOrder', by: 'blockId' },
  (rows): (OrderLine & { edition: number })[] =>
    rows
      .sort((a, b) => inOrderOf<typeof a>('deliverOn', 'nursery', 'id')(a, b))
      .map(({ speciesId, replacesId, ...row }) => ({
        ...row,
        species: speciesId,
        replaces: replacesId,
      })),
);

export interface Look extends HandlingAudit {
  note: string;
  author: string;
}

/** Looks at the boxes that stand, the newest first. */
export const looksFact = listedFact<Omit<Look, 'at'> & { at: number }, Look[]>(
  'looks',
  ['stock', 'people'],
  {
    from: 'FROM handling_audit h JOIN person p ON p.id = h.author_id WHERE h.block_id IN (:ids)',
    of: 'h.block_id',
    columns: {
      ...{ id: 'h.id', lot: 'h.lot_id', planter: 'h.planter_id', seen: 'h.seen', note: 'h.note' },
      ...{ corrects: 'h.corrects', author: 'p.name', at: milliseconds('h.at') },
    },
    value: (rows) =>
      standingLooks(
        rows
          .sort((a, b) => b.at - a.at)
          .map(({ at, ...look }) => ({
            ...look,
            seen: parse(marks, look.seen, 'handling_audit.seen'),
            at: new Date(at).toISOString(),
          })),
      ),
  },
);
const marks = recordOf<Seen>(isText, 'habits');

/** Readings of all places with a logger, of the last ninety days, in order of time. */
export const readingsFact = fact<Map<string, KeepingReading[]>>(
  'readings',
  ['stock'],
  () => new Map(),
  async (reader, [siteId]) => {
    const rows = await reader.query<{ placeId: string; at: number; temperature: number }>(
      `SELECT r.place_id AS placeId, UNIX_TIMESTAMP(r.at) AS at, r.temperature
       FROM keeping_reading r JOIN place p ON p.id = r.place_id
       WHERE p.site_id = :siteId AND p.logger <> 'none' AND r.at >= :since ORDER BY r.at`,
      { siteId, since: new Date(now() - 91 * 86_400_000) },
    );
    return new Map([
      [
        siteId,
        new Map(
          [...groupBy(rows, ({ placeId }) => placeId)].map(([placeId, own]) => [
            placeId,
            own.map(({ at, temperature }) => ({ at: Math.round(at * 1000), temperature })),
          ]),
        ),
      ],
    ]);
  },
);

/** When something of a kind last happened to each of some lots and was not cancelled since. */
export async function lastEventsOf(
  facts: Facts,
  lotIds: readonly string[],
  kind: StockEventKind,
): Promise<Map<string, string>> {
  if (!lotIds.length) return new Map();
  const rows = await facts.reader.query<{ lotId: string; at: Date }>(
    `SELECT e.lot_id AS lotId, MAX(e.at) AS at FROM stock_event e
     WHERE e.kind = :kind AND e.lot_id IN (:lotIds)
       AND NOT EXISTS (SELECT 1 FROM stock_event c WHERE c.corrects = e.id) GROUP BY e.lot_id`,
    { kind, lotIds },
  );
  return new Map(rows.map(({ lotId, at }) => [lotId, new Date(at).toISOString()]));
}

/** Samples looked at, of some lots, the newest first. */
export async function inspectionsOf(facts: Facts, lotIds: readonly string[], limit = 500) {
  if (!lotIds.length) return [];
  return facts.reader.tables.inspection.all({
    where: { lotId: { [Op.in]: [...lotIds] } },
    order: [['at', 'DESC']],
    limit,
  });
}
