import { say, type List, type Message } from '../say/message';
import { told } from '../say/told';
import { addTo, daysBetween, type Day } from '../measure/dates';

/** One task of one block as a knot in the net of all of them. */
export interface Activity {
  id: string;
  block: string;
  label: Message;
  /** Days it takes. */
  duration: number;
  /** What must be finished before it starts, and days that must pass in between. */
  needs: readonly { id: string; lag: number }[];
  /** Must be finished on this day, whatever follows it. */
  due?: Day;
  /** Cannot start before this day. */
  from?: Day;
  /** Was finished on this day. */
  done?: Day | null;
  /** Machine or crew that only does one thing at a time. */
  resource?: string;
}

export interface Placed extends Activity {
  earliestStart: Day;
  earliestFinish: Day;
  /** Latest days on which nothing after it is late. */
  latestStart: Day;
  latestFinish: Day;
  /** Days it may wait; below 0 it is late by so many. */
  slack: number;
  /** On the path with the least slack of its block. */
  critical: boolean;
}

/**
 * In an order in which everything comes after what it needs (Kahn 1962).
 * @throws Told that names the tasks of a circle
 */
export function inDependencyOrder(activities: readonly Activity[]): Activity[] {
  const byId = new Map(activities.map((activity) => [activity.id, activity]));
  const waiting = new Map(
    activities.map(({ id, needs }) => [id, needs.filter((need) => byId.has(need.id)).length]),
  );
  const followers = followersOf(activities);
  const ready = activities.filter(({ id }) => waiting.get(id) === 0);
  const order: Activity[] = [];
  for (let next = ready.shift(); next; next = ready.shift()) {
    order.push(next);
    for (const { id } of followers.get(next.id) ?? []) {
      const left = waiting.get(id)! - 1;
      waiting.set(id, left);
      if (left === 0) ready.push(byId.get(id)!);
    }
  }
  if (order.length < activities.length)
    throw told('calendar.circle', { tasks: circle(activities, waiting) });
  return order;
}

/** The tasks of a circle, each before the one that waits for it. */
function circle(activities: readonly Activity[], waiting: ReadonlyMap<string, number>): List {
  const stuck = new Map(
    activities.filter(({ id }) => waiting.get(id)).map((activity) => [activity.id, activity]),
  );
  const seen: Activity[] = [];
  let at = [...stuck.values()][0];
  while (!seen.includes(at)) {
    seen.push(at);
    at = stuck.get(at.needs.find(({ id }) => stuck.has(id))!.id)!;
  }
  const round = seen.slice(seen.indexOf(at)).reverse();
  return { list: round.map(({ label }) => say('calendar.quoted', { task: label })) };
}

function followersOf(activities: readonly Activity[]): Map<string, { id: string; lag: number }[]> {
  const followers = new Map<string, { id: string; lag: number }[]>();
  for (const { id, needs } of activities)
    for (const { id: before, lag } of needs) {
      const own = followers.get(before) ?? [];
      own.push({ id, lag });
      followers.set(before, own);
    }
  return followers;
}

/**
 * Critical path over all blocks (Kelley & Walker 1959): earliest days from today forward, latest
 * days back from what is due. A task that takes one day starts and finishes on it; a lag of 0 lets
 * the next start the day after.
 * @param today nothing that is not done can start before it
 * @throws Told for a circle or a duration under 1
 */
export function criticalPath(activities: readonly Activity[], today: Day): Placed[] {
  const wrong = activities.find(({ duration }) => !(Number.isInteger(duration) && duration >= 1));
  if (wrong)
    throw told('calendar.taskWithoutDays', { label: wrong.label, duration: wrong.duration });
  const order = inDependencyOrder(activities);
  const early = new Map<string, { start: Day; finish: Day }>();
  for (const activity of order) {
    if (activity.done) {
      const start = addTo(activity.done, { days: 1 - activity.duration });
      early.set(activity.id, { start, finish: activity.done });
      continue;
    }
    let start = activity.from && activity.from > today ? activity.from : today;
    for (const { id, lag } of activity.needs) {
      const before = early.get(id);
      if (!before) continue;
      const after = addTo(before.finish, { days: lag + 1 });
      if (after > start) start = after;
    }
    early.set(activity.id, { start, finish: addTo(start, { days: activity.duration - 1 }) });
  }
  const horizon = [
    ...[...early.values()].map(({ finish }) => finish),
    ...activities.flatMap(({ due }) => due ?? []),
  ].reduce((last, day) => (day > last ? day : last), today);
  const followers = followersOf(activities);
  const late = new Map<string, { start: Day; finish: Day }>();
  const byId = new Map(activities.map((activity) => [activity.id, activity]));
  for (const activity of [...order].reverse()) {
    let finish = activity.due ?? horizon;
    for (const { id, lag } of followers.get(activity.id) ?? []) {
      if (byId.get(id)?.done) continue;
      const before = addTo(late.get(id)!.start, { days: -lag - 1 });
      if (before < finish) finish = before;
    }
    late.set(activity.id, { start: addTo(finish, { days: 1 - activity.duration }), finish });
  }
  const placed = activities.map((activity): Placed => {
    const { start, finish } = early.get(activity.id)!;
    const latest = late.get(activity.id)!;
    return {
      ...activity,
      earliestStart: start,
      earliestFinish: finish,
      latestStart: latest.start,
      latestFinish: latest.finish,
      slack: activity.done ? 0 : daysBetween(finish, latest.finish),
      critical: false,
    };
  });
  const least = new Map<string, number>();
  for (const { block, slack, done } of placed)
    if (!done) least.set(block, Math.min(least.get(block) ?? Infinity, slack));
  for (const entry of placed)
    entry.critical = !entry.done && entry.slack === least.get(entry.block);
  return placed;
}

/** What moves, and by how many days, when one task is finished on another day. */
export interface Consequence {
  id: string;
  block: string;
  label: Message;
  from: Day;
  to: Day;
  /** Days past its latest day; what is due then comes late by so many. */
  late: number;
}

/**
 * What follows from finishing a task on a given day: everything behind it whose earliest day moves.
 * @throws Told for a task that is not there
 */
export function whatFollows(
  activities: readonly Activity[],
  today: Day,
  id: string,
  finish: Day,
): Consequence[] {
  const moved = activities.find((activity) => activity.id === id);
  if (!moved) throw told('calendar.noSuchTask');
  const before = new Map(criticalPath(activities, today).map((entry) => [entry.id, entry]));
  const after = criticalPath(
    activities.map((activity) =>
      activity.id === id
        ? { ...activity, done: null, from: addTo(finish, { days: 1 - activity.duration }) }
        : activity,
    ),
    today,
  );
  return after
    .filter(
      (entry) => entry.id === id || entry.earliestFinish > before.get(entry.id)!.earliestFinish,
    )
    .filter((entry) => !entry.done)
    .map((entry) => ({
      id: entry.id,
      block: entry.block,
      label: entry.label,
      from: before.get(entry.id)!.earliestFinish,
      to: entry.id === id ? finish : entry.earliestFinish,
      late: Math.max(
        0,
        daysBetween(
          before.get(entry.id)!.latestFinish,
          entry.id === id ? finish : entry.earliestFinish,
        ),
      ),
    }))
    .sort((a, b) => (a.to < b.to ? -1 : 1));
}

/** Two tasks that want the same machine or crew on the same days. */
export interface Conflict {
  resource: string;
  first: Placed;
  second: Placed;
  /** Days on which both want it. */
  days: number;
  /** Days the second has to wait if the first goes first, and what that leaves of its slack. */
  wait: number;
  slackLeft: number;
}

/**
 * Conflicts on the days set for each task, the one with less slack first.
 * @param planned day on which each task is to be finished
 */
export function conflicts(
  placed: readonly Placed[],
  planned: ReadonlyMap<string, Day>,
): Conflict[] {
  const spans = placed
    .filter(({ resource, done }) => resource && !done)
    .map((entry) => {
      const finish = planned.get(entry.id) ?? entry.latestFinish;
      return { entry, finish, start: addTo(finish, { days: 1 - entry.duration }) };
    });
  const found: Conflict[] = [];
  spans.forEach((a, i) => {
    for (const b of spans.slice(i + 1)) {
      if (a.entry.resource !== b.entry.resource) continue;
      const from = a.start > b.start ? a.start : b.start;
      const to = a.finish < b.finish ? a.finish : b.finish;
      if (from > to) continue;
      const [first, second] = a.entry.slack <= b.entry.slack ? [a, b] : [b, a];
      const wait = daysBetween(second.start, first.finish) + 1;
      found.push({
        resource: a.entry.resource!,
        first: first.entry,
        second: second.entry,
        days: daysBetween(from, to) + 1,
        wait,
        slackLeft: daysBetween(second.finish, second.entry.latestFinish) - wait,
      });
    }
  });
  return found.sort((a, b) => a.slackLeft - b.slackLeft);
}
