import type { BlockCall } from '../morning/board';
import { daysBetween, type Day } from '../measure/dates';
import { onDay, onDayOfYear, say, shareOf, temperatureOf, windOf } from '../say/message';
import { tends } from '../tending/due';
import type { Air } from '../stock/exposure';
import type { ScheduledTask } from './schedule';
import { longPast } from './strings';
import { DAY_LIMITS, judgeAir, type AirFinding } from './weather';

/**
 * Tasks that are late or due now. Where several were due long ago they are one call: a day was set that is near, and
 * whoever plants this morning has other things to read.
 */
export function taskCalls(tasks: readonly ScheduledTask[], block: string): BlockCall[] {
  const past = longPast(tasks);
  if (past.length < 2) return eachTask(tasks, block);
  return [
    ...eachTask(
      tasks.filter((task) => !past.includes(task)),
      block,
    ),
    {
      ...{ room: 'calendar', urgency: 'soon', when: say('when.late') },
      say: say('calendar.longPast', { tasks: past.length, block }),
      detail: say('calendar.longPastWhich', { labels: { list: past.map(({ label }) => label) } }),
      action: say('action.settleThem'),
    },
  ];
}

function eachTask(tasks: readonly ScheduledTask[], block: string): BlockCall[] {
  return tasks.map((task) => {
    const late = task.state === 'late';
    return {
      room: tends(task) ? 'tending' : 'calendar',
      urgency: late ? 'soon' : 'note',
      when: late ? say('when.late') : say('when.day', { day: onDay(task.finish) }),
      say: late
        ? say('calendar.taskLate', {
            task: task.label,
            block,
            days: task.lateBy,
            held: task.waitsFor.length ? 'yes' : 'no',
            waits: { list: task.waitsFor },
          })
        : say('calendar.taskDue', { task: task.label, block, day: onDay(task.finish) }),
      detail: task.reason,
      action: say('action.tickOff'),
    };
  });
}

/** No planting season lasts longer, days: trees that went in so long before belong to another one. From memory. */
const SEASON = 150;

/** Whether trees went in before the planting day of their season, or without one. */
export const beganBefore = (planned: Day | null, begun: Day | undefined): begun is Day =>
  begun !== undefined && (!planned || (begun < planned && daysBetween(begun, planned) <= SEASON));

/**
 * What is wrong with a block's planting day: there is none to count back from, or trees went in before it, so
 * that all that follows the planting would come too late.
 * @param begun the first day on which trees went in
 */
export function dayCalls(block: string, planned: Day | null, begun: Day | undefined): BlockCall[] {
  const began = beganBefore(planned, begun);
  if (planned && !began) return [];
  const common = { room: 'calendar', action: say('action.setDay') } as const;
  if (!began)
    return [
      {
        ...{ ...common, urgency: 'note', when: say('when.open') },
        say: say('calendar.setDay', { block }),
        detail: say('calendar.nothingCounted'),
      },
    ];
  const figures = { block, day: onDayOfYear(begun) };
  return [
    {
      ...{ ...common, urgency: 'soon', when: say('when.today') },
      say: planned
        ? say('calendar.begunBefore', { ...figures, planned: onDayOfYear(planned) })
        : say('calendar.begunWithout', figures),
      detail: planned
        ? say('calendar.comesLate', { days: daysBetween(begun, planned) })
        : say('calendar.nothingCounted'),
    },
  ];
}

/** What the air will do to the day. */
export function airCall(
  hours: readonly (Air & { hour: number })[],
  at: Air & { hour: number },
): BlockCall | undefined {
  const today = judgeAir(at);
  const now = {
    wind: windOf(at.wind),
    temperature: temperatureOf(at.temperature),
    humidity: shareOf(Math.round(at.humidity * 100) / 100),
  };
  const because = (findings: readonly AirFinding[]) => ({
    list: findings.map((finding) => say(`air.${finding}`)),
  });
  const common = { room: 'crew', urgency: 'stop', action: say('action.seeCrew') } as const;
  if (today.dayClass === 'stop')
    return {
      ...common,
      when: say('when.now'),
      say: say('calendar.stopNow', { because: because(today.because) }),
      detail: say('calendar.airNow', now),
    };
  const stop = hours.find((hour) => hour.hour >= at.hour && judgeAir(hour).dayClass === 'stop');
  if (!stop) return undefined;
  const why = judgeAir(stop).because;
  const hour = `${String(stop.hour).padStart(2, '0')}:00`;
  return {
    ...common,
    when: say('when.byHour', { hour }),
    say: say('calendar.stopBy', {
      hour,
      because: because(why),
      limit: windOf(DAY_LIMITS.windStop),
      wind: why.length === 1 && why[0] === 'wind' ? 'yes' : 'no',
    }),
    detail: say('calendar.windThen', {
      wind: now.wind,
      dayClass: say(`air.${today.dayClass}`),
      then: windOf(stop.wind),
    }),
  };
}
