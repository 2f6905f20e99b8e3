import { createEvents } from 'ics';
import { addTo, type Day } from '../measure/dates';
import type { ScheduledTask } from '../calendar/schedule';

const asArray = (day: Day): [number, number, number] => {
  const [year, month, date] = day.split('-').map(Number);
  return [year, month, date];
};

/**
 * Tasks of blocks as all-day events, iCalendar (RFC 5545).
 * @param written the moment of writing, milliseconds since 1970 UTC
 */
export function scheduleToIcs(
  blocks: readonly { id: string; name: string; tasks: readonly ScheduledTask[] }[],
  written: number,
): string {
  const events = blocks.flatMap(({ id, name, tasks }) =>
    tasks
      .filter(({ state }) => state !== 'skipped')
      .map((task) => ({
        uid: `${id}-${task.key}@viridane`,
        title: `${name}: ${task.label}`,
        description: task.reason,
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
