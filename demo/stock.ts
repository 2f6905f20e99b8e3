import { addTo, type Day } from '../core/measure/dates';
import { normalDeviate, seededRandom } from '../core/measure/random';
import { dryingRate } from '../core/stock/exposure';
import { HABITS, type Seen } from '../core/stock/handling';
import type { GateFault, GateTree } from '../core/stock/inspection';
import { PLACE_RULES, type PlaceKind } from '../core/stock/keeping';
import type { StockEventKind } from '../core/stock/ledger';
import { smallestPlan } from '../core/stock/sampling';
import { playLogger } from '../src/lib/server/logger';
import { Reader } from '../src/lib/server/reader';
import type { Store } from '../src/lib/store';
import type { SiteRow } from '../src/lib/rooms/people/tables.server';
import type { LotRow, StockEventRow, StockOrderRow } from '../src/lib/rooms/stock/tables.server';
import { DAY, MINUTE, idMaker, type EventMaker } from './events';
import type { Letter } from './species';

/** Trees of each species of a mix that each planter set, by days ago. */
export type PlantedDays = Map<number, Map<number, number[]>>;

export interface LotPlan {
  code: string;
  letter: Letter;
  /** Place of the species in the block's mix. */
  species: number;
  nursery: string;
  provenance: string;
  age: string;
  received: number;
  daysAgo: number;
  cull: number;
  days?: PlantedDays;
  /** Days whose planted trees are not on the ledger yet. */
  openDays?: number[];
  /** When what was left was thrown away, days ago. */
  cleared?: number;
  /** Minutes that its boxes stood open on the first days of planting. */
  opened?: number[];
  more?: Partial<LotRow>;
}

const PLACES: [name: string, kind: PlaceKind, logger: 'none' | 'stand-in'][] = [
  ['Cold store', 'cold-store', 'stand-in'],
  ['Barn, north side', 'shade', 'none'],
  ['Cache at the rows', 'cache', 'none'],
];

const TOOLS = [
  { name: 'Bar', kind: 'bar', depth: 0.27, width: 0.1, rate: 850 },
  { name: 'Spade', kind: 'spade', depth: 0.36, width: 0.22, rate: 430 },
  { name: 'Auger', kind: 'auger', depth: 0.4, width: 0.15, rate: 380 },
] as const;

interface Around {
  store: Store;
  now: number;
  today: Day;
  siteId: string;
  event: EventMaker;
  species: ReadonlyMap<Letter, string>;
  planters: readonly { id: string }[];
}

/** Stock of the demo: places, tools, orders, lots and what happened to them. */
export class DemoStock {
  private readonly random = seededRandom('farrow-pit-stock');
  private readonly id = idMaker(this.random);
  private readonly places = new Map<string, string>();

  constructor(private readonly around: Around) {}

  async placesAndTools(site: SiteRow): Promise<void> {
    const { store, siteId, now } = this.around;
    for (const [position, [name, kind, logger]] of PLACES.entries()) {
      const id = this.id(now - 890 * DAY);
      this.places.set(name, id);
      const { coolest, warmest, days } = PLACE_RULES[kind];
      const place = {
        id,
        siteId,
        name,
        kind,
        coolest,
        warmest,
        days,
        logger,
        closed: false,
        position,
        edition: 1,
      };
      await store.place.create(place);
      if (logger === 'stand-in') await playLogger(new Reader(store), site, place, now);
    }
    await store.tool.bulkCreate(
      TOOLS.map((tool, position) => ({ id: this.id(now - 890 * DAY), siteId, position, ...tool })),
    );
  }

  async orders(blockId: string, lines: readonly OrderPlan[]): Promise<Map<string, string>> {
    const { store, now, today, species } = this.around;
    const ids = new Map<string, string>();
    for (const { key, letter, instead, inDays, ...line } of lines) {
      const id = this.id(now - 300 * DAY);
      ids.set(key, id);
      await store.stockOrder.create({
        id,
        blockId,
        speciesId: species.get(letter)!,
        replacesId: instead ? species.get(instead)! : null,
        deliverOn: inDays === undefined ? null : addTo(today, { days: inDays }),
        provenance: '',
        seedLot: '',
        note: '',
        confirmed: null,
        ...line,
      });
    }
    return ids;
  }

  /** Receives a lot, culls some of it, and issues each planter's trees with a few coming back. */
  async lot(blockId: string, plan: LotPlan): Promise<string> {
    const { store, now, today, species } = this.around;
    const id = this.id(now - 500 * DAY);
    await store.lot.create({
      id,
      blockId,
      speciesId: species.get(plan.letter)!,
      code: plan.code,
      nursery: plan.nursery,
      provenance: plan.provenance,
      seedLot: `S-${plan.code}`,
      age: plan.age,
      dipFactor: 2,
      orderId: null,
      replacesId: null,
      liftedOn: addTo(today, { days: -plan.daysAgo - 5 }),
      undercut: false,
      form: null,
      volume: null,
      perBox: 100,
      treeWeight: null,
      ...plan.more,
    });
    await store.stockEvent.bulkCreate(this.happened(id, plan));
    await this.openings(id, plan);
    return id;
  }

  private happened(lotId: string, plan: LotPlan): StockEventRow[] {
    const cold = this.places.get('Cold store')!;
    const cache = this.places.get('Cache at the rows')!;
    const events: StockEventRow[] = [];
    const enter = (
      daysAgo: number,
      hour: number,
      kind: StockEventKind,
      count: number,
      more: Partial<StockEventRow> = {},
    ) =>
      count > 0 &&
      events.push({ ...this.around.event(daysAgo, hour), lotId, kind, count, ...BARE, ...more });
    enter(plan.daysAgo, 8, 'receive', plan.received, {
      placeId: cold,
      note: 'counted at the gate',
    });
    enter(plan.daysAgo, 10, 'cull', plan.cull, {
      placeId: cold,
      note: 'broken leaders, stripped bark',
    });
    for (const [daysAgo, byPlanter] of plan.days ?? []) {
      const perPlanter = [...byPlanter].map(([planter, counts]) => ({
        planterId: this.around.planters[planter].id,
        count: counts[plan.species],
        spare: counts[plan.species] ? Math.floor(this.random() * 5) : 0,
      }));
      const out = perPlanter.reduce((sum, { count, spare }) => sum + count + spare, 0);
      enter(daysAgo, 5, 'move', out, { placeId: cold, toId: cache });
      for (const { planterId, count, spare } of perPlanter) {
        enter(daysAgo, 5.5, 'issue', count + spare, { placeId: cache, planterId });
        if (daysAgo === 0) continue;
        // Yesterday's reckoning is still to do, and somebody forgot to bring some back.
        const open = plan.openDays?.includes(daysAgo);
        const back = open && spare > 3 ? 0 : spare;
        enter(daysAgo, 15.5, 'return', back, { placeId: cold, planterId });
        if (!open) enter(daysAgo, 16, 'plant', count, { planterId, note: 'from the tallies' });
      }
    }
    const left = events.reduce(
      (sum, { kind, count }) =>
        sum + (kind === 'receive' ? count : kind === 'cull' || kind === 'plant' ? -count : 0),
      0,
    );
    if (plan.cleared)
      enter(plan.cleared, 15, 'cull', left, { placeId: cold, note: 'left over, thrown away' });
    return events;
  }

  /** Boxes that stood open on the days the lot was planted. */
  private async openings(lotId: string, { opened = [], days }: LotPlan) {
    const { store, event } = this.around;
    const first = days ? Math.max(...days.keys()) - 1 : 1;
    const air = { temperature: 9, humidity: 0.72, wind: 2.4 };
    for (const [i, length] of opened.entries()) {
      const open = event(Math.max(1, first - i), 8 + i * 0.3);
      const at = new Date(open.at.getTime() + length * MINUTE);
      const common = { ...open, lotId, label: `Box ${(i % 2) + 1}`, ...air };
      await store.rootEvent.create({ ...common, kind: 'open', closes: null });
      await store.rootEvent.create({
        ...common,
        id: this.id(at.getTime()),
        at,
        recordedAt: at,
        kind: 'close',
        closes: open.id,
      });
    }
  }

  /** A box that stands open now, with about nine minutes of the air of the moment gone. */
  async openNow(lotId: string, label: string) {
    const air = { temperature: 5.2, humidity: 0.71, wind: 3.4 };
    const at = new Date(this.around.now - (9 * MINUTE * 1.4) / dryingRate(air));
    const open = { ...this.around.event(0, 0), id: this.id(at.getTime()), at, recordedAt: at };
    await this.around.store.rootEvent.create({
      ...open,
      lotId,
      label,
      kind: 'open',
      closes: null,
      ...air,
    });
  }

  /** Something that happened to a whole lot or a part of it. */
  async enter(
    lotId: string,
    kind: StockEventKind,
    count: number,
    when: { daysAgo: number; hour: number } | { minutesAgo: number },
    place?: string,
    to?: string,
  ) {
    const { store, event, now } = this.around;
    const base = 'daysAgo' in when ? event(when.daysAgo, when.hour) : event(0, 0);
    if ('minutesAgo' in when) {
      const at = new Date(now - when.minutesAgo * MINUTE);
      Object.assign(base, { id: this.id(at.getTime()), at, recordedAt: at });
    }
    await store.stockEvent.create({
      ...base,
      lotId,
      kind,
      count,
      ...BARE,
      placeId: place ? this.places.get(place)! : null,
      toId: to ? this.places.get(to)! : null,
    });
  }

  /** A sample measured at the gate; roots in centimetres, mean and deviation. */
  async inspect(
    lotId: string,
    lotSize: number,
    daysAgo: number,
    roots: { length: [number, number]; spread: [number, number] },
    faults: Partial<Record<GateFault, number>>,
    dried = false,
  ) {
    const plan = smallestPlan(lotSize, { good: 0.02, bad: 0.1, alpha: 0.05, beta: 0.1 });
    const round = (value: number, to: number) => Math.round(value / to) * to;
    const trees = Array.from({ length: plan.n }, (_, i): GateTree => {
      const height = Math.max(0.14, normalDeviate(this.random, 0.42, 0.09));
      const collar = Math.max(0.003, height * 0.0125 + normalDeviate(this.random, 0, 0.0006));
      const tree: GateTree = {
        height: round(height, 0.01),
        collar: round(collar, 0.0001),
        rootLength: Math.max(0.1, round(normalDeviate(this.random, ...roots.length) / 100, 0.01)),
        rootSpread: Math.max(0.03, round(normalDeviate(this.random, ...roots.spread) / 100, 0.01)),
        faults: [],
      };
      if (dried && i % 8 === 0) {
        const shoot = 0.0042 + 0.02 * Math.max(0, height - 0.3) + this.random() * 0.001;
        Object.assign(tree, {
          shootMass: round(shoot, 0.0001),
          rootMass: round(shoot * (0.4 + 0.25 * this.random()), 0.0001),
        });
      }
      return tree;
    });
    for (const [fault, count] of Object.entries(faults))
      for (let k = 0; k < count; k++)
        trees[(7 + 13 * k + fault.length * 5) % trees.length].faults.push(fault as GateFault);
    await this.around.store.inspection.create({
      ...this.around.event(daysAgo, 9, 'checker'),
      lotId,
      lotSize,
      plan,
      trees,
      note: '',
    });
  }

  /** What was seen at the boxes: which habits were broken, all other ones kept. */
  async audit(
    blockId: string,
    daysAgo: number,
    hour: number,
    who: { lotId?: string; planter?: number },
    broken: readonly string[],
  ) {
    const seen: Record<string, Seen> = Object.fromEntries(
      HABITS.filter(({ stock }) => stock !== 'container').map(({ key }) => [
        key,
        broken.includes(key) ? 'broken' : 'kept',
      ]),
    );
    await this.around.store.handlingAudit.create({
      ...this.around.event(daysAgo, hour, 'checker'),
      blockId,
      lotId: who.lotId ?? null,
      planterId: who.planter === undefined ? null : this.around.planters[who.planter].id,
      seen,
      note: '',
    });
  }
}

export interface OrderPlan extends Pick<StockOrderRow, 'nursery' | 'age' | 'count' | 'state'> {
  key: string;
  letter: Letter;
  instead?: Letter;
  inDays?: number;
  pack: number;
  confirmed?: number;
  provenance?: string;
  note?: string;
}

const BARE = {
  planterId: null,
  placeId: null,
  toId: null,
  corrects: null,
  closes: null,
  note: '',
  flag: null,
};
