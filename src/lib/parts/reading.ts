import { wrap, type Remote } from 'comlink';
import { told, Told as ToldError } from '$core/say/told';
import type { CoreWorker } from '../../workers/core.worker';
import type { TablesWorker } from '../../workers/tables.worker';
import type { Told } from '../../workers/told';

/** Unwraps what a worker told, throwing what it threw. */
export function heard<T>(told: Told<T>): T {
  if ('said' in told) throw new ToldError(told.said);
  if ('error' in told) throw new Error(told.error);
  return told.ok;
}

/** What is being read: how each of it is stopped. */
const readings = new Set<() => void>();

/** Stops all reading: whoever asked for it is told so. */
export const stopReading = (): void => readings.forEach((stop) => stop());

/** Seconds after which a file that is still being read never will be. */
const READING = 30;

/**
 * Reads in a worker of its own, which ends with the reading: a file that never comes to an end, or breaks the
 * worker, costs nothing but its time, and the page goes on meanwhile.
 * @param seconds until reading is given up
 */
async function within<Readers, T>(
  thread: Worker,
  read: (worker: Remote<Readers>) => Promise<Told<T>>,
  seconds: number,
): Promise<T> {
  let clock: ReturnType<typeof setTimeout> | undefined;
  let stop = () => {};
  const given = new Promise<never>((_, reject) => {
    stop = () => reject(told('formats.readingStopped'));
    readings.add(stop);
    clock = setTimeout(() => reject(told('formats.tooLong', { seconds })), 1000 * seconds);
    thread.onerror = () => reject(told('formats.tooLong', { seconds }));
  });
  try {
    return heard(await Promise.race([read(wrap<Readers>(thread)), given]));
  } finally {
    readings.delete(stop);
    clearTimeout(clock);
    thread.terminate();
  }
}

/** Reads a file of shapes or heights. */
export const readFile = <T>(
  read: (worker: Remote<CoreWorker>) => Promise<Told<T>>,
  seconds = READING,
): Promise<T> =>
  within(
    new Worker(new URL('../../workers/core.worker.ts', import.meta.url), { type: 'module' }),
    read,
    seconds,
  );

/** Reads a table: weather, a logger, an instrument, an order, a counter. */
export const readTable = <T>(
  read: (worker: Remote<TablesWorker>) => Promise<Told<T>>,
  seconds = READING,
): Promise<T> =>
  within(
    new Worker(new URL('../../workers/tables.worker.ts', import.meta.url), { type: 'module' }),
    read,
    seconds,
  );
