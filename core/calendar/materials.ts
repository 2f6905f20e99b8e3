import { keysOf, type OwnTask } from './own-tasks';
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

interface Item {
  key: string;
  label: string;
  unit: string;
  /** Units in all, and how that is worked out; 0 leaves the line out. */
  needed: (ground: MaterialGround) => number;
  how: string;
  /** Task by which it must be there, and days it takes to come. */
  task: string;
  lead: number;
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

/** What a planting uses. Amounts a tree are common practice or from memory, see docs/trade.md. */
export const MATERIALS: readonly Item[] = [
  item(
    'trees',
    'trees',
    'tree',
    ({ toOrder }) => toOrder,
    'positions with reserve and culls, in whole packs',
    'receive',
    0,
  ),
  item('guards', 'guards', 'piece', ofMethod('guards'), 'one a tree', 'plant', 21),
  item('canes', 'canes', 'piece', ofMethod('canes'), 'one a guard', 'plant', 21),
  item('shelters', 'shelters', 'piece', ofMethod('shelters'), 'one a tree', 'plant', 21),
  item('cages', 'cages', 'piece', ofMethod('cages'), 'one a tree', 'plant', 30),
  item(
    'fence',
    'fence',
    'm',
    ({ perimeter, perTree }) => (perTree.fence ? perimeter : 0),
    'round the whole block',
    'fence',
    30,
  ),
  item('stakes', 'stakes', 'piece', ofMethod('stakes'), 'as the method asks', 'plant', 21),
  item('ties', 'ties', 'piece', ofMethod('ties'), 'one a stake', 'plant', 21),
  item(
    'flags',
    'flags',
    'piece',
    ({ rows }) => rows * 2,
    'one at each end of a row',
    'set-out',
    14,
  ),
  item(
    'mulch',
    'mulch',
    'm³',
    ofMethod('mulch'),
    'trees × ring of {0.5 m}, {12 cm} high',
    'mulch',
    14,
  ),
  item(
    'compost',
    'compost',
    'm³',
    ofMethod('compost'),
    '{5 L} a tree, or half a hole of {40 L}',
    'plant',
    14,
  ),
  item('manure', 'manure, well rotted', 'm³', ofMethod('manure'), '{5 L} a tree', 'manure', 14),
  item('gel', 'hydrogel', 'kg', ofMethod('gel'), '{5 g} a tree', 'plant', 21),
  item('boxes', 'reservoir boxes', 'piece', ofMethod('boxes'), 'one a tree', 'plant', 45),
  item(
    'water',
    'water',
    'm³',
    ofMethod('water'),
    'at planting, into boxes, and {19 L} a tree and turn in the first summer, as the method asks',
    'plant',
    1,
  ),
  item(
    'herbicide',
    'spray product',
    'L',
    (g) => g.herbicide,
    'from the spray plan, for every spraying of the calendar',
    'kill-1',
    21,
  ),
  item('granules', 'granules', 'kg', (g) => g.granules, 'from the spray plan', 'granules', 21),
  item('cover', 'ground cover seed', 'kg', ofWorks('cover'), '{20 kg/ha}', 'sow-cover', 30),
  item('pipe', 'drain pipe', 'm', ofWorks('pipe'), 'as long as the drains', 'drains', 30),
  item('wetting', 'wetting agent', 'L', ofWorks('wetting'), '{5 mL} a spot', 'wetting-agent', 21),
  item('inoculant', 'inoculant', 'kg', ofWorks('inoculant'), '{5 g} a tree', 'plant', 21),
  item(
    'draining',
    'laying drains',
    'h',
    ofWorks('draining'),
    'length ÷ {20 m} an hour',
    'drains',
    0,
  ),
  item(
    'loosening',
    'loosening spots',
    'h',
    ofWorks('loosening'),
    'spots × 90 s',
    'loosen-spots',
    0,
  ),
  item(
    'terracing',
    'cutting terraces',
    'h',
    ofWorks('terracing'),
    'earth ÷ earth an hour',
    'terraces',
    0,
  ),
  item('pits', 'digging pits', 'h', ofWorks('pits'), 'earth ÷ earth an hour', 'dig-pits', 0),
  item(
    'ripping',
    'ripping',
    'h',
    ({ rippingHours }) => rippingHours,
    'from the ripping plan',
    'rip',
    30,
  ),
  item(
    'planting',
    'planting',
    'day',
    ({ trees, rate }) => trees / rate,
    'trees ÷ trees a planter sets in a day',
    'plant',
    0,
  ),
  item(
    'behind',
    'firming behind the machine',
    'day',
    ({ trees, rate, behind }) => (trees / rate) * behind,
    'as many days as the machine plants, for each who walks behind',
    'plant',
    0,
  ),
];

function item(
  key: string,
  label: string,
  unit: string,
  needed: Item['needed'],
  how: string,
  task: string,
  lead: number,
): Item {
  return { key, label, unit, needed, how, task, lead };
}

export interface MaterialLine {
  key: string;
  label: string;
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
  unpriced: string[];
}

/** Work is bought by the hour, not by the pack. */
const IS_WORK = new Set([
  ...['ripping', 'planting', 'behind'],
  ...['draining', 'loosening', 'terracing', 'pits'],
]);

/**
 * Everything a block needs, what of it to buy by when, and what it costs.
 * @param terms by line
 * @param finish day by which each task of the calendar is to be finished
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
    const own = { ...NO_TERMS, ...terms[entry.key] };
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
        formula: inGround > asked ? `${entry.how}; more than that was used` : entry.how,
        steps: [
          { label: 'trees', value: ground.trees, kind: 'count' as const },
          ...(inGround > asked
            ? [{ label: 'used', value: inGround, kind: 'number' as const }]
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
  const total = (key: 'cost' | 'own', formula: string): Figure => ({
    value: lines.reduce((sum, line) => sum + (line[key] ?? 0), 0),
    kind: 'number',
    formula,
    steps: lines
      .filter((line) => line[key])
      .map((line) => ({ label: line.label, value: line[key]!, kind: 'number' as const })),
  });
  return {
    lines,
    cost: total('cost', 'whole packs of what was not on hand × price, and work by the hour or day'),
    own: total('own', 'cost less what others pay'),
    unpriced: lines.filter(({ cost }) => cost === null).map(({ label }) => label),
  };
}

/** A task of the leader's own as a line: so many times at its cost. Nothing is bought for it. */
function ownLine(task: OwnTask, trees: number): Bill['lines'][number] {
  const times = keysOf(task).length;
  const cost = times * task.cost!;
  return {
    key: task.key,
    label: task.label,
    unit: 'time',
    perTree: trees ? times / trees : 0,
    needed: {
      value: times,
      kind: 'number',
      formula: 'times it is done',
      steps: [{ label: 'times', value: times, kind: 'count' }],
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
      formula: 'a fence up to this length is cheaper: trees × price of a guard ÷ price of a metre',
      steps: [
        { label: 'trees', value: trees, kind: 'count' },
        { label: 'guard and cane', value: guard, kind: 'number' },
        { label: 'a metre of fence', value: fence, kind: 'number' },
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
      formula: 'cost ÷ trees',
      steps: [
        { label: 'cost', value: cost, kind: 'number' },
        { label: 'trees', value: planted, kind: 'count' },
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
