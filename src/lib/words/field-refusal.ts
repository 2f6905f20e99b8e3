import type { ValidationError } from 'yup';
import type { UnitSystem } from '../../../core/measure/units';
import { say, type Message } from '../../../core/say/message';
import { words } from '.';
import { fieldName, fieldNumber } from './field-words';

/** By what name the schema's library gives a limit that was passed. */
const LIMITS = ['min', 'max', 'more', 'less'] as const;

/** "keepouts[0].setback" → "keepouts", "*", "setback" */
const namesOf = (path: string) =>
  path.split('.').flatMap((name) => (name.endsWith(']') ? [name.split('[')[0], '*'] : [name]));

/**
 * Why a schema refuses a field, as data: what was found and what is accepted, called and measured as its form
 * does. So a phone says it in its reader's language.
 * @returns nothing where the field has no name in words, or its fault is no limit
 */
export function fieldMessage(error: ValidationError, system: UnitSystem): Message | undefined {
  if (error.type === 'not-ahead') return say('changed.ahead');
  const names = namesOf(error.path ?? '');
  const field = fieldName(names);
  const found: unknown = error.params?.value ?? error.value;
  const limit = LIMITS.find((one) => typeof error.params?.[one] === 'number');
  if (!field || !limit || typeof found !== 'number') return undefined;
  const written = (value: number) => ({ written: fieldNumber(names, value, system) });
  const accepted = written(error.params![limit] as number);
  return say('changed.limit', { field, limit, found: written(found), accepted });
}

/** The same in words for the desk; the schema's own sentence where there is no better one. */
export function fieldRefusal(error: ValidationError, system: UnitSystem): string {
  const said = fieldMessage(error, system);
  return said ? words(said, { system }) : error.message;
}

/** What a refused field is answered with: in words for the desk, as data for phones, and which field it is. */
export const fieldFault = (error: ValidationError, system: UnitSystem) => ({
  error: fieldRefusal(error, system),
  said: fieldMessage(error, system),
  field: error.path || undefined,
});
