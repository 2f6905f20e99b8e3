import { dayOf } from '../../../../core/say/day';
import { expectedOf } from '../../../../core/stock/orders';
import type { Refilled } from '../../../../core/survival/life';
import { groupBy } from '../../../../core/measure/group';
import { milliseconds, listedFact, type Facts } from '../../server/facts';
import { parse } from '../../store/shape';
import type { Work } from '../../server/work';
import type { LayoutRow } from '../rows/tables.server';
import { settledAt, taskEventsFact } from '../calendar/task-events.server';
import { ordersFact } from '../stock/facts.server';
import { refillOrder, refillRows, type RefillPlanRow, type RefillRow } from './tables.server';

export interface PlannedRefill extends Pick<RefillPlanRow, 'chance' | 'plantOn' | 'toOrder'> {
  id: string;
  number: number;
  rows: RefillRow[];
}

/** Refills of the released version, the newest first. */
export const refillPlansFact = listedFact<
  Omit<PlannedRefill, 'rows' | 'toOrder'> & { rows: unknown; toOrder: unknown },
  PlannedRefill[]
>('refill plans', ['survival', 'rows'], {
  from: `FROM layout l JOIN refill_plan r ON r.layout_id = l.id
    WHERE l.block_id IN (:ids) AND l.state = 'released'`,
  of: 'l.block_id',
  columns: {
    ...{ id: 'r.id', number: 'r.number', chance: 'r.chance', rows: 'r.in_rows' },
    ...{ plantOn: 'CAST(r.plant_on AS CHAR)', toOrder: 'r.to_order' },
  },
  value: (rows) =>
    rows
      .sort((a, b) => b.number - a.number)
      .map(({ rows: inRows, toOrder, ...plan }) => ({
        ...plan,
        rows: parse(refillRows, inRows, 'refill_plan.in_rows'),
        toOrder: parse(refillOrder, toOrder, 'refill_plan.to_order'),
      })),
});

export interface SetTrees {
  id: string;
  refill: string;
  row: number;
  /** Who set them: whoever they were entered for, else the planter that their author is; empty where that is nobody. */
  planter: string;
  speciesId: string;
  trees: number;
  corrects: string | null;
  at: number;
}

/** Trees set into dead places, what was taken back left out. */
export const refilledFact = listedFact<SetTrees, SetTrees[]>('refilled', ['survival', 'rows'], {
  from: `FROM layout l JOIN block b ON b.id = l.block_id JOIN refill_plan r ON r.layout_id = l.id
      JOIN refill_set s ON s.refill_id = r.id
      LEFT JOIN planter p ON p.person_id = s.author_id AND p.site_id = b.site_id
    WHERE l.block_id IN (:ids) AND l.state = 'released'`,
  of: 'l.block_id',
  columns: {
    planter: "COALESCE(s.planter_id, p.id, '')",
    ...{ id: 's.id', refill: 's.refill_id', row: 's.`row_number`', speciesId: 's.species_id' },
    ...{ trees: 's.trees', corrects: 's.corrects', at: milliseconds('s.at') },
  },
  value: (rows) => {
    const gone = new Set(rows.map(({ corrects }) => corrects).filter(Boolean));
    return rows
      .filter(({ id, corrects }) => !corrects && !gone.has(id))
      .sort((a, b) => a.at - b.at);
  },
});

/** Places of each row that took another tree, by row: those a plan names, from the first tree set in the row on. */
export async function refilledPegs(
  facts: Facts,
  blockId: string,
): Promise<Map<number, Refilled[]>> {
  const [plans, sets] = await Promise.all([
    facts.of(refillPlansFact, blockId),
    facts.of(refilledFact, blockId),
  ]);
  return placesOfRefills(
    plans,
    sets.map((one) => ({ ...one, on: dayOf(one.at, facts.site.zone) })),
  );
}

/** @param sets trees set, in order of time, what was taken back left out */
export function placesOfRefills(
  plans: readonly { id: string; rows: readonly RefillRow[] }[],
  sets: readonly { refill: string; row: number; on: string }[],
): Map<number, Refilled[]> {
  const found = new Map<number, Refilled[]>();
  for (const { id, rows } of plans)
    for (const { row, pegs } of rows) {
      const first = sets.find((one) => one.refill === id && one.row === row);
      if (!first || !pegs.length) continue;
      const own = { pegs: pegs.map(({ peg }) => peg), on: first.on };
      found.set(row, [...(found.get(row) ?? []), own]);
    }
  return found;
}

/** Trees that may go into a row besides those of its layout: what refills plan there, or what they have set beyond. */
export async function treesAgain(work: Work, layoutId: string, row: number): Promise<number> {
  const plans = await work.tables.refillPlan.all({ where: { layoutId } });
  if (!plans.length) return 0;
  const sets = await work.tables.refillSet.all({
    where: { refillId: plans.map(({ id }) => id), rowNumber: row },
  });
  const gone = new Set(sets.map(({ corrects }) => corrects));
  return plans.reduce((sum, { id, inRows }) => {
    const planned = inRows.find((one) => one.row === row);
    const set = sets
      .filter((one) => one.refillId === id && !one.corrects && !gone.has(one.id))
      .reduce((all, { trees }) => all + trees, 0);
    return sum + Math.max(set, planned ? planned.pegs.length + Math.ceil(planned.expected) : 0);
  }, 0);
}

export interface RefillState extends PlannedRefill {
  /** Trees set so far, by row and in all. */
  setByRow: Map<number, number>;
  set: number;
  /** Places of all rows, known and expected. */
  places: number;
  ordered: number;
  /** When the newest tree was set. */
  last?: number;
  /** Somebody said that this was all of it: its task was ticked off or left out. */
  over: boolean;
}

/** Key of the task that a refill is on the calendar. */
export const refillTask = (id: string): string => `own-${id}`;

/**
 * The newest refill with how far it has got.
 * @param plans the newest first
 * @param sets trees set, in order of time, what was taken back left out
 * @param events what was said of the block's tasks, in order
 */
export function newestRefill(
  [plan]: readonly PlannedRefill[],
  sets: readonly SetTrees[],
  events: Parameters<typeof settledAt>[0],
): RefillState | undefined {
  if (!plan) return undefined;
  const own = sets.filter(({ refill }) => refill === plan.id);
  const setByRow = new Map(
    [...groupBy(own, ({ row }) => String(row))].map(([row, of]) => [
      Number(row),
      of.reduce((sum, { trees }) => sum + trees, 0),
    ]),
  );
  return {
    ...plan,
    setByRow,
    set: own.reduce((sum, { trees }) => sum + trees, 0),
    places: Math.round(
      plan.rows.reduce((sum, { pegs, expected }) => sum + pegs.length + expected, 0),
    ),
    last: own.at(-1)?.at,
    over: settledAt(events).has(refillTask(plan.id)),
    ordered: plan.toOrder.reduce((sum, { count }) => sum + count, 0),
  };
}

/** The newest refill of a block with how far it has got: one figure for desk, board and phone. */
export async function refillOf(facts: Facts, blockId: string): Promise<RefillState | undefined> {
  const [plans, sets, events] = await Promise.all([
    facts.of(refillPlansFact, blockId),
    facts.of(refilledFact, blockId),
    facts.of(taskEventsFact, blockId),
  ]);
  return newestRefill(plans, sets, events);
}

/** Species that may go into dead places: those of the layout, then what was ordered besides. */
export const speciesOfRefill = (
  layout: Pick<LayoutRow, 'parameters'>,
  refill: Pick<RefillState, 'toOrder'> | undefined,
): string[] => [
  ...new Set([
    ...layout.parameters.mix.map(({ species }) => species),
    ...(refill?.toOrder ?? []).map(({ speciesId }) => speciesId),
  ]),
];

/**
 * What all refills of a block take: trees that are on order for them, trees that were set, and places to set them
 * in. A new decision takes the place of the one before it, whose set trees stay.
 */
export async function refillsTakeOf(
  facts: Facts,
  blockId: string,
): Promise<{ trees: number; places: number; set: number }> {
  const [plans, sets, lines, newest] = await Promise.all([
    facts.of(refillPlansFact, blockId),
    facts.of(refilledFact, blockId),
    facts.of(ordersFact, blockId),
    refillOf(facts, blockId),
  ]);
  const set = sets.reduce((sum, { trees }) => sum + trees, 0);
  if (!newest) return { trees: 0, places: 0, set };
  const ordered = new Set(plans.flatMap(({ toOrder }) => toOrder.map(({ id }) => id)));
  return {
    trees: lines
      .filter(({ id }) => ordered.has(id))
      .reduce((sum, line) => sum + expectedOf(line), 0),
    places: set + (newest.over ? 0 : Math.max(0, newest.places - newest.set)),
    set,
  };
}
