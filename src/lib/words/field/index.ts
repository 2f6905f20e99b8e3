import { lineWords } from '../method';
import { IntlMessageFormat } from 'intl-messageformat';
import { clockOf } from '../../../../core/say/day';
import { formatNumber, inUnits, type UnitSystem } from '../../../../core/measure/units';
import type { BriefStage } from '../../../../core/crew/stages';
import type { BriefLine } from '../../../../core/method/method';
import type { FigureValue, Message } from '../../../../core/say/message';
import { quantity, trimmed, words } from '..';
import { catalogues, type FieldKey } from './catalogues';
import { type Language } from './languages';
import { methodWords } from './method';
import { refusals } from './refusals';
import { taskNames } from './tasks';

export { catalogues, type FieldKey } from './catalogues';

export { isLanguage, LANGUAGE_NAMES, LANGUAGES, type Language } from './languages';

/** Who reads: their language, their units, and the zone by whose clock moments are written. */
export interface FieldReader {
  language: Language;
  system: UnitSystem;
  zone?: string;
}

/**
 * A text with numbers in it as the language writes them: the decimal point becomes a comma everywhere but
 * in English. Times of day have none, and thousands are parted by a narrow space in all four.
 * @example numbersIn('2.5 m', 'fr') // => '2,5 m'
 */
export const numbersIn = (text: string, language: Language): string =>
  language === 'en' ? text : text.replace(/(\d)\.(?=\d)/g, '$1,');

const formats = new Map<string, IntlMessageFormat>();
const plurals = new Map<Language, Intl.PluralRules>();

function formatOf(
  key: string,
  text: string,
  language: Language,
  number: (value: number) => string = formatNumber,
): IntlMessageFormat {
  const known = formats.get(`${language} ${key}`);
  if (known) return known;
  const rules = plurals.get(language) ?? new Intl.PluralRules(language);
  plurals.set(language, rules);
  const format = new IntlMessageFormat(text, language, undefined, {
    formatters: {
      getNumberFormat: () =>
        ({
          format: (value: number) => numbersIn(number(value), language),
        }) as unknown as Intl.NumberFormat,
      getDateTimeFormat: (...args: ConstructorParameters<typeof Intl.DateTimeFormat>) =>
        new Intl.DateTimeFormat(...args),
      getPluralRules: () => rules,
    },
  });
  formats.set(`${language} ${key}`, format);
  return format;
}

function write(figure: FigureValue, reader: FieldReader): string | number {
  if (typeof figure === 'string' || typeof figure === 'number') return figure;
  if ('kind' in figure) return numbersIn(quantity(figure, reader.system), reader.language);
  if ('written' in figure) return numbersIn(figure.written, reader.language);
  if ('moment' in figure) return clockOf(figure.moment, reader.zone ?? 'utc').text;
  if ('day' in figure)
    return new Intl.DateTimeFormat(reader.language, {
      ...{ day: 'numeric', month: 'short', timeZone: 'utc' },
      ...(figure.withYear ? { year: 'numeric' as const } : {}),
    }).format(new Date(`${figure.day}T00:00:00Z`));
  if ('list' in figure)
    return new Intl.ListFormat(reader.language).format(
      figure.list.map((member) => String(write(member, reader))),
    );
  return refusalWords(figure, reader);
}

const written = (figures: Record<string, FigureValue>, reader: FieldReader) =>
  Object.fromEntries(Object.entries(figures).map(([name, value]) => [name, write(value, reader)]));

/**
 * A text of the planters' pages in the reader's language.
 * @example fieldWords('rows.row', { row: 14 }, { language: 'fr', system: 'metric' }) // => 'Ligne 14'
 */
export function fieldWords(
  key: FieldKey,
  figures: Record<string, FigureValue>,
  reader: FieldReader,
): string {
  const format = formatOf(
    key,
    catalogues[reader.language][key] ?? catalogues.en[key],
    reader.language,
  );
  return String(format.format(written(figures, reader)));
}

/**
 * One thing a crew is told about the method, in the reader's language and units. A choice that has no
 * sentence of its own is said in English.
 */
export function briefWords(line: BriefLine, { language, system }: FieldReader): string {
  const own =
    (language !== 'en' && methodWords[language][`${line.question}.${line.school}`]) ||
    lineWords(line);
  return numbersIn(inUnits(own, system), language);
}

/** What is done at one stage of planting, in one breath. */
export const stageWords = ({ steps }: Pick<BriefStage, 'steps'>, reader: FieldReader): string =>
  steps
    .map((step) =>
      typeof step === 'string'
        ? fieldWords(`brief.hand.${step}`, {}, reader)
        : briefWords(step, reader),
    )
    .join(' ');

/** A message of the core, as a refusal or the name of a task, in the reader's language where phones meet it. */
export function refusalWords(said: Message, reader: FieldReader): string {
  if (reader.language === 'en') return words(said, reader);
  const text = refusals[reader.language][said.key] ?? taskNames[reader.language][said.key];
  if (!text) return words(said, reader);
  const figures = written(said.figures, reader);
  return String(formatOf(said.key, text, reader.language, trimmed).format(figures));
}
