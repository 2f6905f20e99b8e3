import { seenTogether, visitTasks, type SeenTogether } from '../../../../core/tending/visit';
import { dayOf } from '../../../../core/say/day';
import { daysBetween, type Day } from '../../../../core/measure/dates';
import { plantingDays } from '../../../../core/calendar/planting';
import { FINISH_TERMS } from '../../../../core/calendar/terms';
import type { BlockTasks } from '../../../../core/formats/icalendar';
import { schedule, type ScheduledTask } from '../../../../core/calendar/schedule';
import { workTasks, worksOf } from '../../../../core/calendar/works';
import { plantsWithWater } from '../../../../core/method/method';
import { dueTasks, type Due } from '../../../../core/tending/due';
import type { Facts } from '../../server/facts';
import { blocksFact, zonesFact } from '../ground/facts.server';
import type { BlockRow } from '../ground/tables.server';
import { clockedFact, plantedOf, plantersFact, sharesFact, sownFact } from '../crew/facts.server';
import { finishOf, ratesOf } from '../crew/rates.server';
import { sownDaysFact } from '../crew/elsewhere.server';
import { methodOfBlock, methodTasksOf } from '../method/facts.server';
import { layoutsFact } from '../rows/facts.server';
import { weatherFact } from '../../server/station';
import { seenOnWalks } from '../tending/facts.server';
import { lotsFact, toolsFact } from '../stock/facts.server';
import { doneElsewhere, TOLD_BY } from './elsewhere.server';
import { settledAt, taskEventsFact, taskRecords } from './task-events.server';
import { windowsOf } from './windows.server';

/** A block's tasks today, or none while it has no planting day. */
export async function tasksOf(facts: Facts, block: BlockRow): Promise<ScheduledTask[]> {
  const { plantingDay } = block;
  if (!plantingDay) return [];
  // Both are asked for by every page, for every block: kept until something of theirs changes, and a day long.
  const day = `${facts.today} ${plantingDay} ${block.methodEdition} ${block.termsEdition}`;
  /** What stands, and what the crew's pace hangs on. */
  const paced = [
    ...[sownFact, layoutsFact, lotsFact, plantersFact],
    ...[sharesFact, clockedFact, toolsFact, weatherFact, sownDaysFact],
  ];
  const [events, ofMethod, zones, seen, planting, told] = await Promise.all([
    facts.of(taskEventsFact, block.id),
    methodTasksOf(facts, block),
    facts.of(zonesFact, block.id),
    seenOf(facts, block),
    facts.derive('planting-span', block.id, paced, day, () =>
      plantingSpan(facts, block, plantingDay),
    ),
    facts.derive('done-elsewhere', block.id, TOLD_BY, day, () => doneElsewhere(facts, block)),
  ]);
  // Which works are done does not hang on how many trees they are done for.
  const counted = { trees: 0, metres: 0, area: 0 };
  const soils = zones.map(({ name, soil }) => ({ name, soil, trees: 0 }));
  const works = worksOf({ ...counted, zones: soils }, block.calendarTerms.works);
  const brought = new Set([...ofMethod, ...workTasks(works)]);
  const on = `${day} ${JSON.stringify([planting, told, ...brought])}`;
  return facts.derive('tasks', block.id, [taskEventsFact, blocksFact, seenOnWalks], on, () =>
    schedule(plantingDay, brought, taskRecords(events), facts.today, block.calendarTerms.tasks, {
      own: block.calendarTerms.own,
      seen: visitTasks(seen, plantingDay, (at) => dayOf(at, facts.site.zone)),
      planting,
      stands: planting.begun,
      told,
    }),
  );
}

/** What walks found on a block, as pieces of work. */
export async function seenOf(facts: Facts, block: BlockRow): Promise<SeenTogether[]> {
  const [seen, events] = await Promise.all([
    facts.of(seenOnWalks, block.id),
    facts.of(taskEventsFact, block.id),
  ]);
  return seenTogether(seen, settledAt(events));
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
