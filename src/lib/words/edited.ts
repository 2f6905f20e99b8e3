import { formatDay, type Day } from '../../../core/measure/dates';
import {
  formatArea,
  formatLength,
  formatLiquid,
  formatMass,
  formatNumber,
  formatPercent,
  formatSmall,
  formatSpeed,
  formatTemperature,
  type UnitSystem,
} from '../../../core/measure/units';
import { hourText } from '../../../core/say/day';
import { questionLabel, schoolWords } from './method';
import { edited, type EditedAs, type EditedWords } from './en/edited';
import { schools } from './en/schools';

/** Of the names up to here: what the last is called; the most exact entry tells. */
function wordsAt(path: readonly string[]): EditedWords | undefined {
  const last = path.at(-1)!;
  const name = [`${path.at(-3)}.*.${last}`, `${path.at(-2)}.${last}`, last].find((one) =>
    Object.hasOwn(edited, one),
  );
  return name === undefined ? undefined : edited[name];
}

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

const WRITTEN: Record<EditedAs, (value: number, system: UnitSystem) => string> = {
  length: formatLength,
  small: formatSmall,
  area: (value, system) => formatArea(value, system),
  share: (value) => formatPercent(value, value * 100 === Math.round(value * 100) ? 0 : 1),
  litres: (value, system) => formatLiquid(value / 1000, system),
  mass: formatMass,
  temperature: formatTemperature,
  speed: formatSpeed,
  'kilometres an hour': (value, system) => formatSpeed(value / 3.6, system),
  hour: hourText,
};

/** What nobody gave a name: that it is another is all there is to tell. */
const ID = /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/;
const DAY = /^\d{4}-\d\d-\d\d$/;

/** A value at such a place, as the form writes it. What is drawn cannot be written; that it changed can. */
export function editedValue(path: readonly string[], value: unknown, system: UnitSystem): string {
  const words = wordsAt(path);
  const name = path.at(-1)!;
  if (value === undefined || value === null || value === '') return 'nothing';
  if (typeof value === 'number')
    return words?.as
      ? WRITTEN[words.as](value, system)
      : formatNumber(value, Number.isInteger(value) ? 0 : 3);
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
