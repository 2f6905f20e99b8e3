import { spoken } from '$lib/parts/reader.svelte';
import { proxy, wrap, type Remote } from 'comlink';
import type { LayoutParameters } from '$core/rows/layout';
import { told, Told as ToldError } from '$core/say/told';
import type { BearingResult } from '$core/rows/search';
import type { CoreWorker, Told } from '../../workers/core.worker';

let remote: Remote<CoreWorker> | undefined;

/** The page's worker, started at first use. */
export function coreWorker(): Remote<CoreWorker> {
  remote ??= wrap<CoreWorker>(
    new Worker(new URL('../../workers/core.worker.ts', import.meta.url), { type: 'module' }),
  );
  return remote;
}

/** Unwraps what the worker told, throwing what it threw. */
export function heard<T>(told: Told<T>): T {
  if ('said' in told) throw new ToldError(told.said);
  if ('error' in told) throw new Error(told.error);
  return told.ok;
}

/** Seconds after which a file that is still being read never will be. */
const READING = 30;

/**
 * Reads a file in a worker of its own, which ends with the reading: a file that never comes to an end, or
 * breaks the worker, costs nothing but its time, and the plan goes on being drawn meanwhile.
 * @param seconds until reading is given up
 */
export async function readFile<T>(
  read: (worker: Remote<CoreWorker>) => Promise<Told<T>>,
  seconds = READING,
): Promise<T> {
  const thread = new Worker(new URL('../../workers/core.worker.ts', import.meta.url), {
    type: 'module',
  });
  let clock: ReturnType<typeof setTimeout> | undefined;
  const given = new Promise<never>((_, reject) => {
    clock = setTimeout(() => reject(told('formats.tooLong', { seconds })), 1000 * seconds);
    thread.onerror = () => reject(told('formats.tooLong', { seconds }));
  });
  try {
    return heard(await Promise.race([read(wrap<CoreWorker>(thread)), given]));
  } finally {
    clearTimeout(clock);
    thread.terminate();
  }
}

/**
 * Lays every bearing in a worker of its own, so that plans go on being drawn meanwhile and the search
 * can be stopped by ending it.
 */
export function searchDirections(
  parameters: LayoutParameters,
  progress: (done: number) => void,
): { results: Promise<BearingResult[]>; stop: () => void } {
  const thread = new Worker(new URL('../../workers/core.worker.ts', import.meta.url), {
    type: 'module',
  });
  let stopped = () => {};
  const ended = new Promise<BearingResult[]>((resolve) => (stopped = () => resolve([])));
  const searched = (async () => {
    const ground = await coreWorker().ground();
    if (!ground) throw new Error('The ground has not been read yet.');
    return heard(await wrap<CoreWorker>(thread).search(ground, parameters, proxy(progress)));
  })();
  return {
    results: Promise.race([searched, ended]).finally(() => thread.terminate()),
    stop: () => stopped(),
  };
}

/**
 * Runs a task on the newest input only: while one runs, later inputs replace each other, so that a
 * slider is never behind by more than one run.
 */
export function latestOnly<Input, Output>(
  task: (input: Input) => Promise<Output>,
  done: (output: Output, input: Input) => void,
  failed: (message: string) => void,
): (input: Input) => void {
  let running = false;
  let waiting: { input: Input } | undefined;
  const run = async (input: Input) => {
    running = true;
    try {
      done(await task(input), input);
    } catch (error) {
      failed(spoken(error));
    }
    running = false;
    if (waiting) {
      const next = waiting.input;
      waiting = undefined;
      void run(next);
    }
  };
  return (input) => {
    if (running) waiting = { input };
    else void run(input);
  };
}
