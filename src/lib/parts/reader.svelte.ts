import { getContext, setContext } from 'svelte';
import { isTold } from '$core/say/told';
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

type Tells = (message: Message) => string;
const TELLS = Symbol('tells');
/** Has the parts of a component say messages in a language of its own. Call it while the component is set up. */
export const provideTelling = (tells: Tells): Tells => setContext(TELLS, tells);
/** What an error says in the language of the page around. Call it while the component is set up. */
export function useSpoken(): (error: unknown) => string {
  const tells = getContext<Tells | undefined>(TELLS);
  return (error) => (tells && isTold(error) ? tells(error.said) : spoken(error));
}

/** A message in words for whoever reads, in their units. */
export const inWords = (message: Message): string => words(message, reader as Reader);
