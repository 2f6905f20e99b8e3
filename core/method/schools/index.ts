import type { SchoolQuestion } from '../school';
import { BROWSE } from './browse';
import { GROUND } from './ground';
import { SETTING } from './setting';
import { WATER } from './water';

export { BROWSERS } from '../school';
export type {
  Browser,
  Conditions,
  Datum,
  Depth,
  MethodItem,
  Question,
  School,
  SchoolQuestion,
} from '../school';

/** The questions in groups, as a page shows them. */
export const GROUPS = [
  { group: 'setting', questions: SETTING },
  { group: 'ground', questions: GROUND },
  { group: 'water', questions: WATER },
  { group: 'browse', questions: BROWSE },
] as const;

/** Every question on which good planters disagree, in the order of the page. */
export const SCHOOLS: readonly SchoolQuestion[] = GROUPS.flatMap(({ questions }) => questions);
