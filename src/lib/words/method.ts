import type { BriefLine, Chosen } from '../../../core/method/method';
import type { Question } from '../../../core/method/school';
import { schools, type SchoolWords } from './en/schools';

/** What a question asks. @example questionLabel('hole') // => 'Hole, size' */
export const questionLabel = (question: Question): string => schools[question].label;

/** What is said of a school, measures in braces. */
export const schoolWords = (question: Question, key: string): SchoolWords =>
  schools[question].schools[key];

/** Why the default of a question is what it is on this ground and stock. */
export const becauseWords = ({ question, because }: Pick<Chosen, 'question' | 'because'>): string =>
  schools[question].because[because];

/** One thing that the crew is told; a school without a sentence of its own is named. */
export function lineWords({ question, school }: BriefLine): string {
  const { brief, label } = schoolWords(question, school);
  return brief ?? `${questionLabel(question)}: ${label}.`;
}

/** Lines one after the other, as they are read out, measures in braces. */
export const readOut = (lines: readonly BriefLine[]): string => lines.map(lineWords).join(' ');
