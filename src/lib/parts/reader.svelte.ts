import type { Reader } from '$lib/words';
import { wordsOf } from '$lib/words';
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
