import type { Message } from '$core/say/message';
import { isTold } from '$core/say/told';

/** What came of a task: errors cross the thread as their message, or as their own words. */
export type Told<T> = { ok: T } | { said: Message } | { error: string };

const failed = (error: unknown) =>
  isTold(error) ? { said: error.said } : { error: (error as Error).message };

/** Does a task of a worker. */
export function tell<T>(task: () => T): Told<T> {
  try {
    return { ok: task() };
  } catch (error) {
    return failed(error);
  }
}

/** Does a task of a worker that waits for something. */
export async function tellLater<T>(task: () => Promise<T>): Promise<Told<T>> {
  try {
    return { ok: await task() };
  } catch (error) {
    return failed(error);
  }
}
