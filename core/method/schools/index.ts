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
export const GROUPS: readonly { label: string; questions: readonly SchoolQuestion[] }[] = [
  { label: 'The tree and its hole', questions: SETTING },
  { label: 'The ground and its weeds', questions: GROUND },
  { label: 'Water', questions: WATER },
  { label: 'Teeth', questions: BROWSE },
];

/** Every question on which good planters disagree, in the order of the page. */
export const SCHOOLS: readonly SchoolQuestion[] = GROUPS.flatMap(({ questions }) => questions);
