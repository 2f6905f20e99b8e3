import { boxes } from './boxes';
import { briefing } from './briefing';
import { count } from './count';
import { crew } from './crew';
import { frame } from './frame';
import { gate } from './gate';
import { habits } from './habits';
import { LANGUAGES, type Language } from './languages';
import { parts } from './parts';
import { plots } from './plots';
import { rows } from './rows';
import { school } from './school';
import { tending } from './tending';
import { trialRun } from './trial-run';
import { ways } from './ways';

/** The pages' words, each page in a file of its own with the four languages side by side. */
const PAGES = [
  frame,
  rows,
  crew,
  briefing,
  boxes,
  gate,
  ways,
  parts,
  plots,
  school,
  habits,
  count,
  tending,
  trialRun,
];

type Keys<Page> = Page extends { en: infer English } ? keyof English : never;
export type FieldKey = Keys<(typeof PAGES)[number]>;

/**
 * Every word of the phones' pages by language, in ICU message syntax. All languages have the same keys (the
 * compiler sees to it) and the same figures, which a test holds against each other. The words are the crews' plain
 * ones: Spanish for any country, Portuguese as far as both sides of the ocean agree.
 */
export const catalogues = Object.fromEntries(
  LANGUAGES.map((language) => [
    language,
    Object.assign({}, ...PAGES.map((page) => page[language])),
  ]),
) as Record<Language, Record<FieldKey, string>>;
