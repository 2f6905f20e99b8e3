import { choose, type SchoolQuestion } from '../school';

/** A mulch ring of 0.5 m radius, 12 cm high, off the stem, in m³ a tree. Common practice: 10 to 15 cm. */
export const MULCH = Math.PI * 0.5 ** 2 * 0.12;

/** What is done to the ground and what grows on it. */
export const GROUND: readonly SchoolQuestion[] = [
  {
    question: 'amendments',
    schools: [
      {
        key: 'none',
        told: true,
      },
      {
        key: 'compost',
        bill: { compost: 0.005 },
      },
      {
        key: 'manure',
        tasks: ['manure'],
        told: true,
        bill: { manure: 0.005 },
      },
      {
        key: 'half',
        told: true,
        bill: { compost: 0.02 },
      },
      {
        key: 'gel',
        told: true,
        bill: { gel: 0.005 },
      },
    ],
    pick: ({ texture, moisture }) =>
      texture === 'sand' && moisture === 'dry' ? choose('half') : choose('none'),
  },
  {
    question: 'clear',
    schools: [
      {
        key: 'herbicide',
        tasks: ['kill-1', 'kill-2', 'mark-spots', 'knockdown'],
        told: true,
      },
      {
        key: 'scalp',
        told: true,
      },
      {
        key: 'strip',
        told: true,
        tasks: ['clear-strips'],
      },
      { key: 'none' },
    ],
    pick: ({ cover, moisture }) => {
      if (cover !== 'sod') return choose('none');
      return moisture === 'wet' ? choose('scalp') : choose('herbicide');
    },
  },
  {
    question: 'keep',
    schools: [
      {
        key: 'residual',
        tasks: ['knockdown'],
      },
      {
        key: 'granules',
        tasks: ['granules'],
        told: true,
      },
      {
        key: 'mulch',
        tasks: ['mulch'],
        told: true,
        bill: { mulch: MULCH },
      },
      {
        key: 'turf',
        told: true,
      },
      { key: 'none' },
    ],
    pick: ({ cover, moisture }) => {
      if (cover !== 'sod') return choose('none');
      return moisture === 'wet' ? choose('turf') : choose('residual');
    },
  },
  {
    question: 'rip',
    schools: [
      {
        key: 'contour',
        tasks: ['kill-sod', 'rip'],
      },
      {
        key: 'graded',
        tasks: ['kill-sod', 'rip'],
      },
      { key: 'none' },
    ],
    pick: ({ compacted, sloping }) => {
      if (!compacted) return choose('none');
      return sloping ? choose('graded') : choose('contour');
    },
  },
  {
    question: 'ripPlace',
    asked: ({ compacted }) => compacted,
    schools: [
      {
        key: 'on',
        told: true,
      },
      {
        key: 'beside',
        told: true,
      },
    ],
    pick: () => choose('on'),
  },
];
