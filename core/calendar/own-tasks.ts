import { say } from '../say/message';
import type { TaskTemplate } from './tasks';

/** A task that a leader hangs on a block's string beside those of the trade. */
export interface OwnTask {
  /** "own-" and an id. */
  key: string;
  label: string;
  /** Days before planting by which it is finished; below 0 it comes after. */
  lead: number;
  /** Days it takes. */
  duration: number;
  reason: string;
  /** Machine or crew that does one thing at a time. */
  resource?: string;
  /** Money it costs each time. */
  cost?: number;
  /** Days from one time to the next, and how often in all. */
  repeat?: { every: number; times: number };
}

/** The shape of an own task's key, a repetition's number behind it. */
export const OWN_KEY = /^own-[0-9a-f-]{36}(\.\d{1,2})?$/;

/** Keys of an own task, the first time first. */
export const keysOf = ({ key, repeat }: OwnTask): string[] =>
  Array.from({ length: repeat?.times ?? 1 }, (_, i) => (i ? `${key}.${i + 1}` : key));

/** Own tasks as they hang on the string, each repetition a knot of its own that needs the one before. */
export function ownTemplates(tasks: readonly OwnTask[]): TaskTemplate[] {
  return tasks.flatMap((task) => {
    const keys = keysOf(task);
    return keys.map((key, i): TaskTemplate => {
      const lead = task.lead - i * (task.repeat?.every ?? 0);
      return {
        key,
        label:
          keys.length > 1
            ? say('own.taskOf', { label: task.label, turn: i + 1, of: keys.length })
            : say('own.task', { label: task.label }),
        offset: { days: -lead },
        duration: task.duration,
        reason: say('own.reason', { reason: task.reason }),
        needs: [...(i ? [keys[i - 1]] : []), ...(lead < 0 ? ['plant'] : [])],
        always: true,
        room: lead < 0 ? 'tending' : 'calendar',
        resource: task.resource,
      };
    });
  });
}
