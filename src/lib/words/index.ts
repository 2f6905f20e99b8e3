import { clockOf, formatMoment } from '../../../core/say/day';
import { IntlMessageFormat } from 'intl-messageformat';
import { formatDay } from '../../../core/measure/dates';
import {
  formatArea,
  formatDensity,
  formatDistance,
  formatDose,
  formatLength,
  formatLiquid,
  formatMass,
  formatMassDose,
  formatNumber,
  formatRain,
  formatSmall,
  formatTemperature,
  formatWind,
  inUnits,
  type UnitSystem,
} from '../../../core/measure/units';
import type { FigureValue, Message, Quantity } from '../../../core/say/message';
import { isTold } from '../../../core/say/told';
import { en } from './en';

/** Who reads: the units, and the zone by whose clock moments are written. */
export interface Reader {
  system: UnitSystem;
  zone?: string;
}

const METRIC: Reader = { system: 'metric' };

const CARDINAL = new Intl.PluralRules('en');
const ORDINAL = new Intl.PluralRules('en', { type: 'ordinal' });

/** Our own numbers (narrow spaces between thousands) instead of the platform's. */
const formatters = {
  getNumberFormat: () => ({ format: trimmed }) as unknown as Intl.NumberFormat,
  getDateTimeFormat: (...args: ConstructorParameters<typeof Intl.DateTimeFormat>) =>
    new Intl.DateTimeFormat(...args),
  getPluralRules: (_locales: unknown, options?: Intl.PluralRulesOptions) =>
    options?.type === 'ordinal' ? ORDINAL : CARDINAL,
};

/** A number with the decimals it has, three at most. */
export function trimmed(value: number): string {
  const decimals = Number.isInteger(value) ? 0 : Math.abs(value) >= 100 ? 0 : 3;
  const text = formatNumber(value, decimals);
  return decimals ? text.replace(/\.?0+$/, '') : text;
}

const compiled = new Map<string, IntlMessageFormat>();

/**
 * A message in words.
 * @param reader the units and the zone of whoever reads; metric by default
 * @example words(say('crew.noRow', { row: 14 })) // => 'The released layout has no row 14.'
 */
export function words({ key, figures }: Message, reader: Reader = METRIC): string {
  if (en[key] === undefined) return key;
  // Sentences of the core that come in whole carry their measures in braces.
  const text = inUnits(sentence(key, en[key], figures, reader), reader.system);
  return beginsWithMessage(en[key], figures) ? text[0].toUpperCase() + text.slice(1) : text;
}

/** A text of a catalogue with its figures. @param key what is told from other texts by */
export function sentence(
  key: string,
  text: string,
  figures: Message['figures'],
  reader: Reader = METRIC,
): string {
  let format = compiled.get(key);
  if (!format) {
    format = new IntlMessageFormat(text, 'en', undefined, { formatters });
    compiled.set(key, format);
  }
  const written = Object.fromEntries(
    Object.entries(figures).map(([name, figure]) => [name, write(figure, reader)]),
  );
  return String(format.format(written));
}

/** Whether a whole sentence begins with another message, as the name of a task, and so with a capital. */
function beginsWithMessage(text: string, figures: Message['figures']): boolean {
  const [, first] = /^\{(\w+)\}.*[.}]$/s.exec(text) ?? [];
  const figure = figures[first];
  return text.includes('.') && typeof figure === 'object' && 'key' in figure;
}

/** What an error says: its message in words when it is meant for the person, else its own. */
export function wordsOf(error: unknown, reader: Reader = METRIC): string {
  return isTold(error) ? words(error.said, reader) : (error as Error).message;
}

function write(figure: FigureValue, reader: Reader): string | number {
  if (typeof figure === 'string' || typeof figure === 'number') return figure;
  if ('kind' in figure) return quantity(figure, reader.system);
  if ('written' in figure) return figure.written;
  if ('day' in figure) return formatDay(figure.day, figure.withYear);
  if ('moment' in figure) {
    const zone = reader.zone ?? 'utc';
    return figure.withDay ? formatMoment(figure.moment, zone) : clockOf(figure.moment, zone).text;
  }
  if ('list' in figure)
    return new Intl.ListFormat('en').format(
      figure.list.map((member) => String(write(member, reader))),
    );
  return words(figure, reader);
}

/** In a sentence "2.50 m" is "2.5 m", and "500.0 m" is "500 m". */
const plainly = (text: string) => text.replace(/(\.\d*?)0+(?=\s)/, '$1').replace(/\.(?=\s)/, '');

/** A measure in the reader's units. */
export function quantity({ value, kind }: Quantity, system: UnitSystem): string {
  switch (kind) {
    case 'area':
      return plainly(formatArea(value, system));
    case 'density':
      return formatDensity(value, system);
    case 'distance':
      return formatDistance(value, system);
    case 'massDose':
      return formatMassDose(value, system);
    case 'dose':
      return formatDose(value, system);
    case 'length':
      return plainly(formatLength(value, system));
    case 'liquid':
      return plainly(formatLiquid(value, system));
    case 'mass':
      return formatMass(value, system);
    case 'rain':
      return formatRain(value, system);
    case 'share':
      return `${trimmed(Math.round(value * 1000) / 10)} %`;
    case 'small':
      return formatSmall(value, system);
    case 'temperature':
      return formatTemperature(value, system);
    case 'wind':
      return formatWind(value, system);
  }
}
