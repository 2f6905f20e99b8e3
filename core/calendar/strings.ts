import { say, onDay, onDayOfYear, type Message } from '../say/message';
import { addTo, daysBetween, type Day } from '../measure/dates';
import type { Activity, Placed } from './network';
import { isDropped, type ScheduledTask } from './schedule';

/** A block's string: its planting day and the tasks that hang on it. */
export interface BlockString {
  id: string;
  name: string;
  plantingDay: Day | null;
  tasks: readonly ScheduledTask[];
}

export const knotId = (block: string, task: string): string => `${block}/${task}`;

/**
 * The net of all blocks: what a task needs first, how long each must lie before planting, and how
 * long after it the rest may begin. Skipped tasks are left out.
 */
export function activitiesOf(strings: readonly BlockString[]): Activity[] {
  return strings.flatMap(({ id: block, name, plantingDay, tasks }) => {
    if (!plantingDay) return [];
    const hanging = tasks.filter((task) => !isDropped(task));
    const has = new Set(hanging.map(({ key }) => key));
    const planting = plantingDays(
      hanging.find(({ key }) => key === 'plant'),
      plantingDay,
    );
    const before = hanging.filter(({ key, lead }) => key !== 'plant' && lead > 0);
    return hanging.map((task): Activity => {
      const needs = task.needs
        .filter((key) => has.has(key) && !(task.lead <= 0 && key === 'plant'))
        .filter((key) => task.key !== 'plant' || !before.some((entry) => entry.key === key))
        .map((key) => ({ id: knotId(block, key), lag: 0 }));
      if (task.key === 'plant')
        // What is done is done: a lead that was cut short no longer holds planting back.
        for (const { key, lead, doneOn } of before)
          needs.push({ id: knotId(block, key), lag: doneOn ? -1 : lead - 1 });
      else if (task.lead <= 0 && has.has('plant'))
        // Counted from the first day of planting, however many days that takes.
        needs.push({
          id: knotId(block, 'plant'),
          lag: Math.max(-planting, 1 - planting - task.lead - task.duration),
        });
      return {
        id: knotId(block, task.key),
        block,
        label: say('calendar.taskOn', { task: task.label, block: name }),
        duration: task.daysLeft ?? task.duration,
        needs,
        due:
          task.key === 'plant'
            ? addTo(plantingDay, { days: task.duration - 1 })
            : task.lead <= 0
              ? task.finish
              : undefined,
        done: task.doneOn,
        resource: task.resource,
      };
    });
  });
}

/** Days from the first day of planting to where the net has its last: what is left of it is less once it has begun. */
const plantingDays = (plant: ScheduledTask | undefined, first: Day): number =>
  Math.max(1, plant?.doneOn ? daysBetween(first, plant.doneOn) + 1 : (plant?.duration ?? 1));

/** What a late task costs, and the three ways out of it. */
export interface LateCost {
  days: number;
  skip: Message;
  shorten: Message;
  shift: Message;
  /** Planting day that would keep the full lead. */
  shiftTo: Day;
}

/**
 * What it costs that a task before planting cannot be done by its day.
 * @returns undefined when it is in time, done, or comes after planting
 */
export function lateCost(task: ScheduledTask, placed: Placed, planting: Day): LateCost | undefined {
  if (task.doneOn || task.lead <= 0 || placed.slack >= 0) return undefined;
  const days = -placed.slack;
  const left = daysBetween(placed.earliestFinish, planting);
  const shiftTo = addTo(planting, { days });
  return {
    days,
    skip: say('calendar.lateSkip', { reason: task.reason }),
    shorten:
      left > 0
        ? say('calendar.lateShorten', {
            day: onDay(placed.earliestFinish),
            left,
            lead: task.lead,
          })
        : say('calendar.lateTooShort', { days: -left }),
    shift: say('calendar.lateShift', { day: onDayOfYear(shiftTo), lead: task.lead }),
    shiftTo,
  };
}

/** Days after which a task that is late was most likely due before anybody thought of it. From memory. */
const LONG_PAST = 28;

/** Tasks before planting that were due long ago: whoever sets a day that is near settles them together. */
export const longPast = (tasks: readonly ScheduledTask[]): ScheduledTask[] =>
  tasks.filter(({ state, lateBy, lead }) => state === 'late' && lateBy > LONG_PAST && lead > 0);

/** One sentence on how long a task may still wait. */
export function slackSentence(placed: Placed): Message {
  if (placed.done) return say('calendar.slackDone');
  if (placed.slack < 0) return say('calendar.slackLate', { days: -placed.slack });
  if (placed.slack === 0) return say('calendar.slackNone');
  return say('calendar.slackLoose', { day: onDayOfYear(placed.latestFinish), days: placed.slack });
}
