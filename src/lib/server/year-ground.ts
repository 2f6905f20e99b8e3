import { bill, type Bill, type Protection } from '../../../core/calendar/materials';
import { ripPlan, type RipPlan, type RipRow } from '../../../core/calendar/ripping';
import { sprayPlan, type SprayPlan, type Target } from '../../../core/calendar/spraying';
import { SPRAY_TERMS, type SprayTerms } from '../../../core/calendar/terms';
import { progress } from '../../../core/crew/progress';
import { contains, mapPoints, perimeter } from '../../../core/ground/polygon';
import { eachPosition } from '../../../core/rows/stored';
import { survival, type SurvivalEstimate } from '../../../core/survival/estimate';
import type { Store } from '../store';
import type { BlockRow } from '../store/ground';
import type { ProductRow } from '../store/calendar';
import type { SiteRow } from '../store/people';
import {
  countsOf,
  currentLayout,
  groundOf,
  methodOfBlock,
  planeOf,
  rowsOf,
  talliesOf,
  tasksOf,
  zonesOf,
} from './block';

/** What the year's work on a block is counted from. */
export interface YearGround {
  trees: number;
  rows: RipRow[];
  /** Names of zones that stand wet. */
  wet: string[];
  /** Plantable square metres, and metres round the block. */
  area: number;
  perimeter: number;
}

/** Metres of each row by zone: every peg stands for one step. */
export async function yearGround(store: Store, block: BlockRow): Promise<YearGround> {
  const [layout, ground, zones] = await Promise.all([
    currentLayout(store, block.id),
    groundOf(store, block),
    zonesOf(store, block.id),
  ]);
  const plane = planeOf(block);
  const laid = zones.map(({ name, damp, parts }) => ({
    name,
    damp,
    parts: mapPoints(parts, (point) => plane.toPlane(point)),
  }));
  const rows: RipRow[] = [];
  if (layout) {
    const stored = await rowsOf(store, layout.id);
    const metres = new Map(stored.map(({ number }) => [number, new Map<string, number>()]));
    const steps = new Map(stored.map(({ number, step }) => [number, step]));
    for (const { row, point } of eachPosition(layout.rhythm, stored)) {
      const zone = laid.find(({ parts }) => contains(parts, point))?.name ?? '';
      const own = metres.get(row)!;
      own.set(zone, (own.get(zone) ?? 0) + steps.get(row)!);
    }
    for (const [number, byZone] of metres) rows.push({ number, metres: byZone });
  }
  return {
    trees: layout?.trees ?? 0,
    rows,
    wet: zones.filter(({ damp }) => damp === 'wet').map(({ name }) => name),
    area: ground.plantable.value,
    perimeter: perimeter(ground.boundary),
  };
}

export const totalMetres = (ground: YearGround): number =>
  ground.rows.reduce((sum, { metres }) => sum + [...metres.values()].reduce((a, b) => a + b, 0), 0);

export async function productsOf(store: Store, siteId: string): Promise<ProductRow[]> {
  return store.product.findAll({
    where: { siteId, dropped: false },
    order: [['name', 'ASC']],
    raw: true,
  });
}

/** What is sprayed, from the leader's terms and the block's layout. */
export function targetOf(ground: YearGround, terms: Pick<SprayTerms, 'kind' | 'size'>): Target {
  switch (terms.kind) {
    case 'spots':
      return { kind: 'spots', count: ground.trees, radius: terms.size };
    case 'squares':
      return { kind: 'squares', count: ground.trees, side: terms.size };
    case 'strips':
      return { kind: 'strips', metres: totalMetres(ground), width: terms.size };
    case 'whole':
      return { kind: 'whole', area: ground.area };
  }
}

/** The block's spray plan, where a product is chosen. */
export function sprayPlanOf(
  block: BlockRow,
  ground: YearGround,
  products: readonly ProductRow[],
): { plan: SprayPlan; product: ProductRow; terms: SprayTerms } | undefined {
  const kept = block.calendarTerms.spray;
  const product = products.find(({ id }) => id === kept?.product) ?? products[0];
  if (!product) return undefined;
  const terms = { ...SPRAY_TERMS, ...kept, product: product.id };
  return { plan: sprayPlan(product, targetOf(ground, terms), terms.tank), product, terms };
}

export const ripPlanOf = (block: BlockRow, ground: YearGround): RipPlan =>
  ripPlan(ground.rows, new Set(ground.wet), block.calendarTerms.ripping);

export interface YearBill {
  bill: Bill;
  protection: Protection;
  currency: string;
  ground: YearGround;
  planted: number;
  estimate?: SurvivalEstimate;
}

/** The bill of a block: everything from its method and layout. */
export async function billOf(store: Store, site: SiteRow, block: BlockRow): Promise<YearBill> {
  const ground = await yearGround(store, block);
  const [products, tasks, planters, layout] = await Promise.all([
    productsOf(store, site.id),
    tasksOf(store, block, site.zone),
    store.planter.findAll({ where: { siteId: site.id }, raw: true }),
    currentLayout(store, block.id),
  ]);
  const tallies = layout?.state === 'released' ? await talliesOf(store, layout.id) : [];
  const counts = layout?.state === 'released' ? await countsOf(store, layout.id) : [];
  const method = methodOfBlock(block);
  const sprays = method.some(
    ({ question, school }) => question === 'weeds' && school.key === 'herbicide',
  );
  const spray = sprays ? sprayPlanOf(block, ground, products) : undefined;
  const { protection = 'guards', materials = {}, currency = '' } = block.calendarTerms;
  const done = progress(tallies);
  const usual = planters.length
    ? planters.reduce((sum, { rate }) => sum + rate, 0) / planters.length
    : 600;
  const rowsPlanted = done.byRow.size;
  return {
    bill: bill(
      {
        trees: ground.trees,
        rows: ground.rows.length,
        perimeter: ground.perimeter,
        method: Object.fromEntries(method.map(({ question, school }) => [question, school.key])),
        herbicide: (spray?.plan.product.value ?? 0) * 1000,
        rippingHours: ripPlanOf(block, ground).hours.value,
        rate: usual,
      },
      protection,
      materials,
      new Map(tasks.map(({ key, finish }) => [key, finish])),
    ),
    protection,
    currency,
    ground,
    planted: done.planted,
    estimate: counts.length
      ? survival(
          counts.map(({ rowNumber, setTrees, alive }) => ({
            row: rowNumber,
            set: setTrees,
            alive,
          })),
          Math.max(rowsPlanted, new Set(counts.map(({ rowNumber }) => rowNumber)).size),
        )
      : undefined,
  };
}
