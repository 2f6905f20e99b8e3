import {
  lengthOf,
  liquidOf,
  massDoseOf,
  massOf,
  say,
  smallOf,
  type Message,
  type NamesUnder,
} from '../say/message';
import { keysOf, type OwnTask } from './own-tasks';
import { isDropped, type ScheduledTask } from './schedule';
import { SPRAYER } from './tasks';
import type { MethodItem } from '../method/schools';
import type { WorkItem } from './works';
import { addTo, type Day } from '../measure/dates';
import type { Figure } from '../measure/working';

/** What a block asks materials for. */
export interface MaterialGround {
  trees: number;
  /** Trees to order: positions with reserve and culls, in whole packs. */
  toOrder: number;
  /** Rows, for flags at their ends. */
  rows: number;
  /** Round the whole block, metres. */
  perimeter: number;
  /** Units of the bill's lines that the method takes a tree. */
  perTree: Partial<Record<MethodItem, number>>;
  /** Litres of sprayed product for all sprayings of the year, from the spray plan and the calendar. */
  herbicide: number;
  /** Kilograms of granules. */
  granules: number;
  /** Units that works on the ground take. */
  works: Partial<Record<WorkItem, number>>;
  /** Hours of ripping, from its own page. */
  rippingHours: number;
  /** Trees a planter sets in a day. */
  rate: number;
  /** What refills of dead places take: trees on order, and places to set them in. */
  refill?: { trees: number; places: number };
  /** Hands that each seat of the machine keeps busy behind it; they are paid as planters are. */
  behind: number;
}

/** What the leader enters about one line. */
export interface MaterialTerms {
  /** Of one unit; null until it is known. */
  price: number | null;
  /** Units sold together. */
  pack: number;
  onHand: number;
  /** Part of the cost that somebody else pays, 0 to 1. */
  costShare: number;
}

export const NO_TERMS: MaterialTerms = { price: null, pack: 1, onHand: 0, costShare: 0 };

/** Lines of the bill: what has a name in the catalogue. */
type ItemKey = NamesUnder<'item.'>;

interface Item {
  key: string;
  label: Message;
  unit: string;
  /** Units in all, and how that is worked out; 0 leaves the line out. */
  needed: (ground: MaterialGround) => number;
  how: Message;
  /** Task by which it must be there, and days it takes to come. */
  task: string;
  lead: number;
  /** The line whose price it has until it has its own. */
  like?: string;
}

/** A line of which the method says how much a tree takes. */
const ofMethod =
  (key: MethodItem) =>
  ({ trees, perTree }: MaterialGround) =>
    trees * (perTree[key] ?? 0);

/** A line that works on the ground bring in. */
const ofWorks =
  (key: WorkItem) =>
  ({ works }: MaterialGround) =>
    works[key] ?? 0;

/** Key under which `bill` looks for the day of the first spraying that is still to come, whichever it is. */
export const NEXT_SPRAYING = 'next spraying';

/** What a planting uses. Amounts a tree are common practice or from memory, see docs/trade.md. */
export const MATERIALS: readonly Item[] = [
  item('trees', 'tree', ({ toOrder }) => toOrder, 'receive', 0),
  item('guards', 'piece', ofMethod('guards'), 'plant', 21),
  item('canes', 'piece', ofMethod('canes'), 'plant', 21),
  item('shelters', 'piece', ofMethod('shelters'), 'plant', 21),
  item('cages', 'piece', ofMethod('cages'), 'plant', 30),
  item('fence', 'm', ({ perimeter, perTree }) => (perTree.fence ? perimeter : 0), 'fence', 30),
  item('stakes', 'piece', ofMethod('stakes'), 'plant', 21),
  item('ties', 'piece', ofMethod('ties'), 'plant', 21),
  item('flags', 'piece', ({ rows }) => rows * 2, 'set-out', 14),
  item(
    'mulch',
    'm³',
    ofMethod('mulch'),
    'mulch',
    14,
    say('how.mulch', { ring: lengthOf(0.5), high: smallOf(0.12) }),
  ),
  item(
    'compost',
    'm³',
    ofMethod('compost'),
    'plant',
    14,
    say('how.compost', { each: liquidOf(0.005), hole: liquidOf(0.04) }),
  ),
  item(
    'manure',
    'm³',
    ofMethod('manure'),
    'manure',
    14,
    say('how.manure', { each: liquidOf(0.005) }),
  ),
  item('gel', 'kg', ofMethod('gel'), 'plant', 21, say('how.gel', { each: massOf(0.005) })),
  item('boxes', 'piece', ofMethod('boxes'), 'plant', 45),
  item('water', 'm³', ofMethod('water'), 'plant', 1, say('how.water', { each: liquidOf(0.019) })),
  item('herbicide', 'L', (g) => g.herbicide, NEXT_SPRAYING, 21),
  item('granules', 'kg', (g) => g.granules, 'granules', 21),
  item(
    'cover',
    'kg',
    ofWorks('cover'),
    'sow-cover',
    30,
    say('how.cover', { dose: massDoseOf(20) }),
  ),
  item('pipe', 'm', ofWorks('pipe'), 'drains', 30),
  item(
    'wetting',
    'L',
    ofWorks('wetting'),
    'wetting-agent',
    21,
    say('how.wetting', { each: liquidOf(5e-6) }),
  ),
  item(
    'inoculant',
    'kg',
    ofWorks('inoculant'),
    'plant',
    21,
    say('how.inoculant', { each: massOf(0.005) }),
  ),
  item(
    'draining',
    'h',
    ofWorks('draining'),
    'drains',
    0,
    say('how.draining', { each: lengthOf(20) }),
  ),
  item('loosening', 'h', ofWorks('loosening'), 'loosen-spots', 0),
  item('terracing', 'h', ofWorks('terracing'), 'terraces', 0),
  item('pits', 'h', ofWorks('pits'), 'dig-pits', 0),
  item('ripping', 'h', ({ rippingHours }) => rippingHours, 'rip', 30),
  item('planting', 'day', ({ trees, rate }) => trees / rate, 'plant', 0),
  item('behind', 'day', ({ trees, rate, behind }) => (trees / rate) * behind, 'plant', 0),
  {
    ...item('refillTrees', 'tree', ({ refill }) => refill?.trees ?? 0, 'refill', 0),
    like: 'trees',
  },
  {
    ...item('refilling', 'day', ({ refill, rate }) => (refill?.places ?? 0) / rate, 'refill', 0),
    like: 'planting',
  },
];

function item(
  key: ItemKey,
  unit: string,
  needed: Item['needed'],
  task: string,
  lead: number,
  how: Message = { key: `how.${key}`, figures: {} },
): Item {
  return { key, label: { key: `item.${key}`, figures: {} }, unit, needed, how, task, lead };
}

export interface MaterialLine {
  key: string;
  label: Message;
  unit: string;
  perTree: number;
  needed: Figure;
  terms: MaterialTerms;
  /** Units that somebody has already been asked for, or that are used up: paid for, not to be bought again. */
  arranged: number;
  /** Units that are in the ground already, as rows were entered. */
  used: number;
  /** Units to buy, whole packs, and when they must be ordered. */
  buy: number;
  packs: number;
  buyBy: Day | null;
  /** Of what is needed, in the leader's money; null without a price. */
  cost: number | null;
  /** What is left of it after cost share. */
  own: number | null;
}

export interface Bill {
  lines: MaterialLine[];
  cost: Figure;
  own: Figure;
  /** Lines that count as nothing until they have a price. */
  unpriced: Message[];
}

/** Days by which tasks are to be finished, as `bill` asks for them. */
export function finishOfTasks(tasks: readonly ScheduledTask[]): Map<string, Day> {
  const finish = new Map(tasks.map((task) => [task.key, task.finish]));
  const next = tasks
    .filter((task) => task.resource === SPRAYER && task.state !== 'done' && !isDropped(task))
    .map((task) => task.finish)
    .sort()
    .at(0);
  return next ? finish.set(NEXT_SPRAYING, next) : finish;
}

/** Work is bought by the hour, not by the pack. */
const IS_WORK = new Set([
  ...['ripping', 'planting', 'behind', 'refilling'],
  ...['draining', 'loosening', 'terracing', 'pits'],
]);

/**
 * Everything a block needs, what of it to buy by when, and what it costs.
 * @param terms by line
 * @param finish day by which each task of the calendar is to be finished, see `finishOfTasks`
 * @param arranged units by line that are asked for, received or planted, and so part of the cost only
 * @param used units by line that went into the ground; what was used beyond the need was needed
 */
export function bill(
  ground: MaterialGround,
  terms: Readonly<Record<string, MaterialTerms>>,
  finish: ReadonlyMap<string, Day>,
  arranged: ReadonlyMap<string, number> = new Map(),
  own: readonly OwnTask[] = [],
  used: ReadonlyMap<string, number> = new Map(),
): Bill {
  const lines = MATERIALS.map((entry): MaterialLine => {
    const inGround = used.get(entry.key) ?? 0;
    const asked = Math.max(0, entry.needed(ground));
    const units = Math.max(asked, inGround);
    const price = entry.like && terms[entry.like]?.price;
    const own = { ...NO_TERMS, ...(terms[entry.key] ?? (price ? { price } : {})) };
    const missing = Math.max(0, units - own.onHand);
    const settled = Math.min(missing, Math.max(arranged.get(entry.key) ?? 0, inGround));
    const inPacks = (amount: number) => Math.max(0, Math.ceil(amount / own.pack - 1e-9));
    const packs = IS_WORK.has(entry.key) ? 0 : inPacks(missing - settled);
    const day = finish.get(entry.task);
    // Whole packs are paid for, what is on hand was paid already.
    const paid = IS_WORK.has(entry.key) ? units : inPacks(missing) * own.pack;
    const cost = own.price === null ? null : paid * own.price;
    return {
      key: entry.key,
      label: entry.label,
      unit: entry.unit,
      perTree: ground.trees ? units / ground.trees : 0,
      needed: {
        value: units,
        kind: 'number' as const,
        formula: inGround > asked ? say('how.moreUsed', { how: entry.how }) : entry.how,
        steps: [
          { label: say('step.trees'), value: ground.trees, kind: 'count' as const },
          ...(inGround > asked
            ? [{ label: say('step.used'), value: inGround, kind: 'number' as const }]
            : []),
        ],
      },
      terms: own,
      arranged: settled,
      used: inGround,
      buy: packs * own.pack,
      packs,
      buyBy: day && packs ? addTo(day, { days: -entry.lead }) : null,
      cost,
      own: cost === null ? null : cost * (1 - own.costShare),
    };
  })
    .filter(({ needed }) => needed.value > 0)
    .concat(
      own.filter(({ cost }) => cost !== undefined).map((task) => ownLine(task, ground.trees)),
    );
  const total = (key: 'cost' | 'own', formula: Message): Figure => ({
    value: lines.reduce((sum, line) => sum + (line[key] ?? 0), 0),
    kind: 'number',
    formula,
    steps: lines
      .filter((line) => line[key])
      .map((line) => ({ label: line.label, value: line[key]!, kind: 'number' as const })),
  });
  return {
    lines,
    cost: total('cost', say('formula.bill')),
    own: total('own', say('formula.ownShare')),
    unpriced: lines.filter(({ cost }) => cost === null).map(({ label }) => label),
  };
}

/** A task of the leader's own as a line: so many times at its cost. Nothing is bought for it. */
function ownLine(task: OwnTask, trees: number): Bill['lines'][number] {
  const times = keysOf(task).length;
  const cost = times * task.cost!;
  return {
    key: task.key,
    label: say('own.task', { label: task.label }),
    unit: 'time',
    perTree: trees ? times / trees : 0,
    needed: {
      value: times,
      kind: 'number',
      formula: say('formula.timesDone'),
      steps: [{ label: say('step.times'), value: times, kind: 'count' }],
    },
    terms: { ...NO_TERMS, price: task.cost! },
    arranged: 0,
    used: 0,
    buy: 0,
    packs: 0,
    buyBy: null,
    cost,
    own: cost,
  };
}

/**
 * Guards on every tree against a fence round the whole block.
 * @param guard price of guard and cane together; fence price of a metre
 * @returns null until both prices are known
 */
export function guardsAgainstFence(
  guard: number | null,
  fence: number | null,
  trees: number,
  perimeter: number,
): { guards: number; fence: number; cheaper: 'guards' | 'fence'; breakEven: Figure } | null {
  if (guard === null || fence === null || !(fence > 0)) return null;
  const costs = { guards: guard * trees, fence: fence * perimeter };
  return {
    ...costs,
    cheaper: costs.guards <= costs.fence ? 'guards' : 'fence',
    breakEven: {
      value: costs.guards / fence,
      kind: 'distance',
      formula: say('formula.fencePays'),
      steps: [
        { label: say('step.trees'), value: trees, kind: 'count' },
        { label: say('step.guardAndCane'), value: guard, kind: 'money' },
        { label: say('step.fence'), value: fence, kind: 'priceALength' },
      ],
    },
  };
}

/** Cost of a planted tree, and of a living one where rows were counted. */
export function costATree(
  cost: number,
  planted: number,
  survival?: { estimate: number; low: number; high: number },
): { planted: Figure; living?: { value: number; low: number; high: number } } | null {
  if (!(planted > 0)) return null;
  const each = cost / planted;
  return {
    planted: {
      value: each,
      kind: 'number',
      formula: say('formula.costATree'),
      steps: [
        { label: say('step.cost'), value: cost, kind: 'number' },
        { label: say('step.trees'), value: planted, kind: 'count' },
      ],
    },
    living:
      survival && survival.estimate > 0
        ? {
            value: each / survival.estimate,
            low: each / survival.high,
            high: survival.low > 0 ? each / survival.low : Infinity,
          }
        : undefined,
  };
}
