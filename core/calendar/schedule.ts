import { addTo, daysBetween, type Day } from '../measure/dates';
import type { CalendarTerms } from './terms';
import { TASKS, type TaskTemplate, type WeatherNeed } from './tasks';

export type TaskState = 'done' | 'late' | 'due' | 'soon' | 'later' | 'skipped';

/** What a leader has changed or reported about one task of one block. */
export interface TaskRecord {
  key: string;
  /** Moved to this finishing day. */
  moved?: Day | null;
  skipped?: boolean;
  doneOn?: Day | null;
  doneBy?: string | null;
}

export interface ScheduledTask {
  key: string;
  label: string;
  reason: string;
  caution?: string;
  room: TaskTemplate['room'];
  start: Day;
  /** Should be finished on this day. */
  finish: Day;
  /** The day the table gives, before any move. */
  byTable: Day;
  duration: number;
  /** Days the table wants it finished before planting; below 0 it comes after. */
  lead: number;
  /** Keys of tasks that must be finished first. */
  needs: readonly string[];
  resource?: string;
  weather?: WeatherNeed;
  state: TaskState;
  /** Days late, 0 unless late. */
  lateBy: number;
  /** Loose days between the end of the task before it on the string and its start. */
  slack: number;
  doneOn?: Day | null;
  doneBy?: string | null;
  /** Labels of needed tasks that are not done. */
  waitsFor: string[];
}

/** Days ahead in which a task counts as coming soon. */
const SOON = 14;

/**
 * Tasks of a block counted from its planting day.
 * @param planting the day planting begins
 * @param wanted keys that the method brings in
 * @param records moves, skips and done dates
 * @param today the day on which lateness is judged
 * @param terms what the leader changed: days it takes, days before planting, machine
 * @returns in order of their finishing days
 */
export function schedule(
  planting: Day,
  wanted: ReadonlySet<string>,
  records: readonly TaskRecord[],
  today: Day,
  terms: NonNullable<CalendarTerms['tasks']> = {},
): ScheduledTask[] {
  const recordOf = new Map(records.map((record) => [record.key, record]));
  const chosen = TASKS.filter(({ key, always }) => always || wanted.has(key));
  const open = (key: string) => {
    const record = recordOf.get(key);
    return chosen.some((task) => task.key === key) && !record?.doneOn && !record?.skipped;
  };
  const tasks = chosen
    .map((template): ScheduledTask => {
      const record = recordOf.get(template.key);
      const own = terms[template.key];
      const duration = own?.duration ?? template.duration;
      const needs = own?.needs ?? template.needs;
      const byTable = addTo(
        planting,
        own?.lead === undefined ? template.offset : { days: -own.lead },
      );
      const finish = record?.moved ?? byTable;
      const start = addTo(finish, { days: 1 - duration });
      const state = stateOf(record, start, finish, today);
      return {
        key: template.key,
        label: template.label,
        reason: template.reason,
        caution: template.caution,
        room: template.room,
        duration,
        lead: daysBetween(byTable, planting),
        needs,
        resource: own?.resource ?? template.resource,
        weather: template.weather,
        byTable,
        start,
        finish,
        state,
        lateBy: state === 'late' ? daysBetween(finish, today) : 0,
        slack: 0,
        doneOn: record?.doneOn,
        doneBy: record?.doneBy,
        waitsFor: needs.filter(open).map((key) => TASKS.find((task) => task.key === key)!.label),
      };
    })
    .sort((a, b) => (a.finish < b.finish ? -1 : a.finish > b.finish ? 1 : 0));
  for (let i = 1; i < tasks.length; i++) {
    tasks[i].slack = Math.max(0, daysBetween(tasks[i - 1].finish, tasks[i].start) - 1);
  }
  return tasks;
}

function stateOf(record: TaskRecord | undefined, start: Day, finish: Day, today: Day): TaskState {
  if (record?.skipped) return 'skipped';
  if (record?.doneOn) return 'done';
  if (finish < today) return 'late';
  if (start <= today) return 'due';
  return daysBetween(today, start) <= SOON ? 'soon' : 'later';
}
