import type { ValidationError } from 'yup';
import type { UnitSystem } from '../../../core/measure/units';
import { fieldName, fieldNumber } from './field-words';

/** What a limit of a schema is called, by the name that the schema's library has for it. */
const LIMITS = { min: 'at least', max: 'at most', more: 'more than', less: 'less than' } as const;

/** "keepouts[0].setback" → "keepouts", "*", "setback" */
const namesOf = (path: string) =>
  path.split('.').flatMap((name) => (name.endsWith(']') ? [name.split('[')[0], '*'] : [name]));

/**
 * Why a schema refuses a field: what was found and what is accepted, called and measured as its form does.
 * @param error of the schema; its own sentence stands where the field has no name in words
 */
export function fieldRefusal(error: ValidationError, system: UnitSystem): string {
  const names = namesOf(error.path ?? '');
  const name = fieldName(names);
  const found: unknown = error.params?.value ?? error.value;
  const limit = (Object.keys(LIMITS) as (keyof typeof LIMITS)[]).find(
    (one) => typeof error.params?.[one] === 'number',
  );
  if (!name || !limit || typeof found !== 'number') return error.message;
  const accepted = fieldNumber(names, error.params![limit] as number, system);
  return `${name}: ${fieldNumber(names, found, system)} was found; ${LIMITS[limit]} ${accepted} is accepted.`;
}
