import { schoolWords } from '../../words/method';
import { methodSum, type MethodSum, type TreeKind } from '../../../../core/method/differences';
import type { ScheduledTask } from '../../../../core/calendar/schedule';
import { eachCount } from '../../../../core/method/groups';
import { handsBehind } from '../../../../core/method/method';
import {
  bill,
  finishOfTasks,
  type Bill,
  type MaterialGround,
} from '../../../../core/calendar/materials';
import { ripPlan, type RipPlan, type RipRow } from '../../../../core/calendar/ripping';
import { worksOf, workUnits, type Work, type WorkGround } from '../../../../core/calendar/works';
import { addTo } from '../../../../core/measure/dates';
import { litresOfYear, sprayPlan } from '../../../../core/calendar/spraying';
import { SPRAY_TERMS } from '../../../../core/calendar/terms';
import { perimeter } from '../../../../core/ground/polygon';
import { treesInRow } from '../../../../core/rows/stored';
import type { SurvivalEstimate } from '../../../../core/survival/estimate';
import type { Fact, Facts } from '../../server/facts';
import { waveSums } from '../../../../core/crew/waves';
import { materialsUsed } from '../../../../core/tending/used';
import { wavesFact } from '../crew/follow.server';
import { careFact } from '../tending/care.server';
import { wateredFact } from '../tending/thirst.server';
import { plantedOf, plantersFact, sharesFact, sownFact } from '../crew/facts.server';
import { ratesOf } from '../crew/rates.server';
import { blocksFact, plantableOf, zonesFact } from '../ground/facts.server';
import type { BlockRow } from '../ground/tables.server';
import { currentLayout, layoutsFact, rowsFact } from '../rows/facts.server';
import { cardsFact, lotsFact, ordersFact } from '../stock/facts.server';
import { toOrderOf } from '../stock/need.server';
import { countedOf, countsFact } from '../survival/facts.server';
import { refilledFact, refillPlansFact, refillsTakeOf } from '../survival/refills.server';
import { standingSprayings } from './sprayings';
import {
  allProductsFact,
  productsOf,
  sprayingsFact,
  sprayPlanOf,
  targetOf,
  type Sprayable,
} from './products.server';
import type { ProductRow } from './tables.server';
import { blockMethod, blockTrees, methodOfBlock, methodSumOf } from '../method/facts.server';
import { taskEventsFact } from './task-events.server';
import { tasksOf } from './tasks.server';

/** What the year's work on a block is counted from. */
export interface YearGround {
  trees: number;
  rows: RipRow[];
  /** Names of zones that stand wet. */
  wet: string[];
  /** Zones with their soil and the trees that stand in them. */
  zones: WorkGround['zones'];
  /** Plantable square metres, and metres round the block. */
  area: number;
  perimeter: number;
}

/** Metres of each row by zone: every peg stands for one step. */
export async function yearGround(facts: Facts, block: BlockRow): Promise<YearGround> {
  const [layout, ground, zones, trees] = await Promise.all([
    currentLayout(facts, block.id),
    plantableOf(facts, block),
    facts.of(zonesFact, block.id),
    blockTrees(facts, block),
  ]);
  const stored = layout ? (await facts.of(rowsFact, block.id)).filter(treesInRow) : [];
  const from = [layoutsFact, rowsFact, zonesFact];
  return facts.derive('year-ground', block.id, from, String(block.edition), () => {
    const metres = new Map(stored.map(({ number }) => [number, new Map<string, number>()]));
    const steps = new Map(stored.map(({ number, step }) => [number, step]));
    const inZone = zones.map(() => 0);
    eachCount(trees, (row, _species, at, count) => {
      if (zones[at]) inZone[at] += count;
      const own = metres.get(row)!;
      const zone = zones[at]?.name ?? '';
      own.set(zone, (own.get(zone) ?? 0) + count * steps.get(row)!);
    });
    return {
      trees: layout?.trees ?? 0,
      rows: [...metres].map(([number, byZone]) => ({ number, metres: byZone })),
      wet: zones.filter(({ damp }) => damp === 'wet').map(({ name }) => name),
      zones: zones.map(({ name, soil }, at) => ({ name, soil, trees: inZone[at] })),
      area: ground.plantable.value,
      perimeter: perimeter(ground.boundary),
    };
  });
}

export const totalMetres = (ground: YearGround): number =>
  ground.rows.reduce((sum, { metres }) => sum + [...metres.values()].reduce((a, b) => a + b, 0), 0);

/** What of the year's ground a sprayer treats. */
export const sprayableOf = (ground: YearGround): Sprayable => ({
  ...{ trees: ground.trees, area: ground.area },
  metres: totalMetres(ground),
});

/** Kilograms of the first product that is shaken dry. */
function granulesOf(
  block: BlockRow,
  ground: YearGround,
  products: readonly ProductRow[],
  share: number,
): number {
  const product = products.find(({ dose }) => dose.kind === 'granules');
  if (!product) return 0;
  const terms = { ...SPRAY_TERMS, ...block.calendarTerms.spray };
  return sprayPlan(product, targetOf(sprayableOf(ground), terms, share), terms.tank).product.value;
}

/** Works on the ground of a block, with what each takes. */
export const worksOfBlock = (block: BlockRow, ground: YearGround): Work[] =>
  worksOf({ ...ground, metres: totalMetres(ground) }, block.calendarTerms.works);

export const ripPlanOf = (block: BlockRow, ground: YearGround): RipPlan =>
  ripPlan(ground.rows, new Set(ground.wet), block.calendarTerms.ripping);

export interface YearBill {
  bill: Bill;
  currency: string;
  ground: YearGround;
  planted: number;
  estimate?: SurvivalEstimate;
  /** What the block's method does against browsing. */
  browse: string;
}

/** The bill of a block: everything from its method and layout. */
export async function billOf(facts: Facts, block: BlockRow): Promise<YearBill> {
  const from = [
    ...[
      blocksFact,
      layoutsFact,
      zonesFact,
      allProductsFact,
      sprayingsFact,
      taskEventsFact,
      ordersFact,
      lotsFact,
      cardsFact,
    ],
    ...[sownFact, sharesFact, plantersFact, countsFact],
    ...[careFact, wavesFact, wateredFact, refillPlansFact, refilledFact],
  ] as Fact<unknown>[];
  const on = `${facts.today} ${block.edition} ${block.methodEdition} ${block.termsEdition}`;
  return facts.derive('bill', block.id, from, on, () => makeBill(facts, block));
}

async function makeBill(facts: Facts, block: BlockRow): Promise<YearBill> {
  const [
    ground,
    sum,
    products,
    all,
    done,
    tasks,
    { mean },
    order,
    { planted },
    counted,
    care,
    waves,
    water,
    refill,
  ] = await Promise.all([
    yearGround(facts, block),
    methodSumOf(facts, block),
    productsOf(facts),
    facts.of(allProductsFact),
    facts.of(sprayingsFact, block.id),
    tasksOf(facts, block),
    ratesOf(facts, block.id),
    toOrderOf(facts, block),
    plantedOf(facts, block.id),
    countedOf(facts, block),
    facts.of(careFact, block.id),
    facts.of(wavesFact, block.id),
    facts.of(wateredFact, block.id),
    refillsTakeOf(facts, block.id),
  ]);
  const method = methodOfBlock(block);
  const about = { block, ground, products, tasks, toOrder: order.needed, rate: mean };
  const season = addTo(facts.today, { months: -14 });
  const used = standingSprayings(done)
    .filter(({ day }) => day >= season)
    .reduce((total, { productId, litres }) => {
      const { dose } = all.find(({ id }) => id === productId) ?? {};
      return dose && dose.kind !== 'granules' ? total + litres : total;
    }, 0);
  const { materials = {}, currency = '' } = block.calendarTerms;
  return {
    bill: bill(
      { ...groundOf(about, sum), refill },
      materials,
      finishOfTasks(tasks),
      // What the order page would still ask a nursery for is what is to be bought.
      // What is sprayed already is paid for and bought no more.
      new Map([
        ['trees', order.needed - order.toAsk],
        ['herbicide', used],
        ['refillTrees', refill.trees],
      ]),
      block.calendarTerms.own,
      new Map([
        ...materialsUsed({
          ...{ care, waves: waveSums(waves), perTree: sum.perTree },
          litres: water.reduce((total, { trees, litres }) => total + trees * litres, 0),
        }),
        ['refillTrees', refill.set],
      ]),
    ),
    currency,
    ground,
    planted,
    estimate: counted?.estimate,
    browse: schoolWords('browse', method.find(({ question }) => question === 'browse')!.school.key)
      .label,
  };
}

interface Billed {
  block: BlockRow;
  ground: YearGround;
  products: readonly ProductRow[];
  tasks: readonly ScheduledTask[];
  toOrder: number;
  rate: number;
}

/** What a bill is made from, for trees planted as a sum of the method says. */
function groundOf(
  { block, ground, products, tasks, toOrder, rate }: Billed,
  sum: MethodSum,
): MaterialGround {
  const spray = sum.sprayed
    ? sprayPlanOf(block, sprayableOf(ground), products, sum.sprayed)
    : undefined;
  return {
    ...{ toOrder, rate, trees: ground.trees, rows: ground.rows.length },
    ...{ perimeter: ground.perimeter, perTree: sum.perTree },
    herbicide: spray ? litresOfYear(spray.plan, tasks) : 0,
    granules: sum.granules ? granulesOf(block, ground, products, sum.granules) : 0,
    rippingHours: sum.ripped * ripPlanOf(block, ground).hours.value,
    works: workUnits(worksOfBlock(block, ground)),
    behind: handsBehind(methodOfBlock(block)),
  };
}

/**
 * What one planted tree costs where all are planted as some of the block are, by its prices and its plan: in the
 * order of the kinds asked for. What was used so far beyond the plan belongs to no kind and is left out.
 */
export async function costsATree(
  facts: Facts,
  block: BlockRow,
  kinds: readonly TreeKind[],
): Promise<number[]> {
  const [ground, of, products, tasks, { mean }, { needed }] = await Promise.all([
    yearGround(facts, block),
    blockMethod(facts, block),
    productsOf(facts),
    tasksOf(facts, block),
    ratesOf(facts, block.id),
    toOrderOf(facts, block),
  ]);
  if (!ground.trees) return kinds.map(() => 0);
  const about = { block, ground, products, tasks, toOrder: needed, rate: mean };
  const { materials = {}, own } = block.calendarTerms;
  return kinds.map((tree) => {
    const sum = methodSum(of, [{ tree, trees: ground.trees }]);
    const { cost } = bill(groundOf(about, sum), materials, new Map(), new Map(), own);
    return cost.value / ground.trees;
  });
}
