import type { BlockTasks } from '../../../../core/formats/icalendar';
import { schedule, type ScheduledTask, type TaskRecord } from '../../../../core/calendar/schedule';
import { methodOf, methodTasks, type Chosen } from '../../../../core/method/method';
import { dueTasks, type Due } from '../../../../core/tending/due';
import { fact, groupBy, type Facts } from '../../server/facts';
import { blocksFact } from '../ground/facts.server';
import type { BlockRow } from '../ground/tables.server';
import { plantedOf } from '../crew/facts.server';

export interface TaskEvent {
  id: string;
  task: string;
  kind: 'done' | 'undone' | 'moved' | 'skipped' | 'restored';
  day: string | null;
  at: string;
  author: string;
}

/** What was said of a block's tasks, in order, with who said it. */
export const taskEventsFact = fact<TaskEvent[]>(
  'task-events',
  ['calendar', 'tending', 'people'],
  () => [],
  async (reader, blockIds) => {
    const rows = await reader.query<Omit<TaskEvent, 'at'> & { blockId: string; at: Date }>(
      `SELECT e.block_id AS blockId, e.id, e.task, e.kind, CAST(e.day AS CHAR) AS day, e.at,
         p.name AS author FROM task_event e JOIN person p ON p.id = e.author_id
       WHERE e.block_id IN (:blockIds) ORDER BY e.at, e.id`,
      { blockIds },
    );
    return new Map(
      [...groupBy(rows, ({ blockId }) => blockId)].map(([blockId, own]) => [
        blockId,
        own.map(({ blockId: _block, at, ...event }) => ({
          ...event,
          at: new Date(at).toISOString(),
        })),
      ]),
    );
  },
);

/** Task events told in order: the last word on each task. */
export function taskRecords(events: readonly TaskEvent[]): TaskRecord[] {
  const records = new Map<string, TaskRecord>();
  for (const event of events) {
    const record = records.get(event.task) ?? { key: event.task };
    if (event.kind === 'done') Object.assign(record, { doneOn: event.day, doneBy: event.author });
    if (event.kind === 'undone') Object.assign(record, { doneOn: null, doneBy: null });
    if (event.kind === 'moved') record.moved = event.day;
    if (event.kind === 'skipped') record.skipped = true;
    if (event.kind === 'restored') Object.assign(record, { skipped: false, moved: null });
    records.set(event.task, record);
  }
  return [...records.values()];
}

export const methodOfBlock = (block: BlockRow): Chosen[] =>
  methodOf(block.method, block.conditions);

/** A block's tasks today, or none while it has no planting day. */
export async function tasksOf(facts: Facts, block: BlockRow): Promise<ScheduledTask[]> {
  const { plantingDay } = block;
  if (!plantingDay) return [];
  const events = await facts.of(taskEventsFact, block.id);
  const on = `${facts.today} ${plantingDay} ${block.methodEdition} ${block.termsEdition}`;
  return facts.derive('tasks', block.id, [taskEventsFact, blocksFact], on, () =>
    schedule(
      plantingDay,
      methodTasks(methodOfBlock(block)),
      taskRecords(events),
      facts.today,
      block.calendarTerms.tasks,
    ),
  );
}

/** What is due on a block today: one list for the board, the calendar and the tending page. */
export async function dueOf(facts: Facts, block: BlockRow): Promise<Due> {
  const [tasks, { planted }] = await Promise.all([
    tasksOf(facts, block),
    plantedOf(facts, block.id),
  ]);
  const { today } = facts;
  return dueTasks(tasks, { stands: planted > 0, planting: block.plantingDay ?? '', today });
}

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
      sequence:
        block.termsEdition +
        block.methodEdition +
        (await facts.of(taskEventsFact, block.id)).length,
      tasks: await tasksOf(facts, block),
    })),
  );
}
