import { isTold } from '../core/say/told';
import { wordsOf } from '../src/lib/words';

/** For assert.throws: an error meant for the person whose words match. */
export const says = (pattern: RegExp) => (error: unknown) =>
  isTold(error) && pattern.test(wordsOf(error));
