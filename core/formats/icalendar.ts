import { createEvents } from 'ics';
import { addTo, type Day } from '../measure/dates';
import { isDropped, type ScheduledTask } from '../calendar/schedule';
import { say, type Message } from '../say/message';

const asArray = (day: Day): [number, number, number] => {
  const [year, month, date] = day.split('-').map(Number);
  return [year, month, date];
};

/** A block's tasks, and how often anything that moves them was changed. */
export interface BlockTasks {
  id: string;
  name: string;
  /** Never less than before: by it a calendar knows the newer of two readings. */
  sequence: number;
  tasks: readonly ScheduledTask[];
}

/**
 * Tasks of blocks as all-day events, iCalendar (RFC 5545). A task that was skipped is cancelled, so that it
 * leaves calendars that have it already; one that is done says so.
 * @param written the moment of writing, milliseconds since 1970 UTC
 * @param worded puts a message into the words and units of whoever reads
 */
export function scheduleToIcs(
  blocks: readonly BlockTasks[],
  written: number,
  worded: (message: Message) => string,
): string {
  const events = blocks.flatMap(({ id, name, sequence, tasks }) =>
    tasks.map((task) => ({
      uid: `${id}-${task.key}@viridane`,
      title: worded(
        say(task.doneOn ? 'calendar.eventDone' : 'calendar.event', {
          block: name,
          task: task.label,
        }),
      ),
      sequence,
      status: (isDropped(task) ? 'CANCELLED' : 'CONFIRMED') as 'CANCELLED' | 'CONFIRMED',
      description: worded(task.reason),
      start: asArray(task.start),
      // The end of an all-day event is the day after (RFC 5545, 3.6.1).
      end: asArray(addTo(task.finish, { days: 1 })),
      calName: 'Viridane',
      productId: 'viridane',
      timestamp: written,
    })),
  );
  // A site that has no planting day yet has a calendar all the same.
  if (!events.length)
    return 'BEGIN:VCALENDAR\r\nVERSION:2.0\r\nPRODID:viridane\r\nEND:VCALENDAR\r\n';
  const { error, value } = createEvents(events);
  if (error || !value)
    throw new Error(`The calendar could not be written: ${error?.message ?? 'no tasks'}`);
  return value;
}
