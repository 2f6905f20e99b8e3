import type { Zone } from '../ground/zones';
import { seededRandom } from '../measure/random';
import { told } from '../say/told';
import {
  answers,
  billPerTree,
  plantingWater,
  methodOf,
  methodTasks,
  sprays,
  type Chosen,
  type Method,
  matters,
  type BriefLine,
} from './method';
import type { PlantingWater } from './school';
import type { Conditions, MethodItem, Question } from './schools';

/** Trees that are planted otherwise than the block: all of a kind of stock, in a zone, of a lot, in rows. */
export type Scope =
  | { by: 'stock'; stock: Conditions['stock'] }
  | { by: 'zone'; zone: string }
  | { by: 'lot'; lot: string }
  | ({ by: 'rows' } & Treatment);

/** Rows that are planted otherwise to see whether it matters. */
export interface Treatment {
  /** One letter, from B on: A is the block's own way. */
  letter: string;
  rows: number[];
  /** The version whose rows these are: the next one numbers its rows anew. */
  version: number;
  /** All rows of the comparison, those planted the block's own way among them. */
  among: [first: number, last: number];
}

/** Answers that hold for some trees in place of the block's own. */
export interface Difference {
  scope: Scope;
  method: Method;
}

/** How a block is planted: its own answers, its ground, and what differs. */
export interface BlockMethod {
  method: Method;
  conditions: Conditions;
  differences: readonly Difference[];
}

/** What is known of a tree, or of trees that are alike. */
export interface TreeKind {
  stock?: Conditions['stock'];
  zone?: string;
  lot?: string;
  row?: number;
}

export interface TreeGroup {
  tree: TreeKind;
  /** How many; shares of a lot need not be whole. */
  trees: number;
}

/** The later holds against the earlier: what is said of fewer trees stands. */
const RANK: readonly Scope['by'][] = ['stock', 'zone', 'lot', 'rows'];

/**
 * Questions whose answer for bare roots says nothing of balls, nor the other way round: trees of the
 * other stock follow their own default here, until a difference is chosen for them.
 */
export const OF_STOCK: ReadonlySet<Question> = new Set<Question>([
  ...(['depth', 'hole', 'place', 'bottom', 'firming'] as const),
  ...(['trimming', 'containerRoots', 'soak'] as const),
]);

/** One name for each scope: no block has two differences of the same. */
export function scopeKey(scope: Scope): string {
  switch (scope.by) {
    case 'stock':
      return `stock ${scope.stock}`;
    case 'zone':
      return `zone ${scope.zone}`;
    case 'lot':
      return `lot ${scope.lot}`;
    case 'rows':
      return `rows ${scope.letter}`;
  }
}

export function appliesTo(scope: Scope, tree: TreeKind): boolean {
  switch (scope.by) {
    case 'stock':
      return scope.stock === tree.stock;
    case 'zone':
      return scope.zone === tree.zone;
    case 'lot':
      return scope.lot === tree.lot;
    case 'rows':
      return tree.row !== undefined && scope.rows.includes(tree.row);
  }
}

/**
 * How a tree is planted: the block's answers, over them what differs for its stock, its zone, its lot and
 * its row, in this order, and a reasoned default of its own stock where nobody chose.
 */
export function methodFor(block: BlockMethod, tree: TreeKind): Chosen[] {
  const stock = tree.stock ?? block.conditions.stock;
  const own = stock === block.conditions.stock;
  const choices: Method = {};
  for (const [question, key] of Object.entries(block.method) as [Question, string][])
    if (own || !OF_STOCK.has(question)) choices[question] = key;
  for (const by of RANK)
    for (const { scope, method } of block.differences)
      if (scope.by === by && appliesTo(scope, { ...tree, stock })) Object.assign(choices, method);
  return methodOf(choices, { ...block.conditions, stock });
}

/** A tree as a scope describes it: enough to ask how it is planted. */
export function treeOf(scope: Scope, stockOfLot?: Conditions['stock']): TreeKind {
  switch (scope.by) {
    case 'stock':
      return { stock: scope.stock };
    case 'zone':
      return { zone: scope.zone };
    case 'lot':
      return { lot: scope.lot, stock: stockOfLot };
    case 'rows':
      return { row: scope.rows[0] };
  }
}

/** Answers that are other than the block's, or asked only there. */
export const differing = (block: readonly Chosen[], other: readonly Chosen[]): Chosen[] =>
  other.filter(
    ({ question, school }) =>
      block.find((chosen) => chosen.question === question)?.school.key !== school.key,
  );

/** What whoever plants these trees is told beyond the block's own brief. */
export function briefDifference(block: readonly Chosen[], other: readonly Chosen[]): BriefLine[] {
  const apart = new Set(differing(block, other));
  return other
    .filter(
      (chosen) =>
        matters(other, chosen.question) &&
        // What says nothing of the block's own trees was not told before.
        (apart.has(chosen) || (!matters(block, chosen.question) && chosen.school.told)),
    )
    .map(({ question, school }) => ({ question, school: school.key }));
}

/** Tasks that any of these trees brings into the calendar. */
export const tasksOfAll = (block: BlockMethod, trees: readonly TreeKind[]): Set<string> =>
  new Set(trees.flatMap((tree) => [...methodTasks(methodFor(block, tree))]));

export interface MethodSum {
  /** Units of the bill's lines that one tree takes, over all trees. */
  perTree: Partial<Record<MethodItem, number>>;
  /** Share of the trees whose spots are sprayed, 0 to 1. */
  sprayed: number;
  /** Share that gets granules, 0 to 1. */
  granules: number;
  /** Share of the trees whose rows are ripped, 0 to 1. */
  ripped: number;
  /** Litres a tree on planting day, and the share of the trees that get as much; those without any are left out. */
  water: { each: PlantingWater; share: number }[];
}

/**
 * What the method brings in for all trees of a block.
 * @param groups the trees by what they are; without any, the block's own way for all
 */
export function methodSum(block: BlockMethod, groups: readonly TreeGroup[]): MethodSum {
  const all = groups.filter(({ trees }) => trees > 0);
  if (!all.length) all.push({ tree: {}, trees: 1 });
  const total = all.reduce((sum, { trees }) => sum + trees, 0);
  const sum: MethodSum = {
    ...{ perTree: {}, sprayed: 0, granules: 0, ripped: 0 },
    water: [],
  };
  for (const { tree, trees } of all) {
    const method = methodFor(block, tree);
    for (const [item, units] of Object.entries(billPerTree(method)) as [MethodItem, number][])
      sum.perTree[item] = (sum.perTree[item] ?? 0) + (units * trees) / total;
    const each = plantingWater(method);
    const alike = sum.water.find((one) => sameWater(one.each, each));
    if (alike) alike.share += trees / total;
    else if (each.before + each.at + each.again > 0) sum.water.push({ each, share: trees / total });
    if (sprays(method)) sum.sprayed += trees / total;
    if (answers(method, 'keep', 'granules')) sum.granules += trees / total;
    if (!answers(method, 'rip', 'none')) sum.ripped += trees / total;
  }
  return sum;
}

const sameWater = (one: PlantingWater, other: PlantingWater): boolean =>
  one.before === other.before && one.at === other.at && one.again === other.again;

/** Differences that still name something there is; what has gone holds for nobody. */
export function standing(
  differences: readonly Difference[],
  there: { zones: ReadonlySet<string>; lots: ReadonlySet<string>; version?: number },
): Difference[] {
  return differences.filter(({ scope }) => {
    switch (scope.by) {
      case 'stock':
        return true;
      case 'zone':
        return there.zones.has(scope.zone);
      case 'lot':
        return there.lots.has(scope.lot);
      case 'rows':
        return scope.version === there.version;
    }
  });
}

/**
 * Rows shared out among treatments as a randomised complete block design (Fisher 1935, "The design of
 * experiments"): plots of neighbouring rows, one of each treatment to a block, in an order drawn anew for
 * every block, so that a slope or a wet side falls on all alike. Rows left over are planted the block's way.
 * @param rows numbers of the rows of the comparison, in their order
 * @param letters the treatments, the block's own way 'A' among them
 * @param plot neighbouring rows that are planted alike
 * @returns rows of each letter; the same seed gives the same
 * @throws Told when there are not rows enough for two of each
 */
export function layTreatments(
  rows: readonly number[],
  letters: readonly string[],
  plot: number,
  seed: number,
): { rows: Map<string, number[]>; replicates: number } {
  if (letters.length < 2) throw told('method.oneTreatment');
  if (!(Number.isInteger(plot) && plot >= 1)) throw told('method.treatmentPlot', { plot });
  const perBlock = letters.length * plot;
  const replicates = Math.floor(rows.length / perBlock);
  if (replicates < 2)
    throw told('method.treatmentRoom', { rows: rows.length, needed: 2 * perBlock });
  const random = seededRandom(seed);
  const laid = new Map(letters.map((letter) => [letter, [] as number[]]));
  for (let block = 0; block < replicates; block++) {
    const order = [...letters];
    for (let i = order.length - 1; i > 0; i--) {
      const j = Math.floor(random() * (i + 1));
      [order[i], order[j]] = [order[j], order[i]];
    }
    order.forEach((letter, i) => {
      const from = block * perBlock + i * plot;
      laid.get(letter)!.push(...rows.slice(from, from + plot));
    });
  }
  return { rows: laid, replicates };
}

/** The treatment of a row: a letter, 'A' for the block's own way; undefined outside of every comparison. */
export function treatmentOf(differences: readonly Difference[], row: number): string | undefined {
  let among = false;
  for (const { scope } of differences) {
    if (scope.by !== 'rows') continue;
    if (scope.rows.includes(row)) return scope.letter;
    if (row >= scope.among[0] && row <= scope.among[1]) among = true;
  }
  return among ? 'A' : undefined;
}

/** A block's ground as it is in one of its zones. Peat is worked like the block's own soil. */
export function conditionsIn(
  conditions: Conditions,
  { damp, soil }: Pick<Zone, 'damp' | 'soil'>,
): Conditions {
  const moisture = { dry: 'dry', fresh: 'fresh', damp: 'fresh', wet: 'wet' } as const;
  const drowned = soil.drainage === 'winter-wet' || soil.drainage === 'standing water';
  return {
    ...conditions,
    texture: soil.texture === 'peat' ? conditions.texture : soil.texture,
    moisture: drowned ? 'wet' : moisture[damp],
    compacted: soil.compacted,
  };
}

/** What the ground of a zone asks for otherwise, where the leader has not chosen for the block. */
export function askedInZone(
  block: BlockMethod,
  zone: Pick<Zone, 'id' | 'damp' | 'soil'>,
): Chosen[] {
  const there = methodOf(block.method, conditionsIn(block.conditions, zone));
  return differing(methodFor(block, { zone: zone.id }), there).filter(
    ({ question }) => block.method[question] === undefined,
  );
}
