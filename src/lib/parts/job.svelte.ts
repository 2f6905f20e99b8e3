import { invalidate } from '$app/navigation';
import { arrived } from './arrived.svelte';
import type { Message } from '$core/say/message';
import { Told, told } from '$core/say/told';
import { signedInAgain } from './send.svelte';

export interface JobState {
  id: string;
  state: 'waiting' | 'running' | 'done' | 'failed' | 'cancelled';
  /** Share done, 0 to 1. */
  progress: number;
  result: Record<string, unknown> | null;
  said?: Message;
}

/** Long work that goes on at the server: shown by the shell with its progress and a way to stop it. */
export const job = $state<{ running?: JobState }>({});

const LOOK_EVERY = 400;

/**
 * Waits until long work is done, showing how far it is.
 * @returns what it came to
 * @throws Told when it failed or was stopped
 */
export async function finished<Result>(id: string): Promise<Result> {
  for (;;) {
    const response = await fetch(`/jobs/${id}`, { headers: { accept: 'application/json' } }).catch(
      () => undefined,
    );
    if (response?.status === 401) {
      if (await signedInAgain()) continue;
      job.running = undefined;
      throw told('job.goesOn');
    }
    // Not this person's, or not there any more: nothing will ever come of it.
    if (response?.status === 404) {
      job.running = undefined;
      throw told('job.failed');
    }
    const state = response?.ok
      ? ((await response.json().catch(() => undefined)) as JobState | undefined)
      : undefined;
    if (state) job.running = state;
    if (state?.state === 'done') {
      job.running = undefined;
      await arrived();
      await invalidate('viridane:rows');
      return state.result as Result;
    }
    if (state?.state === 'failed' || state?.state === 'cancelled') {
      job.running = undefined;
      throw state.said ? new Told(state.said) : told('job.stopped');
    }
    await new Promise((resolve) => setTimeout(resolve, LOOK_EVERY));
  }
}

export const stopJob = (id: string) => fetch(`/jobs/${id}`, { method: 'DELETE' });
