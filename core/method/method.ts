import { SCHOOLS, type Conditions, type Question, type School } from './schools';

export type Method = Partial<Record<Question, string>>;

export interface Chosen {
  question: Question;
  label: string;
  school: School;
  isDefault: boolean;
  /** Why the default is what it is for this ground and stock. */
  because: string;
  defaultKey: string;
}

/** The method of a block: the leader's choices, and a reasoned default where none was made. */
export function methodOf(choices: Method, conditions: Conditions): Chosen[] {
  return SCHOOLS.filter(
    ({ question }) => question !== 'containerRoots' || conditions.stock === 'container',
  ).map(({ question, label, schools, pick }) => {
    const byDefault = pick(conditions);
    const key = choices[question] ?? byDefault.key;
    const school =
      schools.find((candidate) => candidate.key === key) ??
      schools.find((candidate) => candidate.key === byDefault.key)!;
    return {
      question,
      label,
      school,
      isDefault: school.key === byDefault.key,
      because: byDefault.because,
      defaultKey: byDefault.key,
    };
  });
}

/** Soil over the collar that a check accepts, cm, lowest and highest. */
export function depthTolerance(method: readonly Chosen[]): [number, number] {
  return method.find(({ question }) => question === 'depth')!.school.depth!;
}

/** Keys of the tasks that the method brings into the calendar. */
export function methodTasks(method: readonly Chosen[]): Set<string> {
  return new Set(method.flatMap(({ school }) => school.tasks ?? []));
}

/** What the crew is told in the morning, in the order of the work. */
export function briefing(method: readonly Chosen[]): string {
  const order: Question[] = [
    'soak',
    'trimming',
    'containerRoots',
    'amendments',
    'weeds',
    'rip',
    'hole',
    'depth',
    'firming',
    'stake',
    'shoot',
  ];
  return order
    .map((question) => method.find((chosen) => chosen.question === question)?.school.brief)
    .filter(Boolean)
    .join(' ');
}
