import type { BriefLine } from '../method/method';
import type { Question } from '../method/school';
import { say, type Message } from '../say/message';
import type { Wave } from './waves';

/**
 * What hands do whatever the method: take dead twigs off, try the tree's place with a bar across the hole, let
 * roots hang, give them the topsoil, fill and firm by halves, straighten from two sides, tug, put the flag back.
 * Common practice, no source.
 */
export const HAND_STEPS = [
  'twigs',
  'fit',
  'hang',
  'soil',
  'fill',
  'straighten',
  'tug',
  'flag',
] as const;
export type HandStep = (typeof HAND_STEPS)[number];
/** One thing that hands do: what the method of the block says, or what all methods share. */
export type BriefStep = BriefLine | HandStep;
/** What is done at one stage of planting, said in one breath. */
export interface BriefStage {
  part: 'how';
  /** The trees that are planted so, where they are not all. */
  who: Message | null;
  steps: readonly BriefStep[];
}

/** What decides how the trees of a block are planted, and by whom what of it is done. */
export interface Planted {
  byMachine: boolean;
  /** What the crew is told of the block's own way. */
  lines: readonly BriefLine[];
  /** Trees that are planted otherwise, and what is told of them. */
  otherwise: readonly { who: Message; lines: readonly BriefLine[] }[];
  /** What hands that follow the planters do here. */
  followed: readonly Wave[];
  /** Stock of the block's own way. */
  stock: 'bare-root' | 'container';
}

/**
 * How the trees of a block are planted, for whoever plants them: everybody's stages in their order, then what
 * differs for some trees, then what is left to hands that follow. What the machine does is not asked of hands.
 */
export function howPlanted(of: Planted): BriefStage[] {
  const follows = followedBy(of.followed);
  const stages: BriefStage[] = stagesOf(of).map((steps) => ({ part: 'how', who: null, steps }));
  const add = (who: Message, steps: readonly BriefLine[]) => {
    if (steps.length) stages.push({ part: 'how', who, steps });
  };
  for (const { who, lines } of of.otherwise) add(who, ownOf(lines, of));
  add(say('crew.whoFollows'), of.lines.filter(follows));
  for (const { who, lines } of of.otherwise)
    add(say('crew.whoFollowsFor', { trees: who }), lines.filter(follows));
  return stages;
}

/** What of these lines is for whoever plants: not what others do behind them, nor what the machine does. */
export const ownOf = (
  lines: readonly BriefLine[],
  { byMachine, followed }: Pick<Planted, 'byMachine' | 'followed'>,
): BriefLine[] => {
  const follows = followedBy(followed);
  return lines.filter((line) => !follows(line) && !(byMachine && HANDS_ALONE.has(line.question)));
};

/** The stages of planting by hand, and which questions of the method are answered at each. */
const STAGES: readonly (readonly Question[])[] = [
  ['soak', 'trimming', 'containerRoots', 'shoot'],
  ['clear', 'ripPlace'],
  ['hole', 'holeShape', 'bottom'],
  ['place', 'depth'],
  ['amendments', 'firming', 'firmBehind'],
  ['waterAt', 'surface', 'keep', 'watering', 'stake', 'browse'],
];
/** What is done at another stage than the rest of its question: a dip before the bag, a moist column before the tree. */
const ELSEWHERE: Readonly<Record<string, number>> = { 'amendments.gel': 0, 'waterAt.column': 2 };

/** What a machine does in place of hands. */
const HANDS_ALONE = new Set<Question>([
  ...(['clear', 'hole', 'holeShape', 'bottom', 'place', 'firming'] as const),
]);

/** What a wave behind the planters does of the method, so that it is not asked of them. */
const DONE_BY: Record<Wave, (line: BriefLine) => boolean> = {
  // A column of water waits for the tree.
  water: ({ question, school }) => question === 'waterAt' && school !== 'column',
  guard: ({ question }) => question === 'browse' || question === 'stake',
  mulch: ({ question, school }) => question === 'keep' && school === 'mulch',
  flags: () => false,
};

const followedBy =
  (waves: readonly Wave[]) =>
  (line: BriefLine): boolean =>
    waves.some((wave) => DONE_BY[wave](line));

/** What the method says, stage by stage, with what all hands do between. */
function stagesOf({ lines: all, followed, byMachine, stock }: Planted): BriefStep[][] {
  const follows = followedBy(followed);
  const lines = all.filter((line) => !follows(line));
  const is = (question: Question, school: string) =>
    lines.some((line) => line.question === question && line.school === school);
  // A slit is closed, not filled; in water the soil settles by itself.
  const slit = is('hole', 'slit');
  const filled = !slit && !is('firming', 'water');
  const hanging = stock === 'bare-root' && !is('bottom', 'cone');
  const moved = (line: BriefLine): number | undefined =>
    ELSEWHERE[`${line.question}.${line.school}`];
  const told = (question: Question): BriefStep[] => {
    const own = lines.filter((line) => line.question === question && moved(line) === undefined);
    if (byMachine) return HANDS_ALONE.has(question) ? [] : own;
    switch (question) {
      case 'depth':
        return [...(slit ? [] : ['fit' as const]), ...own, ...(hanging ? ['hang' as const] : [])];
      case 'firming':
        return [
          ...(filled && !is('amendments', 'half') ? ['soil' as const] : []),
          ...(filled ? ['fill' as const] : []),
          ...own,
          'straighten',
          // Whoever firms with the heel tugs with two fingers.
          ...(is('firming', 'heel') ? [] : ['tug' as const]),
        ];
      case 'shoot':
        return [...own, 'twigs'];
      default:
        return own;
    }
  };
  const stages = STAGES.map((questions, i) => [
    ...questions.flatMap(told),
    ...lines.filter((line) => moved(line) === i),
  ]);
  return (byMachine ? stages : [...stages, ['flag' as const]]).filter(({ length }) => length);
}
