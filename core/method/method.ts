import { SCHOOLS, type Conditions, type Depth, type MethodItem, type Question } from './schools';
import type { PlantingWater, School } from './school';

export type Method = Partial<Record<Question, string>>;

export interface Chosen {
  question: Question;
  school: School;
  isDefault: boolean;
  /** Why the default is what it is for this ground and stock, by the key of the reason. */
  because: string;
  defaultKey: string;
}

/** What an answer to a question that is asked otherwise today meant. */
const FORMERLY: Record<string, Record<string, Method>> = {
  weeds: {
    herbicide: { clear: 'herbicide', keep: 'residual' },
    mulch: { keep: 'mulch' },
    scalp: { clear: 'scalp' },
    turf: { keep: 'turf' },
    none: { clear: 'none', keep: 'none' },
  },
  hole: { square: { hole: 'thrice', holeShape: 'square' } },
};

/**
 * A stored method as the questions stand today: answers to questions that were split say the same in their
 * parts, and what no school answers any more is left to the default.
 */
export function currentMethod(stored: Readonly<Record<string, string>>): Method {
  const method: Method = {};
  for (const [question, key] of Object.entries(stored)) {
    const meant = FORMERLY[question]?.[key] ?? { [question]: key };
    for (const [name, answer] of Object.entries(meant))
      if (answerOf(name as Question, answer)) method[name as Question] ??= answer;
  }
  return method;
}

const answerOf = (question: Question, key: string | undefined): School | undefined =>
  SCHOOLS.find((entry) => entry.question === question)?.schools.find(
    (school) => school.key === key,
  );

/** The method of a block: the leader's choices, and a reasoned default where none was made. */
export function methodOf(choices: Method, conditions: Conditions): Chosen[] {
  return SCHOOLS.filter(({ asked }) => !asked || asked(conditions)).map(({ question, pick }) => {
    const byDefault = pick(conditions);
    const school = answerOf(question, choices[question]) ?? answerOf(question, byDefault.key)!;
    return {
      question,
      school,
      isDefault: school.key === byDefault.key,
      because: byDefault.because,
      defaultKey: byDefault.key,
    };
  });
}

/** Whether the method answers a question with one of these schools. */
export const answers = (method: readonly Chosen[], question: Question, ...keys: string[]) =>
  method.some((chosen) => chosen.question === question && keys.includes(chosen.school.key));

/** A flare is buried where more soil than this lies over it in the pot, metres. From memory. */
export const BURIED = 0.01;

/**
 * Where a check accepts the tree, and what it measures from.
 * @param flareBelow how deep the flare lies under the top of the ball, metres: a lot whose flare is buried
 *   in the pot is measured from the flare, or the whole lot goes in deep
 */
export function depthOf(method: readonly Chosen[], flareBelow = 0): Depth {
  const depth = method.find(({ question }) => question === 'depth')!.school.depth!;
  return depth.datum === 'ball top' && flareBelow > BURIED ? { ...depth, datum: 'flare' } : depth;
}

/** How far the top side root lies under the collar where nobody measured it, metres. From memory. */
export const TOP_SIDE_ROOT = 0.03;

/**
 * The same bounds measured from the collar, metres: least and most soil over it, below 0 it stands proud.
 * @param topSideRoot how far the top side root lies under the collar, metres
 */
export function overCollar(depth: Depth, topSideRoot = TOP_SIDE_ROOT): [number, number] {
  const below = depth.datum === 'top side root' ? topSideRoot : 0;
  return [depth.least / 100 - below, depth.most / 100 - below];
}

/** Keys of the tasks that the method brings into the calendar. */
export function methodTasks(method: readonly Chosen[]): Set<string> {
  return new Set(method.flatMap(({ school }) => school.tasks ?? []));
}

/** Units of the bill's lines that one tree takes by this method. */
export function billPerTree(method: readonly Chosen[]): Partial<Record<MethodItem, number>> {
  const bill: Partial<Record<MethodItem, number>> = {};
  for (const { school } of method)
    for (const [item, units] of Object.entries(school.bill ?? {}))
      bill[item as MethodItem] = (bill[item as MethodItem] ?? 0) + units;
  const { before, at, again } = plantingWater(method);
  const water = (before + at + again) / 1000;
  if (water) bill.water = (bill.water ?? 0) + water;
  return bill;
}

/**
 * Litres that one tree gets on planting day. What settles the soil is the water it is planted with: of two that
 * ask for some the greater counts, not both.
 */
export function plantingWater(method: readonly Chosen[]): PlantingWater {
  const most = (turn: keyof PlantingWater) =>
    Math.max(0, ...method.map(({ school }) => school.gives?.[turn] ?? 0));
  return { before: most('before'), at: most('at'), again: most('again') };
}

/** Whether anything is sprayed by this method, to clear the spot or to keep it clear. */
export const sprays = (method: readonly Chosen[]): boolean =>
  answers(method, 'clear', 'herbicide') || answers(method, 'keep', 'residual');

/** Whether trees get water as they go in: then dry ground means “plant with water”, not “stop”. */
export const plantsWithWater = (method: readonly Chosen[]): boolean =>
  !answers(method, 'waterAt', 'none') || answers(method, 'firming', 'water');

/** Hands beside the riders that a machine's seat keeps busy: whoever walks behind and firms. */
export const handsBehind = (method: readonly Chosen[]): number =>
  answers(method, 'firmBehind', 'walker') ? 1 : 0;

/** One thing that the crew is told, by question and school. */
export interface BriefLine {
  question: Question;
  school: string;
}

/** What whoever plants does with their own hands, in the order in which they do it. */
export const TOLD_TO_CREW: readonly Question[] = [
  'soak',
  'trimming',
  'containerRoots',
  'amendments',
  'clear',
  'ripPlace',
  'hole',
  'holeShape',
  'bottom',
  'place',
  'depth',
  'firming',
  'firmBehind',
  'waterAt',
  'surface',
  'keep',
  'watering',
  'stake',
  'browse',
  'shoot',
];

/** What a slit leaves no room for: it has no walls to choose, no corners and no bottom. */
const NOT_IN_A_SLIT: readonly Question[] = ['holeShape', 'bottom', 'place'];

/** Whether a question has something to say to whoever plants by this method. */
export const matters = (method: readonly Chosen[], question: Question): boolean =>
  TOLD_TO_CREW.includes(question) &&
  !(NOT_IN_A_SLIT.includes(question) && answers(method, 'hole', 'slit'));

/** What the crew is told in the morning, in the order of the work. */
export function briefing(method: readonly Chosen[]): BriefLine[] {
  return TOLD_TO_CREW.flatMap((question) => {
    if (!matters(method, question)) return [];
    const school = method.find((chosen) => chosen.question === question)?.school;
    return school?.told ? [{ question, school: school.key }] : [];
  });
}
