import { addTo, daysBetween, type Day } from '../../../../core/measure/dates';
import type { DoneElsewhere } from '../../../../core/calendar/own-tasks';
import { careOfTask, careRounds, type Care } from '../../../../core/tending/care';
import { dayOf } from '../../../../core/say/day';
import { plantingDays } from '../../../../core/calendar/planting';
import { FINISH_TERMS } from '../../../../core/calendar/terms';
import type { BlockTasks } from '../../../../core/formats/icalendar';
import { schedule, type ScheduledTask, type TaskRecord } from '../../../../core/calendar/schedule';
import { workTasks, worksOf } from '../../../../core/calendar/works';
import { plantsWithWater } from '../../../../core/method/method';
import { dueTasks, type Due } from '../../../../core/tending/due';
import { listedFact, milliseconds, type Facts } from '../../server/facts';
import { blocksFact, zonesFact } from '../ground/facts.server';
import type { BlockRow } from '../ground/tables.server';
import {
  clockedFact,
  finishOf,
  plantedOf,
  plantersFact,
  ratesOf,
  sharesFact,
  sownFact,
} from '../crew/facts.server';
import { methodOfBlock, methodTasksOf } from '../method/facts.server';
import { layoutsFact } from '../rows/facts.server';
import { weatherFact } from '../../server/station';
import { lotsFact, ordersFact, toolsFact } from '../stock/facts.server';
import { toOrderOf } from '../stock/need.server';
import { refilledFact, refillOf, refillPlansFact } from '../survival/refills.server';
import { careFact } from '../tending/care.server';
import { countsFact } from '../survival/facts.server';
import { windowsOf } from './windows.server';

export interface TaskEvent {
  id: string;
  task: string;
  kind: 'done' | 'undone' | 'moved' | 'skipped' | 'restored';
  day: string | null;
  at: string;
  author: string;
}

/** What was said of a block's tasks, in order, with who said it. */
export const taskEventsFact = listedFact<Omit<TaskEvent, 'at'> & { at: number }, TaskEvent[]>(
  'task-events',
  ['calendar', 'tending', 'people'],
  {
    from: 'FROM task_event e JOIN person p ON p.id = e.author_id WHERE e.block_id IN (:ids)',
    of: 'e.block_id',
    columns: {
      ...{ id: 'e.id', task: 'e.task', kind: 'e.kind', day: 'CAST(e.day AS CHAR)' },
      ...{ at: milliseconds('e.at'), author: 'p.name' },
    },
    value: (rows) =>
      rows
        .sort((a, b) => a.at - b.at || (a.id < b.id ? -1 : 1))
        .map(({ at, ...event }) => ({ ...event, at: new Date(at).toISOString() })),
  },
);

/** Task events told in order: the last word on each task. */
export function taskRecords(events: readonly TaskEvent[]): TaskRecord[] {
  const records = new Map<string, TaskRecord>();
  for (const event of events) {
    const record = records.get(event.task) ?? { key: event.task };
    if (event.kind === 'done')
      Object.assign(record, { doneOn: event.day, doneBy: event.author, notDone: false });
    if (event.kind === 'undone')
      Object.assign(record, { doneOn: null, doneBy: null, notDone: true });
    if (event.kind === 'moved') record.moved = event.day;
    if (event.kind === 'skipped') record.skipped = true;
    if (event.kind === 'restored')
      Object.assign(record, { skipped: false, moved: null, notDone: false });
    records.set(event.task, record);
  }
  return [...records.values()];
}

/** A block's tasks today, or none while it has no planting day. */
export async function tasksOf(facts: Facts, block: BlockRow): Promise<ScheduledTask[]> {
  const { plantingDay } = block;
  if (!plantingDay) return [];
  // Both are asked for by every page, for every block: kept until something of theirs changes, and a day long.
  const day = `${facts.today} ${plantingDay} ${block.methodEdition} ${block.termsEdition}`;
  const stands = [
    ...[sownFact, layoutsFact, countsFact, lotsFact, ordersFact, plantersFact],
    ...[careFact, refillPlansFact, refilledFact],
    // What the crew's pace hangs on.
    ...[sharesFact, clockedFact, toolsFact],
  ];
  const [events, ofMethod, zones, planting, elsewhere] = await Promise.all([
    facts.of(taskEventsFact, block.id),
    methodTasksOf(facts, block),
    facts.of(zonesFact, block.id),
    facts.derive('planting-span', block.id, [...stands, weatherFact], day, () =>
      plantingSpan(facts, block, plantingDay),
    ),
    facts.derive('done-elsewhere', block.id, stands, day, () => doneElsewhere(facts, block)),
  ]);
  // Which works are done does not hang on how many trees they are done for.
  const counted = { trees: 0, metres: 0, area: 0 };
  const soils = zones.map(({ name, soil }) => ({ name, soil, trees: 0 }));
  const works = worksOf({ ...counted, zones: soils }, block.calendarTerms.works);
  const brought = new Set([...ofMethod, ...workTasks(works)]);
  const on = `${day} ${JSON.stringify([planting, elsewhere, ...brought])}`;
  return facts.derive('tasks', block.id, [taskEventsFact, blocksFact], on, () =>
    schedule(plantingDay, brought, taskRecords(events), facts.today, block.calendarTerms.tasks, {
      own: block.calendarTerms.own,
      planting,
      stands: planting.begun,
      elsewhere: (key, byTable) => doneBy(elsewhere, key, byTable, facts.today),
    }),
  );
}

/** Days that planting takes: trees, the hands there are, and how many days of those weeks allow it. */
async function plantingSpan(facts: Facts, block: BlockRow, first: Day) {
  const [{ planted, total, sums }, finish, crew, windows] = await Promise.all([
    plantedOf(facts, block.id),
    finishOf(facts, block.id),
    ratesOf(facts, block.id),
    windowsOf(facts, plantsWithWater(methodOfBlock(block))),
  ]);
  const { planters, rate, saturday } = block.calendarTerms.finish ?? FINISH_TERMS;
  const pace = planters || rate ? (planters ?? crew.crew) * (rate ?? crew.day.trees) : finish.pace;
  const begun = planted > 0;
  if (begun && planted >= total) {
    const last = [...sums.byDay.keys()].sort().at(-1) ?? first;
    return { begun, days: Math.max(1, daysBetween(first, last) + 1), left: 1 };
  }
  const lasts = plantingDays({
    left: total - planted,
    pace,
    // What is left begins today once planting is under way.
    from: begun && facts.today > first ? facts.today : first,
    first,
    weeks: windows.weeks[block.conditions.stock],
    daysAWeek: saturday ? 6 : 5,
  });
  return { ...lasts, begun };
}

interface ToldElsewhere {
  ordered: boolean;
  received: boolean;
  plantedOn?: Day;
  countedOn?: Day;
  /** Days on which the last row of a round of care was done. */
  cared: { kind: Care; on: Day }[];
  /** The task of the newest refill, once all its places are set. */
  refilled?: { key: string; on: Day };
}

/** What other pages show done: orders placed, lots received, trees planted, survival counted. */
async function doneElsewhere(facts: Facts, block: BlockRow): Promise<ToldElsewhere> {
  const [{ planted, total, sums }, lines, lots, counts, cared, refill] = await Promise.all([
    plantedOf(facts, block.id),
    facts.of(ordersFact, block.id),
    facts.of(lotsFact, block.id),
    facts.of(countsFact, block.id),
    facts.of(careFact, block.id),
    refillOf(facts, block.id),
  ]);
  // Once trees stand, stock was ordered; before that the order page's own figure says whether all of it was.
  const asksForMore = async () => {
    const { needed, toAsk } = await toOrderOf(facts, block);
    return needed === 0 || toAsk > 0;
  };
  const ordered = planted > 0 || (lines.length > 0 && !(await asksForMore()));
  const received = lots.reduce((sum, { balance }) => sum + balance.received, 0);
  const days = [...sums.byDay.keys()].sort();
  return {
    ordered,
    received: total > 0 && (received >= total || planted >= total),
    plantedOn: total > 0 && planted >= total ? days.at(-1) : undefined,
    countedOn: counts
      .map(({ countedOn }) => countedOn)
      .sort()
      .at(-1),
    cared: careRounds(cared, [...sums.byRow.keys()])
      .filter(({ left }) => !left.length)
      .map(({ kind, last }) => ({ kind, on: dayOf(last, facts.site.zone) })),
    refilled:
      refill && refill.set >= refill.places && refill.last !== undefined
        ? { key: `own-${refill.id}`, on: dayOf(refill.last, facts.site.zone) }
        : undefined,
  };
}

/** Days before its own by which a count, or a round of care, still is that of its task. */
const COUNT_AHEAD = 90;

function doneBy(
  { ordered, received, plantedOn, countedOn, cared, refilled }: ToldElsewhere,
  key: string,
  byTable: Day,
  today: Day,
): DoneElsewhere | undefined {
  const on = byTable < today ? byTable : today;
  if (key === 'order' && ordered) return { on, by: 'orders' };
  if (key === 'receive' && received) return { on, by: 'stock' };
  if (key === 'plant' && plantedOn) return { on: plantedOn, by: 'crew' };
  if (key.startsWith('count-') && countedOn && countedOn >= addTo(byTable, { days: -COUNT_AHEAD }))
    return { on: countedOn, by: 'survival' };
  const care = careOfTask(key);
  const round = cared.find(
    ({ kind, on: day }) => kind === care && day >= addTo(byTable, { days: -COUNT_AHEAD }),
  );
  if (round) return { on: round.on, by: 'tending' };
  if (refilled?.key === key) return { on: refilled.on, by: 'survival' };
  return undefined;
}

/** What is due on a block today: one list for the board, the calendar and the tending page. */
export async function dueOf(facts: Facts, block: BlockRow): Promise<Due> {
  const [tasks, { planted }] = await Promise.all([
    tasksOf(facts, block),
    plantedOf(facts, block.id),
  ]);
  return dueTasks(tasks, { stands: planted > 0 });
}

/** Any day before the first feed. */
const FIRST_DAY: Day = '2020-01-01';

/** Tasks of several blocks as calendars take them, file and feed alike. */
export async function calendarOf(facts: Facts, blocks: readonly BlockRow[]): Promise<BlockTasks[]> {
  await facts.need(
    [taskEventsFact],
    blocks.map(({ id }) => id),
  );
  return Promise.all(
    blocks.map(async (block) => ({
      id: block.id,
      name: block.name,
      // Days move with whatever is entered anywhere, and with the day itself: planting grows while it rains.
      sequence: facts.changesOf(block.id) + daysBetween(FIRST_DAY, facts.today),
      tasks: await tasksOf(facts, block),
    })),
  );
}
