import { spoken } from '$lib/parts/reader.svelte';
import { proxy, wrap, type Remote } from 'comlink';
import type { LayoutParameters } from '$core/rows/layout';
import type { BearingResult } from '$core/rows/search';
import { heard } from '$lib/parts/reading';
import type { CoreWorker } from '../../workers/core.worker';

let remote: Remote<CoreWorker> | undefined;

/** The page's worker, started at first use. */
export function coreWorker(): Remote<CoreWorker> {
  remote ??= wrap<CoreWorker>(
    new Worker(new URL('../../workers/core.worker.ts', import.meta.url), { type: 'module' }),
  );
  return remote;
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
