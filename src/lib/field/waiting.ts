import type { Outbox } from './outbox.svelte';
import type { useTongue } from './tongue.svelte';

/** What waits to be sent, in the reader's language: the one line that says whether anything could be lost. */
export function waitingWords(
  { say }: Pick<ReturnType<typeof useTongue>, 'say'>,
  {
    signedOut,
    waiting,
    online,
    unkept,
  }: Pick<Outbox, 'signedOut' | 'waiting' | 'online' | 'unkept'>,
): string {
  if (unkept) return say('frame.unkept');
  if (signedOut) return say('frame.signedOut', { waiting });
  if (!waiting) return say('frame.allSent');
  return say(online ? 'frame.sending' : 'frame.noSignal', { waiting });
}
