import type { KeepoutKind } from '../ground/keepouts';
import type { Datum } from '../method/school';
import { say as message, type FigureValue } from '../say/message';
import type { AirFinding } from '../calendar/weather';
import { fnv1a } from '../measure/hash';
import { howPlanted, type BriefStage, type HandStep, type Planted } from './stages';

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
  | `brief.hand.${HandStep}`
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

export type BriefItem = BriefSentence | BriefStage;

/** Sentences of a briefing beside the stages of the work. */
export const sentencesOf = (items: readonly BriefItem[]): BriefSentence[] =>
  items.filter((item) => 'key' in item);

export interface BriefInput extends Planted {
  terms: BriefingTerms;
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
  // Everybody's own first, then what is measured, then what differs for some and who follows.
  const stages = howPlanted(input);
  items.push(...stages.filter(({ who }) => who === null));
  const { least } = input.depth;
  const datum = DATUM_KEYS[input.depth.datum];
  const most: FigureValue = { value: input.depth.most, kind: 'small' };
  // Soil of less than nothing is a datum that stands out of the ground: nobody digs to a minus.
  if (least < 0)
    say('how', 'brief.depthAbout', { above: { value: -least, kind: 'small' }, most, datum });
  else say('how', 'brief.depth', { least: { value: least, kind: 'small' }, most, datum });
  items.push(...stages.filter(({ who }) => who !== null));
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
