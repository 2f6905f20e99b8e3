import type { Question } from '../../../../../core/method/school';
import { browse } from './browse';
import { ground } from './ground';
import { setting } from './setting';
import { water } from './water';

/** What is said of a school; measures stand in braces, in metric. */
export interface SchoolWords {
  label: string;
  suits: string;
  /** What changes when it is chosen; nothing where nothing does. */
  changes?: string;
  /** What the crew is told. */
  brief?: string;
}

export interface QuestionWords {
  label: string;
  schools: Record<string, SchoolWords>;
  /** Why a school is the default, by the reason's key. */
  because: Record<string, string>;
}

/** The questions on which good planters disagree, in English. */
export const schools: Record<Question, QuestionWords> = {
  ...setting,
  ...ground,
  ...water,
  ...browse,
};
