import type { SchoolQuestion } from '../school';
import { GROUND } from './ground';
import { SETTING } from './setting';
import { WATER } from './water';

export type {
  Conditions,
  Datum,
  Depth,
  MethodItem,
  Question,
  School,
  SchoolQuestion,
} from '../school';

/** Every question on which good planters disagree, in the order of the page. */
export const SCHOOLS: readonly SchoolQuestion[] = [...SETTING, ...GROUND, ...WATER];
