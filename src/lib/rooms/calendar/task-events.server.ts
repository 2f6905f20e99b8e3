import type { TaskRecord } from '../../../../core/calendar/schedule';
import { listedFact, milliseconds } from '../../server/facts';

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

/** When tasks were ticked off or left out for good, by key, milliseconds since 1970. */
export function settledAt(
  events: readonly Pick<TaskEvent, 'task' | 'kind' | 'at'>[],
): Map<string, number> {
  const settled = new Map<string, number>();
  for (const { task, kind, at } of events)
    if (kind === 'done' || kind === 'skipped') settled.set(task, Date.parse(at));
    else if (kind !== 'moved') settled.delete(task);
  return settled;
}
