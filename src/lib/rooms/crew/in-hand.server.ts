import { refillInHand, rowInHand, walkATree, type RowInHand } from '../../../../core/crew/in-hand';
import { shareWhole } from '../../../../core/measure/apportion';
import { groupBy } from '../../../../core/measure/group';
import type { Day } from '../../../../core/measure/dates';
import type { Runs } from '../../../../core/rows/species';
import { rowLength } from '../../../../core/rows/stored';
import { dayOf } from '../../../../core/say/day';
import type { Facts } from '../../server/facts';
import { taskEventsFact, type TaskEvent } from '../calendar/task-events.server';
import { releasedLayout, rowsFact } from '../rows/facts.server';
import type { LayoutRow } from '../rows/tables.server';
import {
  newestRefill,
  refilledFact,
  refillOf,
  refillPlansFact,
  speciesOfRefill,
  type PlannedRefill,
  type RefillState,
  type SetTrees,
} from '../survival/refills.server';
import { plantedOf, sownFact } from './facts.server';

export interface InHand {
  /** Every row of the released version, with what is still to be planted in it. */
  rows: RowInHand[];
  /** Species by their place in the runs: the layout's mix, then what a refill brings besides. */
  species: string[];
  /** The refill that is work of these weeks. */
  refill?: RefillState;
}

/** Rows of a layout with what is still to be planted in them, of the layout and of a refill in hand. */
export function rowsInHand(
  layout: Pick<LayoutRow, 'parameters'>,
  rows: readonly { number: number; runs: Runs }[],
  byRow: ReadonlyMap<number, number>,
  {
    plans,
    sets,
    events,
    today,
  }: {
    plans: readonly PlannedRefill[];
    sets: readonly SetTrees[];
    /** What was said of the block's tasks, in order. */
    events: readonly TaskEvent[];
    today: Day;
  },
): InHand {
  const newest = newestRefill(plans, sets, events);
  const refill = newest && refillInHand(newest, today) ? newest : undefined;
  if (!refill) {
    const own = rows.map((row) => rowInHand(row, byRow.get(row.number) ?? 0));
    return { rows: own, species: speciesOfRefill(layout, refill) };
  }
  const ownSets = sets.filter((one) => one.refill === refill.id);
  // Whatever card of the site may be set, planned or not.
  const species = [
    ...new Set([
      ...speciesOfRefill(layout, refill),
      ...refill.rows.flatMap(({ pegs }) => pegs.map(({ speciesId }) => speciesId)),
      ...ownSets.map(({ speciesId }) => speciesId),
    ]),
  ];
  const place = new Map(species.map((id, at) => [id, at]));
  const weights = species.map((id) =>
    refill.toOrder
      .filter(({ speciesId }) => speciesId === id)
      .reduce((sum, { count }) => sum + count, 0),
  );
  const planned = new Map(refill.rows.map((row) => [row.row, row]));
  // Whole trees in each row, so that the rows' add up to the refill's.
  const expected = new Map(
    shareWhole(refill.rows.map((row) => row.expected)).map((trees, i) => [
      refill.rows[i].row,
      trees,
    ]),
  );
  const setIn = groupBy(ownSets, ({ row }) => String(row));
  const own = rows.map((row) => {
    const plan = planned.get(row.number);
    const of = setIn.get(String(row.number)) ?? [];
    return rowInHand(
      row,
      byRow.get(row.number) ?? 0,
      plan || of.length
        ? {
            pegs: (plan?.pegs ?? []).map(({ peg, speciesId }) => ({
              peg,
              species: place.get(speciesId)!,
            })),
            expected: expected.get(row.number) ?? 0,
            set: species.map((id) =>
              of
                .filter(({ speciesId }) => speciesId === id)
                .reduce((sum, { trees }) => sum + trees, 0),
            ),
          }
        : undefined,
      weights,
    );
  });
  return { rows: own, species, refill };
}

/** What is still to be planted on a block, row by row: one reading for shares, the day, the live page and the load. */
export async function inHandOf(facts: Facts, blockId: string): Promise<InHand> {
  const layout = await releasedLayout(facts, blockId);
  if (!layout) return { rows: [], species: [] };
  const [rows, { byRow }, plans, sets, events] = await Promise.all([
    facts.of(rowsFact, blockId),
    plantedOf(facts, blockId),
    facts.of(refillPlansFact, blockId),
    facts.of(refilledFact, blockId),
    facts.of(taskEventsFact, blockId),
  ]);
  return facts.derive(
    'in hand',
    blockId,
    [rowsFact, sownFact, refillPlansFact, refilledFact, taskEventsFact],
    facts.today,
    () => rowsInHand(layout, rows, byRow, { plans, sets, events, today: facts.today }),
  );
}

/** Hours a tree that go into the walk from one dead place to the next; 0 while places of the layout are open. */
export async function walkOf(facts: Facts, blockId: string): Promise<number> {
  const refill = await refillOf(facts, blockId);
  if (!refill || !refillInHand(refill, facts.today)) return 0;
  const [{ rows }, stored] = await Promise.all([
    inHandOf(facts, blockId),
    facts.of(rowsFact, blockId),
  ]);
  return walkATree(rows, stored.map(rowLength));
}

/** Whether only dead places are left, which are filled by hand whatever planted the rest. */
export const onFoot = ({ rows, refill }: InHand): boolean =>
  Boolean(refill) && rows.every(({ open }) => open === 0);

/** Trees of some sets by planter. */
export function setByPlanter(
  sets: readonly Pick<SetTrees, 'planter' | 'trees'>[],
): Map<string, number> {
  const own = new Map<string, number>();
  for (const { planter, trees } of sets) own.set(planter, (own.get(planter) ?? 0) + trees);
  return own;
}

/** Trees of the layout and of refills by planter, added up. */
export function together(
  planted: ReadonlyMap<string, number>,
  refilled: ReadonlyMap<string, number>,
): Map<string, number> {
  const all = new Map(planted);
  for (const [planter, trees] of refilled) all.set(planter, (all.get(planter) ?? 0) + trees);
  return all;
}

/** Trees that went into dead places of a block today, by planter. */
export async function refilledToday(facts: Facts, blockId: string): Promise<Map<string, number>> {
  const sets = await facts.of(refilledFact, blockId);
  return setByPlanter(sets.filter(({ at }) => dayOf(at, facts.site.zone) === facts.today));
}

/**
 * How far the refill in hand is, for pages.
 * @param today trees set of refills today, by planter
 */
export function refillStands({ rows, refill }: InHand, today: ReadonlyMap<string, number>) {
  if (!refill) return undefined;
  const { number, set, places } = refill;
  return {
    ...{ number, set, places },
    left: rows.reduce((sum, { dead }) => sum + dead, 0),
    today: [...today.values()].reduce((sum, own) => sum + own, 0),
  };
}
