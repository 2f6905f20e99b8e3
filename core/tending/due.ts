import type { ScheduledTask } from '../calendar/schedule';
import type { BlockCall } from '../morning/board';
import { say } from '../say/message';

/** Tending of a planted block: what the calendar asks for after planting day. */
export interface TendingList {
  late: ScheduledTask[];
  now: ScheduledTask[];
  ahead: ScheduledTask[];
  done: ScheduledTask[];
}

/** What is due on a block: one list for the board, the calendar and the tending page. */
export interface Due {
  /** Tasks that want attention, in order of their days. */
  waiting: ScheduledTask[];
  tending: TendingList;
}

/** Whether a task looks after trees that stand: whatever its room, when it comes after planting. */
export const tends = ({ room, lead }: Pick<ScheduledTask, 'room' | 'lead'>): boolean =>
  room === 'tending' || lead < 0;

/**
 * What is due on a block, from its scheduled tasks. Nothing is tended before the block is planted: tending
 * of trees that do not stand yet would only hide what really waits.
 * @param stands whether anything stands on the block
 */
export function dueTasks(tasks: readonly ScheduledTask[], { stands }: { stands: boolean }): Due {
  const waits = ({ state }: ScheduledTask) => state === 'late' || state === 'due';
  const tending = tasks.filter(tends);
  const of = (...states: ScheduledTask['state'][]) =>
    tending.filter(({ state }) => states.includes(state));
  return {
    waiting: tasks.filter((task) => waits(task) && (stands || !tends(task))),
    tending: {
      late: stands ? of('late') : [],
      now: stands ? of('due') : [],
      ahead: stands ? of('soon', 'later') : of('late', 'due', 'soon', 'later'),
      done: of('done', 'skipped'),
    },
  };
}

/**
 * A block on which all that was to be done is done: planted, counted, and nothing of its tending late, due or ahead. It
 * would only stand in the way of the others.
 * @param counted whether what lives was ever counted
 */
export function allDoneCalls(
  { planted, total, counted }: { planted: number; total: number; counted: boolean },
  { late, now, ahead }: Pick<TendingList, 'late' | 'now' | 'ahead'>,
  block: string,
): BlockCall[] {
  const open = late.length + now.length + ahead.length;
  if (!total || planted < total || !counted || open) return [];
  return [
    {
      room: 'ground',
      urgency: 'note',
      when: say('when.open'),
      say: say('ground.allDone', { block }),
      detail: say('ground.allDoneWhy'),
      action: say('action.setAside'),
    },
  ];
}
