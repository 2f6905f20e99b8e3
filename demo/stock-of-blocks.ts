import type { MultiPolygon } from '../core/ground/polygon';
import { countSpecies } from '../core/rows/species';
import type { StoredRow } from '../core/rows/stored';
import type { DemoBlock } from './farrow-pit';
import type { DemoStock, PlantedDays } from './stock';

export interface Laid {
  /** Where trees may stand, in the block's plane. */
  area: MultiPolygon;
  demo: DemoBlock;
  blockId: string;
  layoutId: string;
  rows: StoredRow[];
  /** Species ids in the order of the runs. */
  mix: string[];
}

/** Trees of each species that all planters set on all days. */
export function totalOf(days: PlantedDays, species: number): number[] {
  return [...days.values()]
    .flatMap((day) => [...day.values()])
    .reduce((sum, counts) => sum.map((n, s) => n + counts[s]), new Array<number>(species).fill(0));
}

/** Spring's lots are used up; autumn's came nine days ago, and of the alder too few. */
export async function haulFlatStock(
  stock: DemoStock,
  laid: Laid,
  before: PlantedDays,
  since: PlantedDays,
  autumn: readonly StoredRow[],
) {
  const spring = totalOf(before, laid.mix.length);
  const asked = countSpecies(
    autumn.map(({ runs }) => runs),
    laid.mix.length,
  );
  const from = {
    L: ['Lowfield Nursery', 'zone 4, wet stand 2', '1+1'],
    B: ['Lowfield Nursery', 'zone 4, stand 7', '1+0'],
    P: ['Mill Lane Nursery', 'zone 5, stand 12', '1+1'],
    A: ['Mill Lane Nursery', 'zone 5, stand 3', '1+1'],
  } as const;
  const packs = (trees: number) => Math.round(trees / 50) * 50;
  const used = spring.map((trees) => packs(trees * 1.02 + 60));
  const orders = await stock.orders(laid.blockId, [
    ...(['L', 'B', 'P', 'A'] as const).map((letter, species) => ({
      key: `spring ${letter}`,
      letter,
      nursery: from[letter][0],
      age: from[letter][2],
      count: used[species],
      pack: 50,
      state: 'confirmed' as const,
      inDays: -254,
    })),
    ...(['B', 'P', 'A'] as const).map((letter) => ({
      key: letter,
      letter,
      nursery: from[letter][0],
      age: from[letter][2],
      count: packs(asked['LBPA'.indexOf(letter)] * 1.09),
      pack: 50,
      state: 'confirmed' as const,
      inDays: -9,
    })),
    {
      key: 'L',
      letter: 'L',
      nursery: 'Lowfield Nursery',
      age: '1+1',
      count: packs(asked[0] * 1.09),
      confirmed: packs(asked[0] * 0.8),
      pack: 50,
      state: 'confirmed',
      inDays: -9,
      note: 'Bed drowned in August; the rest they have not.',
    },
    {
      key: 'more',
      letter: 'L',
      nursery: 'Mill Lane Nursery',
      age: '1+1',
      count: packs(asked[0] * 0.15),
      pack: 25,
      state: 'asked',
      inDays: 4,
    },
    {
      key: 'stead',
      letter: 'Y',
      instead: 'L',
      nursery: 'Mill Lane Nursery',
      age: 'plug',
      count: 300,
      pack: 50,
      state: 'asked',
      inDays: 4,
      note: 'Only if the alder does not come.',
    },
  ]);
  const lots = [
    ['L', '18', '27', 0.8],
    ['B', '19', '42', 1.09],
    ['P', '20', '41', 1.09],
    ['A', '21', '43', 1.09],
  ] as const;
  for (const [species, [letter, old, code, supplied]] of lots.entries()) {
    const [nursery, provenance, age] = from[letter];
    const common = { letter, species, nursery, provenance, age };
    await stock.lot(laid.blockId, {
      ...common,
      code: old,
      received: used[species],
      daysAgo: 254,
      cull: Math.round(used[species] * 0.01),
      days: before,
      cleared: 236,
      more: { orderId: orders.get(`spring ${letter}`)! },
    });
    const received = packs(asked[species] * supplied);
    const id = await stock.lot(laid.blockId, {
      ...common,
      code,
      received,
      daysAgo: 9,
      cull: Math.round(received * 0.02),
      days: since,
      openDays: [1],
      opened: [
        [3, 2],
        [4, 3, 2],
        [2, 1],
        [2, 2],
      ][species],
      more: { orderId: orders.get(letter)!, undercut: letter === 'P' },
    });
    if (letter === 'L') {
      await stock.enter(id, 'dip', received, { daysAgo: 8, hour: 14 }, 'Cold store');
      await stock.inspect(
        id,
        received,
        9,
        { length: [28, 4], spread: [8, 2.4] },
        { 'too-small': 2, 'dry-roots': 1 },
        true,
      );
    }
    if (letter === 'B') {
      await stock.enter(id, 'soak', 300, { minutesAgo: 160 }, 'Cache at the rows');
      await stock.inspect(
        id,
        received,
        9,
        { length: [22, 4], spread: [7, 2] },
        { mould: 3, 'dry-roots': 4, 'leader-broken': 2 },
      );
    }
    if (letter === 'P')
      await stock.enter(
        id,
        'move',
        400,
        { daysAgo: 6, hour: 16 },
        'Cold store',
        'Barn, north side',
      );
    if (letter === 'A') await stock.openNow(id, 'Box 3');
    if (letter === 'L') {
      await stock.audit(laid.blockId, 6, 9.2, { lotId: id }, []);
      await stock.audit(laid.blockId, 4, 11.5, { lotId: id, planter: 4 }, ['one-out', 'no-sling']);
    }
    if (letter === 'B') {
      await stock.audit(laid.blockId, 3, 13.1, { lotId: id }, ['shade', 're-wet']);
      await stock.audit(laid.blockId, 1, 10.4, { lotId: id, planter: 4 }, ['one-out']);
    }
  }
}

/** Containers ordered for the spring; the first willows wait in the barn's shade. */
export async function siltMarginStock(stock: DemoStock, laid: Laid) {
  const counts = countSpecies(
    laid.rows.map(({ runs }) => runs),
    laid.mix.length,
  );
  const pack = (trees: number) => Math.ceil(trees / 40) * 40;
  const orders = await stock.orders(laid.blockId, [
    {
      key: 'Y',
      letter: 'Y',
      nursery: 'Mill Lane Nursery',
      age: 'plug',
      count: pack(counts[0] * 0.5),
      pack: 40,
      state: 'confirmed',
      inDays: -2,
    },
    {
      key: 'later',
      letter: 'Y',
      nursery: 'Mill Lane Nursery',
      age: 'plug',
      count: pack(counts[0] * 0.6),
      pack: 40,
      state: 'confirmed',
      inDays: 38,
    },
    {
      key: 'L',
      letter: 'L',
      nursery: 'Lowfield Nursery',
      age: '1+1',
      count: pack(counts[1] * 1.1),
      pack: 50,
      state: 'asked',
      inDays: 40,
    },
  ]);
  const received = pack(counts[0] * 0.5);
  const id = await stock.lot(laid.blockId, {
    code: '51',
    letter: 'Y',
    species: 0,
    nursery: 'Mill Lane Nursery',
    provenance: 'zone 4, bank stand',
    age: 'plug',
    received,
    daysAgo: 2,
    cull: 3,
    more: { form: 'ribbed', volume: 0.3, perBox: 40, orderId: orders.get('Y')!, liftedOn: null },
  });
  await stock.enter(
    id,
    'move',
    received - 3,
    { daysAgo: 2, hour: 12 },
    'Cold store',
    'Barn, north side',
  );
  await stock.enter(id, 'water', received - 3, { daysAgo: 1, hour: 8 }, 'Barn, north side');
  await stock.inspect(id, received, 2, { length: [17, 1.5], spread: [6, 0.6] }, { 'pot-bound': 5 });
}
