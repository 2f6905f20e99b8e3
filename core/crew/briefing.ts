import type { KeepoutKind } from '../ground/keepouts';
import type { BriefLine } from '../method/method';
import type { Datum, Question } from '../method/school';
import type { Wave } from './waves';
import { say as message, type FigureValue, type Message } from '../say/message';
import type { AirFinding } from '../calendar/weather';
import { fnv1a } from '../measure/hash';

/** What a leader sets for the mornings of a block. */
export interface BriefingTerms {
  /** Where everybody meets. */
  meeting: string;
  /** Hours since the site's midnight. */
  time: number;
  /** Where whoever brings help leaves the road, degrees. */
  gate: { longitude: number; latitude: number } | null;
  /** Where the first-aid kit is, and who has learned to use it. */
  aid: string;
  /** The number that is called. */
  call: string;
  /** A word of the leader's own. */
  word: string;
}

export const BRIEFING_TERMS: BriefingTerms = {
  meeting: '',
  time: 7,
  gate: null,
  aid: '',
  call: '112',
  word: '',
};

/** Time zones by the number that is called in them. From memory. */
const CALLED: readonly [number: string, zones: RegExp][] = [
  ['000', /^(Australia\/|Antarctica\/Macquarie$)/],
  ['111', /^Pacific\/(Auckland|Chatham)$/],
  ['911', /^Pacific\/(Honolulu|Guam|Saipan)$/],
  [
    '911',
    new RegExp(
      `^America/(${[
        'New_York|Detroit|Kentucky/.*|Indiana/.*|Chicago|Menominee|North_Dakota/.*|Denver|Boise|Phoenix',
        'Los_Angeles|Anchorage|Juneau|Sitka|Metlakatla|Yakutat|Nome|Adak|Puerto_Rico',
        'St_Johns|Halifax|Glace_Bay|Moncton|Goose_Bay|Toronto|Iqaluit|Winnipeg|Resolute|Rankin_Inlet|Regina',
        'Swift_Current|Edmonton|Cambridge_Bay|Inuvik|Dawson_Creek|Fort_Nelson|Creston|Whitehorse|Dawson|Vancouver',
        'Mexico_City|Cancun|Merida|Monterrey|Matamoros|Chihuahua|Ciudad_Juarez|Ojinaga|Mazatlan',
        'Bahia_Banderas|Hermosillo|Tijuana',
      ].join('|')})$`,
    ),
  ],
];

/**
 * The number to call for help that is proposed at a site, until its leader puts the local one: 112 where no
 * other is known, which mobile networks everywhere take for an emergency (3GPP TS 22.101, 10.1).
 * @example helpNumber('America/Denver') // => '911'
 */
export const helpNumber = (zone: string): string =>
  CALLED.find(([, zones]) => zones.test(zone))?.[0] ?? BRIEFING_TERMS.call;

export const BRIEF_PARTS = [
  'meet',
  'who',
  'how',
  'guests',
  'stock',
  'air',
  'dangers',
  'help',
  'evening',
] as const;
export type BriefPart = (typeof BRIEF_PARTS)[number];

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
type HandStep = (typeof HAND_STEPS)[number];
/** One thing that hands do: what the method of the block says, or what all methods share. */
export type BriefStep = BriefLine | HandStep;
/** What riders of the machine are told. Common practice, no source. */
export const MACHINE_STEPS = ['order', 'mount', 'late', 'signal', 'behind'] as const;

/** What volunteers are told besides. Common practice, no source. */
export const GUEST_STEPS = ['show', 'pairs', 'adults', 'tools', 'away', 'pause'] as const;

type DangerKey = Exclude<KeepoutKind, 'fence' | 'existing-tree' | 'other' | 'building'>;
export const DANGERS = [
  'slope',
  'machine',
  'auger',
  'spray',
  'heat',
  'cold',
  'blade',
  'lifting',
  'lightning',
] as const;

/** A sentence of the briefing as data; the words are the edge's, in the language of who reads. */
export type BriefKey =
  | `brief.hand.${(typeof HAND_STEPS)[number]}`
  | `brief.machine.${(typeof MACHINE_STEPS)[number]}`
  | `brief.danger.${DangerKey | (typeof DANGERS)[number]}`
  | `brief.guests.${(typeof GUEST_STEPS)[number] | 'who'}`
  | 'brief.meet'
  | 'brief.noPlace'
  | 'brief.rows'
  | 'brief.tool'
  | 'brief.refill'
  | 'brief.depth'
  | 'brief.depthAbout'
  | 'brief.lot'
  | 'brief.roots'
  | 'brief.stops'
  | 'brief.good'
  | 'brief.noWeather'
  | 'brief.call'
  | 'brief.gate'
  | 'brief.noGate'
  | 'brief.aid'
  | 'brief.noAid'
  | 'brief.sharpen'
  | 'brief.sort'
  | 'brief.gel'
  | 'brief.load'
  | 'brief.water'
  | 'brief.waterFor'
  | 'brief.own';

export interface BriefSentence {
  part: BriefPart;
  key: BriefKey;
  figures: Record<string, FigureValue>;
}

/** What is done at one stage of planting, said in one breath. */
export interface BriefStage {
  part: 'how';
  /** The trees that are planted so, where they are not all. */
  who: Message | null;
  steps: readonly BriefStep[];
}

export type BriefItem = BriefSentence | BriefStage;

/** Sentences of a briefing beside the stages of the work. */
export const sentencesOf = (items: readonly BriefItem[]): BriefSentence[] =>
  items.filter((item) => 'key' in item);

export interface BriefInput {
  terms: BriefingTerms;
  byMachine: boolean;
  /** Trees go into dead places too. */
  refill: boolean;
  /** Who has which rows, with trees left. */
  crews: readonly { planter: string; rows: string; trees: number }[];
  tools: readonly string[];
  /** An auger is among them, whatever it is called. */
  auger: boolean;
  /** Groups of volunteers who have rows here. */
  guests: readonly { group: string; people: number }[];
  /** Lowest and highest soil over the datum, metres. */
  depth: { least: number; most: number; datum: Datum };
  /** What the crew is told of the block's own way. */
  lines: readonly BriefLine[];
  /** Trees that are planted otherwise, and what is told of them. */
  otherwise: readonly { who: Message; lines: readonly BriefLine[] }[];
  /** What hands that follow the planters do here. */
  followed: readonly Wave[];
  /** Stock of the block's own way. */
  stock: 'bare-root' | 'container';
  /** Lots to be planted, oldest first. */
  lots: readonly { code: string; species: string; trees: number }[];
  /** Minutes the air of the morning allows bare roots; none without weather. */
  rootMinutes: number | null;
  dipped: boolean;
  /** Hours of the day that stop planting; null without weather. */
  stops: readonly { from: number; to: number; why: readonly AirFinding[] }[] | null;
  /** Warmest and coldest of the day, °C; null without weather. */
  range: { lowest: number; highest: number } | null;
  keepouts: readonly {
    kind: KeepoutKind;
    name: string;
    setback: number;
    located?: string | null;
  }[];
  /** Steepest of the block as rise over run; null without heights. */
  slope: number | null;
  /** Sprayed in the last days, so that hands and eyes are kept off. */
  sprayed: boolean;
  /** Trees of the next day. */
  load: number;
  /** Water that the trees of the next day get: cubic metres, and how often the tank is filled; none without. */
  water: { litres: number; tanks: number } | null;
}

/** On slopes above this feet slip with a load. From memory. */
export const STEEP = 0.2;
/** Air in which people fall ill before trees do, °C. From memory; local rules come first. */
export const HOT = 27;
export const COLD = 2;

/**
 * What is said to a crew in the morning, in the order in which it is said, and in the evening before.
 * Dangers come from what the block holds and what is done there, never from a list for every block.
 */
export function briefingOf(input: BriefInput): BriefItem[] {
  const items: BriefItem[] = [];
  const say = (part: BriefPart, key: BriefKey, figures: BriefSentence['figures'] = {}) =>
    items.push({ part, key, figures });
  const { terms, byMachine } = input;

  if (terms.meeting) say('meet', 'brief.meet', { place: terms.meeting, time: terms.time });
  else say('meet', 'brief.noPlace', { time: terms.time });
  if (terms.word) say('meet', 'brief.own', { word: terms.word });

  for (const { planter, rows, trees } of input.crews)
    say('who', 'brief.rows', { planter, rows, trees });

  if (input.tools.length) say('how', 'brief.tool', { tools: { list: input.tools } });
  if (input.refill) say('how', 'brief.refill');
  if (byMachine) for (const step of MACHINE_STEPS) say('how', `brief.machine.${step}`);
  for (const steps of stagesOf(input)) items.push({ part: 'how', who: null, steps });
  const { least } = input.depth;
  const datum = DATUM_KEYS[input.depth.datum];
  const most: FigureValue = { value: input.depth.most, kind: 'small' };
  // Soil of less than nothing is a datum that stands out of the ground: nobody digs to a minus.
  if (least < 0)
    say('how', 'brief.depthAbout', { above: { value: -least, kind: 'small' }, most, datum });
  else say('how', 'brief.depth', { least: { value: least, kind: 'small' }, most, datum });
  const stage = (who: Message, steps: readonly BriefLine[]) => {
    if (steps.length) items.push({ part: 'how', who, steps });
  };
  const follows = (line: BriefLine) => input.followed.some((wave) => DONE_BY[wave](line));
  for (const { who, lines } of input.otherwise)
    stage(
      who,
      lines.filter((line) => !follows(line) && !(byMachine && HANDS_ALONE.has(line.question))),
    );
  stage(message('crew.whoFollows'), input.lines.filter(follows));
  for (const { who, lines } of input.otherwise)
    stage(message('crew.whoFollowsFor', { trees: who }), lines.filter(follows));
  for (const { group, people } of input.guests)
    say('guests', 'brief.guests.who', { group, people });
  if (input.guests.length) for (const step of GUEST_STEPS) say('guests', `brief.guests.${step}`);

  for (const { code, species, trees } of input.lots)
    say('stock', 'brief.lot', { code, species, trees });
  if (input.rootMinutes !== null)
    say('stock', 'brief.roots', { minutes: Math.floor(input.rootMinutes) });

  if (!input.stops) say('air', 'brief.noWeather');
  else if (!input.stops.length) say('air', 'brief.good');
  else
    for (const { from, to, why } of input.stops)
      say('air', 'brief.stops', {
        ...{ from: { moment: from }, to: { moment: to } },
        why: { list: why.map((finding) => message(`air.${finding}`)) },
      });

  for (const { kind, name, setback, located } of dangersFirst(input.keepouts)) {
    if (kind === 'fence' || kind === 'existing-tree' || kind === 'other' || kind === 'building')
      continue;
    say('dangers', `brief.danger.${kind}`, {
      name,
      metres: { value: setback, kind: 'length' },
      marked: located ? 'yes' : 'no',
    });
  }
  if (input.slope !== null && input.slope > STEEP)
    say('dangers', 'brief.danger.slope', { slope: { value: input.slope, kind: 'share' } });
  if (byMachine) say('dangers', 'brief.danger.machine');
  if (input.auger) say('dangers', 'brief.danger.auger');
  if (!byMachine) say('dangers', 'brief.danger.blade');
  if (input.sprayed) say('dangers', 'brief.danger.spray');
  if (input.range && input.range.highest >= HOT) say('dangers', 'brief.danger.heat');
  if (input.range && input.range.lowest <= COLD) say('dangers', 'brief.danger.cold');
  say('dangers', 'brief.danger.lifting');
  say('dangers', 'brief.danger.lightning');

  say('help', 'brief.call', { number: terms.call });
  if (terms.gate)
    say('help', 'brief.gate', {
      latitude: terms.gate.latitude.toFixed(5),
      longitude: terms.gate.longitude.toFixed(5),
    });
  else say('help', 'brief.noGate');
  if (terms.aid) say('help', 'brief.aid', { place: terms.aid });
  else say('help', 'brief.noAid');

  if (!byMachine) say('evening', 'brief.sharpen');
  if (input.load > 0) {
    if (!byMachine) say('evening', 'brief.sort');
    if (input.dipped || dips(input)) say('evening', 'brief.gel');
    say('evening', 'brief.load', { trees: input.load });
  }
  if (input.water)
    if (input.water.litres > 0)
      say('evening', 'brief.waterFor', {
        water: { value: input.water.litres, kind: 'liquid' },
        tanks: input.water.tanks,
      });
    else say('evening', 'brief.water');
  return items;
}

/** Whether roots of any of the trees are dipped by the method. */
const dips = ({ lines, otherwise }: BriefInput): boolean =>
  [lines, ...otherwise.map((way) => way.lines)].some((way) =>
    way.some(({ question, school }) => question === 'amendments' && school === 'gel'),
  );

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

/** What the method says, stage by stage, with what all hands do between. */
function stagesOf({ lines: all, followed, byMachine, stock }: BriefInput): BriefStep[][] {
  const lines = all.filter((line) => !followed.some((wave) => DONE_BY[wave](line)));
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

/** What depth is measured from, as the catalogues choose by it. */
const DATUM_KEYS: Record<Datum, string> = {
  ...{ collar: 'collar', 'top side root': 'root', flare: 'flare', 'ball top': 'ball' },
};

/** What kills first, first. */
const ORDER: readonly KeepoutKind[] = [
  'overhead-line',
  'buried-service',
  'drain',
  'water',
  'watercourse',
  'road',
];
const dangersFirst = <Of extends { kind: KeepoutKind }>(keepouts: readonly Of[]): Of[] =>
  [...keepouts].sort((a, b) => rank(a.kind) - rank(b.kind));
const rank = (kind: KeepoutKind) => (ORDER.includes(kind) ? ORDER.indexOf(kind) : ORDER.length);

/**
 * A mark of what was read: two briefings with one mark say the same. Weather is left out, which changes by
 * the hour and is looked up anyway.
 * @example markOf([]).length // => 16
 */
export const markOf = (items: readonly BriefItem[]): string =>
  fnv1a(JSON.stringify(items.filter(({ part }) => part !== 'air' && part !== 'evening')));
