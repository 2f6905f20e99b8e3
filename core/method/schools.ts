/** The ground and stock that a block's method is picked from. */
export interface Conditions {
  texture: 'sand' | 'loam' | 'clay';
  moisture: 'dry' | 'fresh' | 'wet';
  cover: 'sod' | 'bare' | 'cleared';
  compacted: boolean;
  exposed: boolean;
  sloping: boolean;
  planting: 'hand' | 'machine';
  stock: 'bare-root' | 'container';
}

export type Question =
  | 'depth'
  | 'firming'
  | 'trimming'
  | 'containerRoots'
  | 'soak'
  | 'amendments'
  | 'hole'
  | 'weeds'
  | 'rip'
  | 'watering'
  | 'stockSize'
  | 'stake'
  | 'shoot';

/** A choice good practitioners make; others choose otherwise, which is why it is a choice. */
export interface School {
  key: string;
  label: string;
  suits: string;
  /** What changes when it is chosen, in words. */
  changes: string;
  /** What the crew is told. */
  brief?: string;
  /** Tasks of the calendar that it brings in, by key. */
  tasks?: string[];
  /** Soil over the collar, cm, lowest and highest that pass a check. From memory, editable. */
  depth?: [number, number];
}

export interface SchoolQuestion {
  question: Question;
  label: string;
  schools: School[];
  /** Picks the default with its reason. */
  pick(conditions: Conditions): { key: string; because: string };
}

const choose = (key: string, because: string) => ({ key, because });

export const SCHOOLS: readonly SchoolQuestion[] = [
  {
    question: 'depth',
    label: 'Planting depth',
    schools: [
      {
        key: 'collar',
        label: 'Collar at ground',
        suits: 'firm, fresh ground',
        changes: 'checks pass 1 cm above to 2 cm below',
        brief: 'Collar at ground, up to 2 cm of soil over it.',
        depth: [-1, 2],
      },
      {
        key: 'covered',
        label: '2–5 cm over the top root',
        suits: 'light soil that settles and dries from above',
        changes: 'checks pass 2 to 5 cm of cover',
        brief: 'Two to five centimetres of soil over the top root.',
        depth: [2, 5],
      },
      {
        key: 'high',
        label: 'A little high, never deep',
        suits: 'wet ground and heavy clay',
        changes: 'checks pass 2 cm above to level',
        brief: 'Collar level or a finger high, never deep.',
        depth: [-2, 0],
      },
      {
        key: 'plug-covered',
        label: 'Plug just covered',
        suits: 'container plugs, so that the plug does not wick dry',
        changes: 'checks pass 0.5 to 2 cm over the plug',
        brief: 'Plug just covered, a centimetre of soil over it.',
        depth: [0.5, 2],
      },
    ],
    pick: ({ stock, moisture, texture }) => {
      if (stock === 'container')
        return choose('plug-covered', 'Container plugs wick dry when their top is open.');
      if (moisture === 'wet' || texture === 'clay')
        return choose('high', 'Wet or heavy ground drowns a deep collar.');
      if (texture === 'sand') return choose('covered', 'Sand settles and dries from above.');
      return choose('collar', 'Fresh loam holds its level.');
    },
  },
  {
    question: 'firming',
    label: 'Firming',
    schools: [
      {
        key: 'heel',
        label: 'Heel, hard',
        suits: 'bar slits and light soil',
        changes: 'the tug test is strict',
        brief: 'Firm with the heel; two fingers must not pull it.',
      },
      {
        key: 'light',
        label: 'Hands or a light foot',
        suits: 'clay and plugs',
        changes: 'checks look for compaction',
        brief: 'Firm by hand or a light foot, never compact.',
      },
      {
        key: 'water',
        label: 'Water settles it',
        suits: 'dry sites with water at hand',
        changes: 'a watering task on planting day',
        brief: 'Let the water settle the soil, top up after.',
        tasks: ['water-in'],
      },
    ],
    pick: ({ stock, texture }) =>
      stock === 'container' || texture === 'clay'
        ? choose('light', 'Plugs and clay compact under a heel.')
        : choose('heel', 'Bare roots in a slit must be closed in.'),
  },
  {
    question: 'trimming',
    label: 'Root trimming',
    schools: [
      {
        key: 'never',
        label: 'Never',
        suits: 'stock undercut in the nursery, plugs',
        changes: 'long roots need a bigger tool',
        brief: 'No root is cut.',
      },
      {
        key: 'tips',
        label: 'Tips, to fit the hole',
        suits: 'most bare-root stock',
        changes: 'trim step at sorting',
        brief: 'Trim tips only, a clean cut.',
      },
      {
        key: 'set',
        label: 'To a set 20–30 cm',
        suits: 'machine planting',
        changes: 'one trim length a lot',
        brief: 'Trim to the set length before loading.',
      },
    ],
    pick: ({ stock, planting }) => {
      if (stock === 'container') return choose('never', 'A plug keeps its roots whole.');
      return planting === 'machine'
        ? choose('set', 'The shoe opens one depth, so roots get one length.')
        : choose('tips', 'Tips that do not fit turn up in the hole.');
    },
  },
  {
    question: 'containerRoots',
    label: 'Container roots',
    schools: [
      {
        key: 'leave',
        label: 'Leave alone',
        suits: 'ribbed cells and plugs',
        changes: 'nothing',
        brief: 'Leave the plug as it is.',
      },
      {
        key: 'tease',
        label: 'Tease the edge',
        suits: 'round pots',
        changes: 'half a minute a tree',
        brief: 'Tease the outer roots loose.',
      },
      {
        key: 'cut',
        label: 'Four shallow cuts, a cross below',
        suits: 'pot-bound stock',
        changes: 'a minute a tree, knives',
        brief: 'Four shallow cuts down, a cross below.',
      },
      {
        key: 'bottom',
        label: 'Cut off the bag bottom',
        suits: 'soft bags',
        changes: 'circled root goes with it',
        brief: 'Cut the bag bottom off with the circled root.',
      },
    ],
    pick: () => choose('leave', 'Ribbed cells train roots straight down.'),
  },
  {
    question: 'soak',
    label: 'Soaking',
    schools: [
      {
        key: 'soak',
        label: '2 h, at most 8 h',
        suits: 'bare roots after cold store',
        changes: 'a soak timer the evening before',
        brief: 'Soak two hours, never over eight.',
        tasks: ['soak'],
      },
      {
        key: 'damp',
        label: 'Keep damp only',
        suits: 'fresh stock and plugs',
        changes: 'wet cloth and closed bags',
        brief: 'Roots damp in the closed bag at all times.',
      },
    ],
    pick: ({ stock, moisture }) =>
      stock === 'bare-root' && moisture === 'dry'
        ? choose('soak', 'Dry ground gives a tree nothing in its first week.')
        : choose('damp', 'Fresh ground and damp roots need no soak.'),
  },
  {
    question: 'amendments',
    label: 'Amendments',
    schools: [
      {
        key: 'none',
        label: 'None, native soil',
        suits: 'most ground',
        changes: 'nothing to buy',
        brief: 'Native soil back in the hole, nothing added.',
      },
      {
        key: 'compost',
        label: 'Compost',
        suits: 'poor, stripped soil',
        changes: 'compost in materials',
      },
      {
        key: 'half',
        label: 'Half compost',
        suits: 'sand that holds no water',
        changes: 'compost and 30 L pre-soak',
        brief: 'Half sand, half compost, pre-soaked.',
      },
      {
        key: 'gel',
        label: 'Hydrogel and inoculant',
        suits: 'dry sites without water',
        changes: 'dip before bagging',
        brief: 'Dip roots before they go in the bag.',
      },
    ],
    pick: ({ texture, moisture }) =>
      texture === 'sand' && moisture === 'dry'
        ? choose('half', 'Dry sand holds no water by itself.')
        : choose('none', 'Roots leave good soil for poor only when they must.'),
  },
  {
    question: 'hole',
    label: 'Hole',
    schools: [
      {
        key: 'slit',
        label: 'Slit',
        suits: 'prepared land, hundreds a day',
        changes: 'bar or machine',
        brief: 'Open the slit to full depth, close it top and bottom.',
      },
      {
        key: 'twice',
        label: '2 × the roots',
        suits: 'plugs in loose ground',
        changes: 'tube or spade',
        brief: 'Hole twice as wide as the plug.',
      },
      {
        key: 'thrice',
        label: '2–3 × the roots',
        suits: 'sod and fresh ground',
        changes: 'spade',
        brief: 'Hole two to three times as wide as the roots.',
      },
      {
        key: 'wide',
        label: '4–5 × the roots',
        suits: 'hard ground',
        changes: 'auger or pick',
        brief: 'Hole four to five times as wide, walls roughened.',
      },
      {
        key: 'square',
        label: 'Square',
        suits: 'clay that glazes',
        changes: 'spade',
        brief: 'Square corners, so that roots get out.',
      },
      {
        key: 'pit',
        label: 'Pit',
        suits: 'steep, stony slopes',
        changes: 'earth to move',
        brief: 'Pit with the tree at its side, not its middle.',
      },
    ],
    pick: ({ planting, stock, compacted, texture, cover }) => {
      if (planting === 'machine') return choose('slit', 'The machine opens a slit.');
      if (stock === 'container')
        return choose('twice', 'A plug needs room to be set without bending.');
      if (compacted) return choose('wide', 'Compacted ground lets no root through.');
      if (texture === 'clay')
        return choose('square', 'Round holes in clay turn roots in a circle.');
      return cover === 'cleared'
        ? choose('slit', 'Prepared land takes a bar.')
        : choose('thrice', 'Sod around the spot has to go.');
    },
  },
  {
    question: 'weeds',
    label: 'Weeds',
    schools: [
      {
        key: 'herbicide',
        label: 'Herbicide spots',
        suits: 'sod and seed banks',
        changes: 'kills and knockdown in the calendar',
        tasks: ['kill-1', 'kill-2', 'mark-spots', 'knockdown'],
        brief: 'Plant in the dead circle, not beside it.',
      },
      {
        key: 'mulch',
        label: 'Mulch',
        suits: 'small blocks with chips at hand',
        changes: 'mulch in materials',
        tasks: ['mulch'],
        brief: 'Mulch off the stem, a hand deep.',
      },
      {
        key: 'scalp',
        label: 'Scalp',
        suits: 'machine and quick hand planting',
        changes: 'sod removed on the day',
        brief: 'Scalp thirty by thirty before the hole.',
      },
      {
        key: 'turf',
        label: 'Inverted turf',
        suits: 'wet sod',
        changes: 'spade work',
        brief: 'Turf back upside down in two halves.',
      },
      { key: 'none', label: 'None', suits: 'bare mineral ground', changes: 'nothing' },
    ],
    pick: ({ cover, moisture }) => {
      if (cover !== 'sod') return choose('none', 'There is little green to fight yet.');
      return moisture === 'wet'
        ? choose('turf', 'No herbicide beside water; the turf itself smothers.')
        : choose('herbicide', 'Living sod takes the rain before the tree does.');
    },
  },
  {
    question: 'rip',
    label: 'Ripping',
    schools: [
      {
        key: 'contour',
        label: 'On contour',
        suits: 'slopes in dry country',
        changes: 'rip in the calendar',
        tasks: ['kill-sod', 'rip'],
        brief: 'Plant beside the rip line, not on top.',
      },
      {
        key: 'graded',
        label: 'Slightly off contour',
        suits: 'slopes that shed water',
        changes: 'rip with a small fall',
        tasks: ['kill-sod', 'rip'],
        brief: 'Plant beside the rip line, not on top.',
      },
      { key: 'none', label: 'None', suits: 'loose ground', changes: 'nothing' },
    ],
    pick: ({ compacted, sloping }) => {
      if (!compacted) return choose('none', 'The ground is loose enough for roots.');
      return sloping
        ? choose('graded', 'On a slope a level rip line overtops and washes out.')
        : choose('contour', 'Compacted ground stores no winter rain.');
    },
  },
  {
    question: 'watering',
    label: 'Watering',
    schools: [
      { key: 'none', label: 'None', suits: 'dormant planting in fresh ground', changes: 'nothing' },
      {
        key: 'dated',
        label: 'Dated, if it stays dry',
        suits: 'one dry summer',
        changes: '19 L on the 10th, 20th and 30th without rain',
        tasks: ['water-dated'],
      },
      {
        key: 'weekly',
        label: 'Weekly',
        suits: 'large stock, hot summers',
        changes: '19 L a week in the first summer',
        tasks: ['water-in', 'water-weekly'],
      },
      {
        key: 'reservoir',
        label: 'Reservoir',
        suits: 'arid ground',
        changes: 'boxes and tanker',
        tasks: ['water-in'],
      },
      {
        key: 'balance',
        label: 'By daily balance',
        suits: 'zones with measured soil',
        changes: 'rounds when the store runs down',
        tasks: ['water-dated'],
      },
    ],
    pick: ({ moisture, texture }) =>
      moisture === 'dry' || texture === 'sand'
        ? choose('dated', 'Dry or sandy ground may not carry the first summer.')
        : choose('none', 'Dormant trees in fresh ground water themselves.'),
  },
  {
    question: 'stockSize',
    label: 'Stock size',
    schools: [
      {
        key: 'small',
        label: 'Small, 30–45 cm',
        suits: 'most ground',
        changes: 'lighter bags, faster rows',
      },
      {
        key: 'large',
        label: 'Large',
        suits: 'browse and tall weeds',
        changes: 'spade, second watering, stakes',
        tasks: ['water-second'],
      },
    ],
    pick: () => choose('small', 'Thin trees on big roots pass thick ones in about five years.'),
  },
  {
    question: 'stake',
    label: 'Stake',
    schools: [
      { key: 'none', label: 'None', suits: 'small stock', changes: 'nothing' },
      {
        key: 'low',
        label: 'Low, for a year',
        suits: 'exposed sites or tall trees',
        changes: 'stakes in materials, and off again',
        tasks: ['stakes-off'],
        brief: 'Stake on the wind side, tie loose.',
      },
    ],
    pick: ({ exposed }) =>
      exposed
        ? choose('low', 'Wind rocks a tree loose at the collar.')
        : choose('none', 'A tree that moves grows a stem.'),
  },
  {
    question: 'shoot',
    label: 'Shoot',
    schools: [
      { key: 'leave', label: 'Leave', suits: 'balanced stock', changes: 'nothing' },
      {
        key: 'cut',
        label: 'Cut back to match the root',
        suits: 'trimmed or dry-set broadleaves',
        changes: 'secateurs at sorting',
        brief: 'Cut the top back so that leaf matches root.',
      },
    ],
    pick: () => choose('leave', 'Top and root came from the nursery in balance.'),
  },
];
