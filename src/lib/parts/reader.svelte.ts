import type { Reader } from '$lib/words';
import { words, wordsOf } from '$lib/words';
import type { Message } from '$core/say/message';
import type { UnitSystem } from '$core/measure/units';

/**
 * Who reads, for sentences that come up outside of any component: errors of a command or a worker. Set by
 * the shell in the browser; nothing on the server reads it.
 */
export const reader = $state<{ system: UnitSystem; zone: string }>({
  system: 'metric',
  zone: 'utc',
});

/** What an error says to whoever reads, in their units. */
export const spoken = (error: unknown): string => wordsOf(error, reader as Reader);

/** A message in words for whoever reads, in their units. */
export const inWords = (message: Message): string => words(message, reader as Reader);
