import type { ScheduledTask } from '../calendar/schedule';

/** Tending of a planted block: what the calendar asks for after planting day. */
export interface TendingList {
  late: ScheduledTask[];
  now: ScheduledTask[];
  ahead: ScheduledTask[];
  done: ScheduledTask[];
}

/**
 * What is due on a block, from its scheduled tasks. Nothing is due before the block is planted:
 * tending of trees that do not stand yet would only hide what really waits.
 * @param planted whether anything stands on the block
 */
export function tendingDue(tasks: readonly ScheduledTask[], planted: boolean): TendingList {
  const tending = tasks.filter(({ room }) => room === 'tending');
  const of = (...states: ScheduledTask['state'][]) =>
    tending.filter(({ state }) => states.includes(state));
  return {
    late: planted ? of('late') : [],
    now: planted ? of('due') : [],
    ahead: planted ? of('soon', 'later') : of('late', 'due', 'soon', 'later'),
    done: of('done', 'skipped'),
  };
}
