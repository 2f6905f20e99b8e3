import { choose, type SchoolQuestion } from '../school';

/** A mulch ring of 0.5 m radius, 12 cm high, off the stem, in m³. Common practice: 10 to 15 cm. */
/** Cubic metres a tree: a ring of half a metre, 12 cm high. */
export const MULCH = Math.PI * 0.5 ** 2 * 0.12;

/** What is done to the ground and what grows on it. */
export const GROUND: readonly SchoolQuestion[] = [
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
        bill: { compost: 0.005 },
      },
      {
        key: 'manure',
        label: 'Manure, worked in weeks before',
        suits: 'poor soil with well-rotted manure at hand',
        changes: 'worked in six weeks before planting',
        tasks: ['manure'],
        brief: 'No fresh manure at the roots.',
        bill: { manure: 0.005 },
      },
      {
        key: 'half',
        label: 'Half compost',
        suits: 'sand that holds no water',
        changes: 'compost and {30 L} pre-soak',
        brief: 'Half sand, half compost, pre-soaked.',
        bill: { compost: 0.02 },
      },
      {
        key: 'gel',
        label: 'Hydrogel and inoculant',
        suits: 'dry sites without water',
        changes: 'dip before bagging',
        brief: 'Dip roots before they go in the bag.',
        bill: { gel: 0.005 },
      },
    ],
    pick: ({ texture, moisture }) =>
      texture === 'sand' && moisture === 'dry'
        ? choose('half', 'Dry sand holds no water by itself.')
        : choose('none', 'Roots leave good soil for poor only when they must.'),
  },
  {
    question: 'clear',
    label: 'Weeds, to clear the spot',
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
        key: 'scalp',
        label: 'Scalp',
        suits: 'machine and quick hand planting',
        changes: 'sod removed on the day',
        brief: 'Scalp a square of {30 cm} before the hole.',
      },
      {
        key: 'strip',
        label: 'Strip or square cleared',
        suits: 'tall growth, rows by machine',
        changes: 'mown or cut weeks before',
        brief: 'Plant in the middle of the cleared strip.',
        tasks: ['clear-strips'],
      },
      { key: 'none', label: 'None', suits: 'bare mineral ground', changes: 'nothing' },
    ],
    pick: ({ cover, moisture }) => {
      if (cover !== 'sod') return choose('none', 'There is little green to fight yet.');
      return moisture === 'wet'
        ? choose('scalp', 'No herbicide beside water.')
        : choose('herbicide', 'Living sod takes the rain before the tree does.');
    },
  },
  {
    question: 'keep',
    label: 'Weeds, to keep them away',
    schools: [
      {
        key: 'residual',
        label: 'Residual spray',
        suits: 'seed banks; goes into the knockdown’s tank',
        changes: 'twice a year at most',
        tasks: ['knockdown'],
      },
      {
        key: 'granules',
        label: 'Granules',
        suits: 'spots without water at hand',
        changes: 'shaken by area, twice a year at most',
        tasks: ['granules'],
        brief: 'Granules by the shaker’s mark, never heaped at the stem.',
      },
      {
        key: 'mulch',
        label: 'Mulch',
        suits: 'small blocks with chips, bark or stone at hand',
        changes: 'mulch in materials',
        tasks: ['mulch'],
        brief: 'Mulch off the stem, a hand deep.',
        bill: { mulch: MULCH },
      },
      {
        key: 'turf',
        label: 'Inverted turf',
        suits: 'wet sod',
        changes: 'spade work',
        brief: 'Turf back upside down in two halves.',
      },
      { key: 'none', label: 'None', suits: 'ground that stays bare', changes: 'nothing' },
    ],
    pick: ({ cover, moisture }) => {
      if (cover !== 'sod') return choose('none', 'There is little green to keep away yet.');
      return moisture === 'wet'
        ? choose('turf', 'No herbicide beside water; the turf itself smothers.')
        : choose('residual', 'What was killed comes back from seed within weeks.');
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
      },
      {
        key: 'graded',
        label: 'Slightly off contour',
        suits: 'slopes that shed water',
        changes: 'rip with a small fall',
        tasks: ['kill-sod', 'rip'],
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
    question: 'ripPlace',
    label: 'Where on the rip line',
    asked: ({ compacted }) => compacted,
    schools: [
      {
        key: 'on',
        label: 'On it',
        suits: 'lines that have settled for months',
        changes: 'roots follow the stored moisture',
        brief: 'Plant on the rip line, where the moisture is; never over an air gap.',
      },
      {
        key: 'beside',
        label: 'Beside it',
        suits: 'fresh lines with hollows under them',
        changes: 'pegs stand a hand beside the line',
        brief: 'Plant beside the rip line, not on top.',
      },
    ],
    pick: () => choose('on', 'The line was ripped to hold moisture, and there it is.'),
  },
];
