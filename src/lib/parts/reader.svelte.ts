import { getContext, setContext } from 'svelte';
import { isTold } from '$core/say/told';
import type { Reader } from '$lib/words';
import { sentence, words, wordsOf } from '$lib/words';
import { parts, type PartKey } from '$lib/words/field/parts';
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

/** How the page around speaks, where that is not the desk's English. */
interface Tongue {
  tells: (message: Message) => string;
  say: (key: PartKey, figures?: Message['figures']) => string;
}
const TONGUE = Symbol('tongue');
/** Has the parts of a component speak a language of its own. Call it while the component is set up. */
export const provideTongue = (tongue: Tongue): Tongue => setContext(TONGUE, tongue);
const tongueAround = () => getContext<Tongue | undefined>(TONGUE);

/** What an error says in the language of the page around. Call it while the component is set up. */
export function useSpoken(): (error: unknown) => string {
  const tongue = tongueAround();
  return (error) => (tongue && isTold(error) ? tongue.tells(error.said) : spoken(error));
}

/** A part's own words in the language of the page around. Call it while the component is set up. */
export const usePartWords = (): Tongue['say'] =>
  tongueAround()?.say ?? ((key, figures = {}) => sentence(key, parts.en[key], figures));

/** A measure that is written already, its signs those of the language around. Call it while the component is set up. */
export function useWritten(): (text: string) => string {
  const say = usePartWords();
  return (text) => say('part.value', { value: { written: text } });
}

/** A message in words for whoever reads, in their units. */
export const inWords = (message: Message): string => words(message, reader as Reader);
