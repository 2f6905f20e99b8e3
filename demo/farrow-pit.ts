import type { KeepoutKind, KeepoutShape, Near } from '../core/ground/keepouts';
import type { Soil, Zone } from '../core/ground/zones';
import type { Ring } from '../core/ground/polygon';
import type { Conditions } from '../core/method/schools';
import type { Method } from '../core/method/method';
import type { Direction, LayoutParameters } from '../core/rows/layout';
import { radians } from '../core/measure/units';
import type { Letter } from './species';

/**
 * Farrow Pit, an invented worked-out gravel quarry on its way back to woodland. Shapes are in metres
 * from each block's own centre; people are roles. Nothing here is a real place, person or record.
 */
export const SITE = {
  name: 'Farrow Pit',
  longitude: 11.42,
  latitude: 51.58,
  elevation: 85,
  zone: 'Etc/GMT-1',
  placed: true,
  edition: 1,
  typicalYear: null,
  regime: 'cool-temperate',
};

export const PASSWORD = 'farrow-pit-demo';

export const PEOPLE = [
  { signIn: 'leader', name: 'Crew leader', role: 'leader' },
  { signIn: 'checker', name: 'Checker', role: 'checker' },
  { signIn: 'planter', name: 'Planter 5', role: 'planter' },
  { signIn: 'viewer', name: 'Client', role: 'viewer' },
] as const;

export const PLANTER_RATES = [780, 720, 840, 690, 810, 660, 750, 700, 640, 820, 730, 680];

export interface DemoKeepout {
  kind: KeepoutKind;
  name: string;
  setback: number;
  reason: string;
  shape: KeepoutShape;
  near?: Near;
}

export interface DemoZone extends Pick<Zone, 'name' | 'damp' | 'light'> {
  ring: Ring;
  soil: Partial<Soil>;
}

export interface DemoBlock {
  name: string;
  /** Of the block's centre from the site's, metres east and north. */
  centre: [number, number];
  ring: Ring;
  margin: number;
  keepouts: DemoKeepout[];
  zones?: DemoZone[];
  conditions: Conditions;
  method: Method;
  /** Planting day, in days from the day the demo is loaded. */
  planting: number;
  targetPerHectare: number;
  layout: Omit<LayoutParameters, 'mix' | 'direction' | 'shelter'> & {
    mix: [Letter, number][];
    direction: Direction | 'longest';
    /** Shelter rows along the block's fence: species, offset, step, stagger. */
    shelter?: [Letter, number, number, number][];
  };
  release: boolean;
  done: string[];
}

const line = (...coordinates: [number, number][]): KeepoutShape => ({
  type: 'LineString',
  coordinates,
});

export const BLOCKS: DemoBlock[] = [
  {
    name: 'North Bench',
    centre: [-120, 420],
    ring: [
      [-186, 62],
      [-96, 103],
      [22, 98],
      [142, 74],
      [206, 24],
      [213, -34],
      [158, -96],
      [52, -80],
      [-44, -104],
      [-128, -74],
      [-190, -26],
    ],
    margin: 1,
    keepouts: [
      {
        kind: 'fence',
        name: 'north fence',
        setback: 2,
        reason: 'After ten years wide shrubs lean on it and short an electric wire.',
        shape: line([-186, 62], [-96, 103], [22, 98], [142, 74]),
      },
      {
        kind: 'building',
        name: 'pump house',
        setback: 6,
        reason: 'Roots, falling limbs and light.',
        shape: {
          type: 'Polygon',
          coordinates: [
            [
              [24, 6],
              [44, 12],
              [40, 28],
              [19, 22],
            ],
          ],
        },
      },
      {
        kind: 'overhead-line',
        name: 'overhead line',
        setback: 0,
        near: { within: 20, height: 12 },
        reason: 'Agreed with the utility: within 20 m nothing that grows to 12 m.',
        shape: line([176, 120], [196, -120]),
      },
    ],
    zones: [
      {
        name: 'Clay lens',
        damp: 'fresh',
        light: 'full light',
        soil: { texture: 'clay' },
        ring: [
          [-184, -20],
          [-178, 40],
          [-96, 66],
          [-30, 40],
          [-44, -20],
          [-110, -40],
        ],
      },
    ],
    conditions: {
      texture: 'loam',
      moisture: 'fresh',
      cover: 'sod',
      compacted: false,
      exposed: false,
      sloping: true,
      planting: 'hand',
      stock: 'bare-root',
      browse: 'rabbits',
    },
    method: {},
    planting: -374,
    targetPerHectare: 1400,
    layout: {
      pattern: 'contour',
      contour: { stopUnder: 0.75, startOver: 1.5, fall: 0 },
      inRow: 2.2,
      between: 2.8,
      direction: { kind: 'bearing', bearing: radians(83) },
      firstOffset: 1.5,
      firstPeg: 0,
      headland: 0,
      shortest: 5,
      mix: [
        ['P', 46],
        ['B', 28],
        ['A', 16],
        ['W', 10],
      ],
      arrangement: { kind: 'runs', length: 12 },
    },
    release: true,
    done: [
      'kill-1',
      'order',
      'kill-2',
      'mark-spots',
      'knockdown',
      'set-out',
      'receive',
      'check-rows',
      'weed-1',
      'count-1',
    ],
  },
  {
    name: 'Haul Flat',
    centre: [260, 20],
    ring: [
      [-232, -84],
      [-205, 118],
      [-40, 158],
      [96, 132],
      [214, 141],
      [246, 22],
      [208, -118],
      [70, -148],
      [-92, -128],
    ],
    margin: 1,
    keepouts: [
      {
        kind: 'road',
        name: 'site road',
        setback: 7,
        reason: 'Sight lines for lorries still using the weighbridge.',
        shape: line([-232, -84], [-92, -128], [70, -148], [208, -118]),
      },
      {
        kind: 'building',
        name: 'weighbridge',
        setback: 6,
        reason: 'Roots, falling limbs and light.',
        shape: {
          type: 'Polygon',
          coordinates: [
            [
              [-70, -20],
              [-38, -24],
              [-36, -8],
              [-68, -4],
            ],
          ],
        },
      },
      {
        kind: 'existing-tree',
        name: 'old oak',
        setback: 9,
        reason: 'Its crown: pioneers need the gap, not the shade.',
        shape: { type: 'Point', coordinates: [118, 44] },
      },
    ],
    conditions: {
      texture: 'loam',
      moisture: 'fresh',
      cover: 'bare',
      compacted: true,
      exposed: false,
      sloping: false,
      planting: 'machine',
      stock: 'bare-root',
      browse: 'none',
    },
    method: {},
    planting: -8,
    targetPerHectare: 1600,
    layout: {
      pattern: 'rectangular',
      inRow: 2.0,
      between: 2.5,
      direction: 'longest',
      firstOffset: 9,
      firstPeg: 0,
      headland: 8,
      shortest: 10,
      mix: [
        ['L', 35],
        ['B', 30],
        ['P', 25],
        ['A', 10],
      ],
      arrangement: { kind: 'runs', length: 25 },
    },
    release: true,
    done: ['order', 'kill-sod', 'rip', 'set-out', 'receive'],
  },
  {
    name: 'Silt Margin',
    centre: [-330, -190],
    ring: [
      [-92, -46],
      [-88, 30],
      [-30, 62],
      [44, 70],
      [98, 44],
      [104, -18],
      [66, -40],
      [38, -66],
      [-4, -44],
      [-40, -72],
    ],
    margin: 1,
    keepouts: [
      {
        kind: 'watercourse',
        name: 'silt pond bank',
        setback: 1,
        near: { within: 5, wetOnly: true },
        reason: 'Bank top: the edge slumps, and wet-tolerant species come first.',
        shape: line([-92, -46], [-40, -72], [-4, -44], [38, -66], [66, -40], [104, -18]),
      },
      {
        kind: 'buried-service',
        name: 'buried drain',
        setback: 3,
        reason: 'Nothing is dug until it has been located and marked.',
        shape: line([-20, 80], [10, 10], [16, -70]),
      },
    ],
    zones: [
      {
        name: 'Wet edge',
        damp: 'wet',
        light: 'full light',
        soil: { texture: 'clay', drainage: 'standing water', depth: 0.6 },
        ring: [
          [-93, -47],
          [-40, -74],
          [-4, -46],
          [38, -68],
          [67, -42],
          [106, -20],
          [98, 2],
          [60, -14],
          [34, -40],
          [-2, -22],
          [-44, -50],
          [-91, -22],
        ],
      },
      {
        name: 'Upper bank',
        damp: 'fresh',
        light: 'full light',
        soil: { texture: 'clay', drainage: 'winter-wet' },
        ring: [
          [-90, 6],
          [-88, 31],
          [-30, 63],
          [44, 71],
          [99, 45],
          [100, 30],
          [44, 48],
          [-28, 40],
        ],
      },
    ],
    conditions: {
      texture: 'clay',
      moisture: 'wet',
      cover: 'sod',
      compacted: false,
      exposed: false,
      sloping: false,
      planting: 'hand',
      stock: 'container',
      browse: 'rabbits',
    },
    method: { browse: 'spiral' },
    planting: 45,
    targetPerHectare: 1300,
    layout: {
      pattern: 'equilateral',
      inRow: 2.6,
      between: 2.6,
      direction: { kind: 'east-west' },
      firstOffset: 1,
      firstPeg: 0,
      headland: 0,
      shortest: 0,
      mix: [
        ['Y', 35],
        ['L', 45],
        ['A', 20],
      ],
      arrangement: { kind: 'random', longest: 3, seed: 11 },
    },
    release: false,
    done: ['order', 'loosen-spots'],
  },
  {
    name: 'Ridge Screen',
    centre: [60, 720],
    ring: [
      [-350, -8],
      [350, 8],
      [349.7, 21],
      [-350.3, 5],
    ],
    margin: 0.5,
    keepouts: [
      {
        kind: 'fence',
        name: 'ridge fence',
        setback: 2,
        reason: 'After ten years wide shrubs lean on it and short an electric wire.',
        shape: line([-350.3, 5], [349.7, 21]),
      },
      {
        kind: 'overhead-line',
        name: 'overhead line',
        setback: 0,
        near: { within: 20, height: 8 },
        reason: 'Agreed with the utility: within 20 m nothing that grows to 8 m.',
        shape: line([318, -60], [336, 80]),
      },
    ],
    conditions: {
      texture: 'sand',
      moisture: 'dry',
      cover: 'cleared',
      compacted: false,
      exposed: true,
      sloping: false,
      planting: 'hand',
      stock: 'bare-root',
      browse: 'livestock',
    },
    method: { watering: 'none' },
    planting: -744,
    targetPerHectare: 2000,
    layout: {
      pattern: 'shelter',
      inRow: 2,
      between: 2.2,
      direction: 'longest',
      firstOffset: 3,
      firstPeg: 0,
      headland: 0,
      shortest: 4,
      shelter: [
        ['H', 2.2, 1.5, 0],
        ['W', 2.2, 2, 0.5],
        ['B', 2.2, 2.5, 0],
        ['W', 2.2, 2, 0.5],
        ['H', 2.2, 1.5, 0],
      ],
      mix: [
        ['H', 50],
        ['W', 30],
        ['B', 20],
      ],
      arrangement: { kind: 'rows' },
    },
    release: true,
    done: [
      'order',
      'set-out',
      'receive',
      'soak',
      'fence',
      'water-in',
      'check-rows',
      'weed-1',
      'guards-1',
      'count-1',
      'weed-2',
      'stakes-off',
      'weed-3',
      'count-2',
    ],
  },
  {
    name: 'Spoil Knoll',
    centre: [250, 260],
    ring: [
      [-44, -32],
      [40, -36],
      [52, 4],
      [22, 38],
      [-34, 34],
      [-52, 2],
    ],
    margin: 1,
    keepouts: [],
    conditions: {
      texture: 'sand',
      moisture: 'dry',
      cover: 'bare',
      compacted: false,
      exposed: true,
      sloping: false,
      planting: 'hand',
      stock: 'container',
      browse: 'rabbits',
    },
    method: { watering: 'reservoir', waterAt: 'column', browse: 'spiral' },
    planting: -12,
    targetPerHectare: 400,
    layout: {
      pattern: 'rectangular',
      inRow: 5,
      between: 5,
      direction: { kind: 'east-west' },
      firstOffset: 2,
      firstPeg: 1,
      headland: 0,
      shortest: 8,
      mix: [
        ['P', 70],
        ['B', 30],
      ],
      arrangement: { kind: 'random', longest: 3, seed: 5 },
    },
    release: true,
    done: ['order', 'set-out', 'receive', 'water-in', 'check-rows'],
  },
];
