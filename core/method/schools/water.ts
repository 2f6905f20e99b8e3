import { choose, type SchoolQuestion } from '../school';

/** {19 L} a tree and turn, in m³: a bucket of five US gallons. Common practice. */
const BUCKET = 0.019;
/** What fills a reservoir box once, in m³. From memory: 15 to 20 L. */
const FILLING = 0.016;

/** Water for the roots: before, at and after planting. */
export const WATER: readonly SchoolQuestion[] = [
  {
    question: 'soak',
    schools: [
      {
        key: 'soak',
        told: true,
        tasks: ['soak'],
      },
      {
        key: 'damp',
        told: true,
      },
    ],
    pick: ({ stock, moisture }) =>
      stock === 'bare-root' && moisture === 'dry' ? choose('soak') : choose('damp'),
  },
  {
    question: 'waterAt',
    schools: [
      {
        key: 'none',
      },
      {
        key: 'sip',
        told: true,
        tasks: ['water-in'],
        gives: { at: 0.125 },
      },
      {
        key: 'four',
        told: true,
        tasks: ['water-in'],
        gives: { at: 4 },
      },
      {
        key: 'eight',
        told: true,
        tasks: ['water-in'],
        gives: { at: 8 },
      },
      {
        key: 'twice',
        told: true,
        tasks: ['water-in', 'water-second'],
        gives: { at: 19, again: 19 },
      },
      {
        key: 'column',
        told: true,
        tasks: ['water-in'],
        gives: { before: 30 },
      },
    ],
    pick: ({ moisture, stock, texture }) => {
      if (moisture !== 'dry') return choose('none');
      if (texture === 'sand' && stock === 'bare-root') return choose('four');
      return stock === 'container' ? choose('sip') : choose('four', 'roots');
    },
  },
  {
    question: 'watering',
    schools: [
      { key: 'none' },
      {
        key: 'dated',
        tasks: ['water-dated'],
        bill: { water: 9 * BUCKET },
      },
      {
        key: 'weekly',
        tasks: ['water-weekly'],
        bill: { water: 26 * BUCKET },
      },
      {
        key: 'reservoir',
        tasks: ['fill-boxes'],
        told: true,
        bill: { boxes: 1, water: FILLING },
      },
      {
        key: 'balance',
        tasks: ['water-dated'],
      },
    ],
    pick: ({ moisture, texture }) =>
      moisture === 'dry' || texture === 'sand' ? choose('dated') : choose('none'),
  },
];
