import type { Soil } from '../ground/zones';
import { lengthOf, say, type Message } from '../say/message';
import { told } from '../say/told';
import type { Figure, FigureKind, WorkingStep } from '../measure/working';
import { pitEarth, terraceEarth, type PitOptions, type TerraceOptions } from '../rows/terraces';

/** Works on the ground beside spraying and ripping, in the order of the year. */
export const WORKS = [
  'cost-share',
  'cover',
  'drains',
  'loosening',
  'terraces',
  'pits',
  'wetting',
  'inoculant',
] as const;
export type WorkKey = (typeof WORKS)[number];

/** Lines of the bill that works bring in. */
export type WorkItem =
  | 'cover'
  | 'pipe'
  | 'wetting'
  | 'inoculant'
  | 'draining'
  | 'loosening'
  | 'terracing'
  | 'pits';

/** What the leader keeps about the works of a block; what is left out is as the ground asks. */
export interface WorkTerms {
  /** Works done or left out against what the ground asks for. */
  chosen?: Partial<Record<WorkKey, boolean>>;
  /** Terraces along the rows, the slope they are cut into, and whether they wait for the trees. */
  terraces?: TerraceOptions & { slope: number; after: boolean };
  pits?: PitOptions;
  /** Metres of drain. */
  drains?: number;
  /** Length of the crew's string, metres. */
  string?: number;
  /** Earth that one person moves in an hour, cubic metres. */
  digging?: number;
}

/** A line bounds what one string reaches: shorter is no help, longer sags and drifts. */
export const STRING_BOUNDS = { least: 5, most: 500 };

/**
 * What a work takes, from memory: seed 2 g a square metre; wetting agent 5 mL and inoculant 5 g a tree; a spot
 * loosened in a minute and a half; 20 m of drain an hour by machine; 0.3 m³ of medium soil dug in an hour by hand.
 */
export const WORK_RATES = {
  seed: 0.002,
  agent: 5e-6,
  inoculant: 0.005,
  loosen: 90,
  drains: 20,
  digging: 0.3,
};

/** What works are counted from. */
export interface WorkGround {
  trees: number;
  /** Metres of row. */
  metres: number;
  /** Plantable square metres. */
  area: number;
  /** Zones with the trees that stand in each. */
  zones: readonly { name: string; soil: Soil; trees: number }[];
}

export interface Work {
  key: WorkKey;
  /** Whether the ground asks for it, whatever the leader chose. */
  asked: boolean;
  on: boolean;
  because: Message;
  /** The task that it puts on the block's string; an inoculant goes in with the tree. */
  task?: string;
  /** What the bill gets, each with its working. */
  lines: Partial<Record<WorkItem, Figure>>;
}

const isRepellent = ({ repellent }: Soil) => repellent;
/** Clay and what was driven over hard opens only when it is dry. */
const isHeavy = ({ texture, compacted }: Soil) => texture === 'clay' || compacted;
const standsWet = ({ drainage }: Soil) =>
  drainage === 'standing water' || drainage === 'winter-wet';

/**
 * Works of a block: what its soils ask for, what earthworks the leader keeps, and what was decided otherwise.
 * @param terms may also switch a work off that the ground asks for
 * @returns every work, those not done too, so that a page can offer them
 * @throws Told where kept measures are none
 */
export function worksOf(ground: WorkGround, terms: WorkTerms = {}): Work[] {
  const { trees, metres, area, zones } = ground;
  const treesOf = (holds: (soil: Soil) => boolean) => ({
    trees: zones.filter(({ soil }) => holds(soil)).reduce((sum, zone) => sum + zone.trees, 0),
    names: zones
      .filter(({ soil }) => holds(soil))
      .map(({ name }) => name)
      .join(', '),
  });
  const [dryUnder, heavy, wet] = [isRepellent, isHeavy, standsWet].map(treesOf);
  const digging = terms.digging ?? WORK_RATES.digging;
  const { chosen = {} } = terms;
  const work = (key: WorkKey, asked: boolean, rest: Omit<Work, 'key' | 'asked' | 'on'>): Work => ({
    ...{ key, asked, on: chosen[key] ?? asked },
    ...rest,
  });
  // Where no zone asks for it and it is done all the same, it is done on the whole block.
  const [agentFor, loosenFor] = [dryUnder, heavy].map((found) =>
    found.names ? found.trees : trees,
  );
  return [
    work('cost-share', false, { because: say('works.costShare'), task: 'cost-share', lines: {} }),
    work('cover', false, {
      because: say('works.cover'),
      task: 'sow-cover',
      lines: {
        cover: amount(
          'mass',
          [say('step.plantable'), area, 'area'],
          [say('step.seedEach'), WORK_RATES.seed, 'massDose'],
        ),
      },
    }),
    work('drains', Boolean(terms.drains), {
      because: wet.names ? say('works.drainsWet', { zones: wet.names }) : say('works.drains'),
      task: 'drains',
      lines: {
        pipe: { value: terms.drains ?? 0, kind: 'length', steps: [] },
        draining: hours((terms.drains ?? 0) / WORK_RATES.drains, say('formula.drainHours'), [
          { label: say('step.drain'), value: terms.drains ?? 0, kind: 'length' },
          { label: say('step.anHour'), value: WORK_RATES.drains, kind: 'length' },
        ]),
      },
    }),
    work('loosening', Boolean(heavy.names), {
      because: heavy.names ? say('works.loosenHeavy', { zones: heavy.names }) : say('works.loosen'),
      task: 'loosen-spots',
      lines: {
        loosening: hours((loosenFor * WORK_RATES.loosen) / 3600, say('formula.spotHours'), [
          { label: say('step.spots'), value: loosenFor, kind: 'count' },
          { label: say('step.secondsASpot'), value: WORK_RATES.loosen, kind: 'number' },
        ]),
      },
    }),
    terraceWork(metres, terms, digging, work),
    pitWork(trees, terms, digging, work),
    work('wetting', Boolean(dryUnder.names), {
      because: dryUnder.names
        ? say('works.wettingRepellent', { zones: dryUnder.names })
        : say('works.wetting'),
      task: 'wetting-agent',
      lines: {
        wetting: amount(
          'liquid',
          [say('step.spots'), agentFor, 'count'],
          [say('step.aSpot'), WORK_RATES.agent],
        ),
      },
    }),
    work('inoculant', false, {
      because: say('works.inoculant'),
      lines: {
        inoculant: amount(
          'mass',
          [say('step.trees'), trees, 'count'],
          [say('step.aTree'), WORK_RATES.inoculant],
        ),
      },
    }),
  ];
}

type Make = (key: WorkKey, asked: boolean, rest: Omit<Work, 'key' | 'asked' | 'on'>) => Work;

function terraceWork(metres: number, { terraces }: WorkTerms, digging: number, work: Make): Work {
  const earth = terraces && terraceEarth(metres, terraces.slope, terraces).total;
  return work('terraces', Boolean(terraces), {
    because: terraces
      ? say('works.terracesKept', {
          width: lengthOf(terraces.width),
          when: terraces.after ? 'after' : 'before',
        })
      : say('works.terraces'),
    task: terraces?.after ? 'terraces-after' : 'terraces',
    lines: earth ? { terracing: dug(earth, digging) } : {},
  });
}

function pitWork(trees: number, { pits }: WorkTerms, digging: number, work: Make): Work {
  const earth = pits && pitEarth(trees, pits).total;
  return work('pits', Boolean(pits), {
    because: pits ? say('works.pitsKept', { side: lengthOf(pits.length) }) : say('works.pits'),
    task: 'dig-pits',
    lines: earth ? { pits: dug(earth, digging) } : {},
  });
}

/** Hours of digging so much earth. */
function dug(earth: Figure, digging: number): Figure {
  if (!(digging > 0)) throw told('works.noRate');
  return hours(earth.value / digging, say('formula.diggingHours'), [
    { label: say('step.earth'), value: earth.value, kind: 'volume' },
    { label: say('step.anHour'), value: digging, kind: 'volume' },
  ]);
}

const hours = (value: number, formula: Message, steps: WorkingStep[]): Figure => ({
  ...{ value, kind: 'hours', formula, steps },
});

/** So much of something: how many of what, times a rate. */
function amount(
  kind: FigureKind,
  [of, count, ofKind]: [label: Message, count: number, kind: FigureKind],
  [each, rate, eachKind = kind]: [label: Message, rate: number, kind?: FigureKind],
): Figure {
  const steps: WorkingStep[] = [
    { label: of, value: count, kind: ofKind },
    // What is strewn is told by the hectare or the acre.
    { label: each, value: eachKind === 'massDose' ? rate * 10_000 : rate, kind: eachKind },
  ];
  return { value: count * rate, kind, formula: say('formula.times', { of, each }), steps };
}

/** Tasks that only works bring in. */
export const WORK_TASKS: ReadonlySet<string> = new Set([
  ...['cost-share', 'sow-cover', 'drains', 'loosen-spots', 'terraces', 'terraces-after'],
  ...['dig-pits', 'wetting-agent'],
]);

/** Keys of the tasks that works put on a block's string. What is counted in trees does not matter for that. */
export const workTasks = (works: readonly Work[]): string[] =>
  works.flatMap(({ on, task }) => (on && task ? [task] : []));

/** Units for the bill, of the works that are done. */
export function workUnits(works: readonly Work[]): Partial<Record<WorkItem, number>> {
  const units: Partial<Record<WorkItem, number>> = {};
  for (const { on, lines } of works)
    if (on)
      for (const [item, { value, kind }] of Object.entries(lines))
        // The bill buys an agent by the litre.
        units[item as WorkItem] =
          (units[item as WorkItem] ?? 0) + value * (kind === 'liquid' ? 1000 : 1);
  return units;
}
