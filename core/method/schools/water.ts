import { choose, type SchoolQuestion } from '../school';

/** {19 L} a tree and turn, in m³: a bucket of five US gallons. Common practice. */
const BUCKET = 0.019;
/** What fills a reservoir box once, in m³. From memory: 15 to 20 L. */
const FILLING = 0.016;

/** Water for the roots: before, at and after planting. */
export const WATER: readonly SchoolQuestion[] = [
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
    question: 'waterAt',
    label: 'Water at planting',
    schools: [
      {
        key: 'none',
        label: 'None',
        suits: 'moist ground in the dormant season',
        changes: 'dry soil stops planting',
      },
      {
        key: 'sip',
        label: '{0.125 L} a plug',
        suits: 'plugs in a dry autumn',
        changes: 'a can a planter; dry soil means “plant with water”',
        brief: '{0.125 L} on every plug as it goes in.',
        tasks: ['water-in'],
        bill: { water: 0.000125 },
      },
      {
        key: 'four',
        label: '{4 L}',
        suits: 'small stock on dry ground',
        changes: 'tank trips on the day; dry soil means “plant with water”',
        brief: '{4 L} a tree, at once.',
        tasks: ['water-in'],
        bill: { water: 0.004 },
      },
      {
        key: 'eight',
        label: '{8 L}',
        suits: 'larger stock on dry ground',
        changes: 'tank trips on the day; dry soil means “plant with water”',
        brief: '{8 L} a tree, at once.',
        tasks: ['water-in'],
        bill: { water: 0.008 },
      },
      {
        key: 'twice',
        label: '{19 L}, and {19 L} again two hours later',
        suits: 'large stock',
        changes: 'two rounds on the day; dry soil means “plant with water”',
        brief: '{19 L} a tree, and again two hours later.',
        tasks: ['water-in', 'water-second'],
        bill: { water: 0.038 },
      },
      {
        key: 'column',
        label: '{30 L} before, a moist column',
        suits: 'arid sand with reservoir boxes',
        changes: 'holes are watered before planting; dry soil means “plant with water”',
        brief: '{30 L} into the hole first, aired an hour.',
        tasks: ['water-in'],
        bill: { water: 0.03 },
      },
    ],
    pick: ({ moisture, stock, texture }) => {
      if (moisture !== 'dry') return choose('none', 'Fresh ground closes on its own moisture.');
      if (texture === 'sand' && stock === 'bare-root')
        return choose('four', 'Dry sand falls away from bare roots.');
      return stock === 'container'
        ? choose('sip', 'A sip a plug carries it over a dry autumn.')
        : choose('four', 'Dry ground takes water out of the roots.');
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
        changes: '{19 L} on the 10th, 20th and 30th without rain',
        tasks: ['water-dated'],
        bill: { water: 9 * BUCKET },
      },
      {
        key: 'weekly',
        label: 'Weekly',
        suits: 'large stock, hot summers',
        changes: '{19 L} a week in the first summer',
        tasks: ['water-weekly'],
        bill: { water: 26 * BUCKET },
      },
      {
        key: 'reservoir',
        label: 'Reservoir',
        suits: 'arid ground',
        changes: 'boxes, and a tanker to fill them',
        tasks: ['fill-boxes'],
        brief: 'Box east to west, {10 cm} proud, sealed all round, then filled.',
        bill: { boxes: 1, water: FILLING },
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
];
