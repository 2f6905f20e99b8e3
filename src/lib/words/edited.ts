import { formatDay, type Day } from '../../../core/measure/dates';
import type { UnitSystem } from '../../../core/measure/units';
import { schools } from './en/schools';
import { fieldNumber, wordsAt } from './field-words';
import { questionLabel, schoolWords } from './method';

const isQuestion = (name: string): name is keyof typeof schools => Object.hasOwn(schools, name);

/** Where in what is edited as a whole something stands; names of the leader's own are left as they are. */
export function editedPlace(path: readonly string[]): string {
  const names = path.map((name, i) =>
    isQuestion(name) && path[i - 1] === 'method'
      ? questionLabel(name)
      : (wordsAt(path.slice(0, i + 1))?.label ?? name),
  );
  const place = names.filter(Boolean).join(', ');
  return place.charAt(0).toUpperCase() + place.slice(1);
}

/** What nobody gave a name: that it is another is all there is to tell. */
const ID = /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/;
const DAY = /^\d{4}-\d\d-\d\d$/;

/** A value at such a place, as the form writes it. What is drawn cannot be written; that it changed can. */
export function editedValue(path: readonly string[], value: unknown, system: UnitSystem): string {
  const words = wordsAt(path);
  const name = path.at(-1)!;
  if (value === undefined || value === null || value === '') return 'nothing';
  if (typeof value === 'number') return fieldNumber(path, value, system);
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  if (typeof value === 'string') {
    if (isQuestion(name) && Object.hasOwn(schools[name].schools, value))
      return schoolWords(name, value).label;
    if (ID.test(value)) return 'another';
    return DAY.test(value) ? formatDay(value as Day, true) : (words?.values?.[value] ?? value);
  }
  if (Array.isArray(value) && value.every((one) => ['string', 'number'].includes(typeof one)))
    return value.join(', ') || 'nothing';
  const { name: called } = value as { name?: string };
  return called ?? 'drawn anew';
}
