import { addTo, daysBetween, type Day } from '../measure/dates';
import type { Message } from '../say/message';
import type { CalendarTerms } from './terms';
import { doneElsewhere, roundsOfTasks, type DoneElsewhere, type ToldElsewhere } from './elsewhere';
import { ownTemplates, type OwnTask } from './own-tasks';
import { SPRAYER, TASKS, type TaskTemplate, type WeatherNeed } from './tasks';

/** "passed" is a preparation that nobody ticked and that trees stand on by now: a gap in the records, no work. */
export type TaskState = 'done' | 'late' | 'due' | 'soon' | 'later' | 'skipped' | 'passed';

/** What no longer hangs on a block's string: left out by the leader, or overtaken by the planting. */
export const isDropped = ({ state }: Pick<ScheduledTask, 'state'>): boolean =>
  state === 'skipped' || state === 'passed';

/** What a leader has changed or reported about one task of one block. */
export interface TaskRecord {
  key: string;
  /** Moved to this finishing day. */
  moved?: Day | null;
  skipped?: boolean;
  doneOn?: Day | null;
  doneBy?: string | null;
  /** Somebody said that it is not done, whatever other pages tell. */
  notDone?: boolean;
}

export interface ScheduledTask {
  key: string;
  label: Message;
  reason: Message;
  caution?: Message;
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
  /** Done by what other pages tell, not by a tick. */
  elsewhere?: DoneElsewhere['by'];
  /** Days still to go of a task that has begun. */
  daysLeft?: number;
  /** Names of needed tasks that are not done. */
  waitsFor: Message[];
}

/** What the rest of the program knows of a block's tasks. */
export interface Circumstances {
  /** Tasks of the leader's own. */
  own?: readonly OwnTask[];
  /** What walks found, see `visitTasks`. */
  seen?: readonly TaskTemplate[];
  /** Days planting takes from its first day on, and how many of them are left. */
  planting?: { days: number; left: number };
  /** Whether trees stand. */
  stands?: boolean;
  /** What other pages show done. */
  told?: ToldElsewhere;
}

/** Days after planting begins within which a task follows the planters row by row. */
const BEHIND_PLANTERS = 2;

/** Work that goes on behind the planters for as long as they plant: watering in, checking rows. */
const accompanies = ({ needs, offset }: TaskTemplate): boolean => {
  const { months = 0, weeks = 0, days = 0 } = offset;
  return needs.includes('plant') && !months && !weeks && days >= 0 && days <= BEHIND_PLANTERS;
};

/** Preparations that help trees which stand already. */
const STILL_HELPS: ReadonlySet<string> = new Set(['fence']);

/** Days ahead in which a task counts as coming soon. */
const SOON = 14;

/**
 * Tasks of a block counted from its planting day.
 * @param planting the day planting begins
 * @param wanted keys that the method brings in
 * @param records moves, skips and done dates
 * @param today the day on which lateness is judged
 * @param terms what the leader changed: days it takes, days before planting, machine
 * @param known own tasks, how long planting takes, and what is done elsewhere
 * @returns in order of their finishing days
 */
export function schedule(
  planting: Day,
  wanted: ReadonlySet<string>,
  records: readonly TaskRecord[],
  today: Day,
  terms: NonNullable<CalendarTerms['tasks']> = {},
  known: Circumstances = {},
): ScheduledTask[] {
  const chosen = [
    ...TASKS.filter(({ key, always }) => always || wanted.has(key)),
    ...ownTemplates(known.own ?? []),
    ...(known.seen ?? []),
  ];
  const tableDay = ({ key, offset }: TaskTemplate): Day => {
    const lead = terms[key]?.lead;
    return addTo(planting, lead === undefined ? offset : { days: -lead });
  };
  const plantingLasts = terms.plant?.duration ?? known.planting?.days ?? 1;
  const recordOf = new Map(records.map((record) => [record.key, record]));
  const elsewhere = toldDone(chosen, recordOf, tableDay, today, known.told);
  const open = (key: string) => {
    const record = recordOf.get(key);
    return (
      chosen.some((task) => task.key === key) &&
      !record?.doneOn &&
      !record?.skipped &&
      !elsewhere.has(key)
    );
  };
  const tasks = chosen
    .map((template): ScheduledTask => {
      const record = recordOf.get(template.key);
      const own = terms[template.key];
      const plants = template.key === 'plant';
      const behind = accompanies(template);
      /** Days by which it lasts longer than on a day's planting. */
      const longer = behind ? plantingLasts - 1 : 0;
      const duration =
        (own?.duration ?? (plants ? plantingLasts : template.duration)) +
        (own?.duration ? 0 : longer);
      const told = elsewhere.get(template.key);
      const needs = own?.needs ?? template.needs;
      // Planting begins on its day and lasts as long as it must, and what follows the planters with it;
      // everything else is finished by its day.
      const onTable = tableDay(template);
      const byTable = addTo(onTable, { days: plants ? duration - 1 : longer });
      const finish = record?.moved ?? byTable;
      const start = addTo(finish, { days: 1 - duration });
      const overtaken =
        known.stands &&
        planting <= today &&
        onTable < planting &&
        TEMPLATES.has(template.key) &&
        !STILL_HELPS.has(template.key);
      const judged = told ? 'done' : stateOf(record, start, finish, today);
      const state = overtaken && (judged === 'late' || judged === 'due') ? 'passed' : judged;
      return {
        key: template.key,
        label: template.label,
        reason: template.reason,
        caution: template.caution,
        room: template.room,
        duration,
        lead: daysBetween(onTable, planting),
        needs,
        resource: own?.resource ?? template.resource,
        weather: template.weather,
        byTable,
        start,
        finish,
        state,
        lateBy: state === 'late' ? daysBetween(finish, today) : 0,
        slack: 0,
        doneOn: told?.on ?? record?.doneOn,
        doneBy: record?.doneBy,
        elsewhere: told?.by,
        daysLeft: plants
          ? known.planting?.left
          : longer && start < today
            ? Math.max(duration - longer, daysBetween(today, finish) + 1)
            : undefined,
        waitsFor: needs
          .filter((need) => open(need) && !(behind && need === 'plant' && start <= today))
          .map((key) => chosen.find((entry) => entry.key === key)!.label),
      };
    })
    .sort((a, b) => (a.finish < b.finish ? -1 : a.finish > b.finish ? 1 : 0));
  for (let i = 1; i < tasks.length; i++) {
    tasks[i].slack = Math.max(0, daysBetween(tasks[i - 1].finish, tasks[i].start) - 1);
  }
  return tasks;
}

/** Tasks that other pages show done, and nobody has ticked, left out or called undone. */
function toldDone(
  chosen: readonly TaskTemplate[],
  recordOf: ReadonlyMap<string, TaskRecord>,
  tableDay: (template: TaskTemplate) => Day,
  today: Day,
  told: ToldElsewhere | undefined,
): Map<string, DoneElsewhere> {
  if (!told) return new Map();
  const sprayed = roundsOfTasks(
    told.sprayed,
    chosen
      .filter(({ resource, key }) => resource === SPRAYER && !recordOf.get(key)?.skipped)
      .map((template) => {
        const record = recordOf.get(template.key);
        return {
          key: template.key,
          day: record?.doneOn ?? record?.moved ?? tableDay(template),
        };
      }),
  );
  return new Map(
    chosen.flatMap((template) => {
      const { key } = template;
      const record = recordOf.get(key);
      if (record?.doneOn || record?.notDone || record?.skipped) return [];
      const done = doneElsewhere(told, key, tableDay(template), today, sprayed);
      return done ? [[key, done] as const] : [];
    }),
  );
}

function stateOf(record: TaskRecord | undefined, start: Day, finish: Day, today: Day): TaskState {
  if (record?.skipped) return 'skipped';
  if (record?.doneOn) return 'done';
  if (finish < today) return 'late';
  if (start <= today) return 'due';
  return daysBetween(today, start) <= SOON ? 'soon' : 'later';
}

/** A task without the messages that everybody has who has the table: half of what a list of tasks weighs. */
export type LeanTask = Omit<ScheduledTask, 'label' | 'reason' | 'caution'> &
  Partial<Pick<ScheduledTask, 'label' | 'reason' | 'caution'>>;

const TEMPLATES = new Map(TASKS.map((template) => [template.key, template]));

/** Leaves out what `wholeTask` finds again by the task's key. */
export function leanTask({ label, reason, caution, ...task }: ScheduledTask): LeanTask {
  return TEMPLATES.has(task.key) ? task : { ...task, label, reason, caution };
}

export function wholeTask(task: LeanTask): ScheduledTask {
  const { label, reason, caution } = TEMPLATES.get(task.key) ?? {};
  return { label, reason, caution, ...task } as ScheduledTask;
}
