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
import { edited, type EditedAs, type EditedWords } from './en/edited';

/** Of the names up to here: what the last is called; the most exact entry tells. */
export function wordsAt(path: readonly string[]): EditedWords | undefined {
  const last = path.at(-1)!;
  const name = [`${path.at(-3)}.*.${last}`, `${path.at(-2)}.${last}`, last].find((one) =>
    Object.hasOwn(edited, one),
  );
  return name === undefined ? undefined : edited[name];
}

/** A field's own name as a heading; nothing where it has none in words. */
export function fieldName(path: readonly string[]): string | undefined {
  const label = wordsAt(path)?.label;
  return label && label.charAt(0).toUpperCase() + label.slice(1);
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

/** A number in a field, as its form writes it. */
export function fieldNumber(path: readonly string[], value: number, system: UnitSystem): string {
  const as = wordsAt(path)?.as;
  return as ? WRITTEN[as](value, system) : formatNumber(value, Number.isInteger(value) ? 0 : 3);
}
