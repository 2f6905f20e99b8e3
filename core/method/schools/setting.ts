import { choose, type Conditions, type SchoolQuestion } from '../school';

const byHand = ({ planting }: Conditions) => planting === 'hand';

/** How a tree is set: depth, hole, roots, firming, and the ground it leaves. */
export const SETTING: readonly SchoolQuestion[] = [
  {
    question: 'depth',
    schools: [
      {
        key: 'collar',
        told: true,
        depth: { datum: 'collar', least: -1, most: 2 },
      },
      {
        key: 'covered',
        told: true,
        depth: { datum: 'top side root', least: 2, most: 5 },
      },
      {
        key: 'deep-collar',
        told: true,
        depth: { datum: 'collar', least: 2, most: 5 },
      },
      {
        key: 'high',
        told: true,
        depth: { datum: 'collar', least: -2, most: 0 },
      },
      {
        key: 'plug-flush',
        told: true,
        depth: { datum: 'ball top', least: -1, most: 0.5 },
      },
      {
        key: 'plug-covered',
        told: true,
        depth: { datum: 'ball top', least: 0.5, most: 2 },
      },
      {
        key: 'plug-high',
        told: true,
        depth: { datum: 'ball top', least: -2, most: 0 },
      },
    ],
    pick: ({ stock, moisture, texture }) => {
      const drowns = moisture === 'wet' || texture === 'clay';
      if (stock === 'container' && drowns) return choose('plug-high');
      if (stock === 'container') return choose('plug-covered');
      if (drowns) return choose('high');
      if (texture === 'sand') return choose('covered');
      return choose('collar');
    },
  },
  {
    question: 'hole',
    schools: [
      {
        key: 'slit',
        told: true,
      },
      {
        key: 'snug',
        told: true,
      },
      {
        key: 'twice',
        told: true,
      },
      {
        key: 'thrice',
        told: true,
      },
      {
        key: 'wide',
        told: true,
      },
      {
        key: 'pit',
        told: true,
      },
    ],
    pick: ({ planting, stock, compacted, cover }) => {
      if (planting === 'machine') return choose('slit');
      if (stock === 'container') return choose('twice');
      if (compacted) return choose('wide');
      return cover === 'cleared' ? choose('slit', 'prepared') : choose('thrice');
    },
  },
  {
    question: 'holeShape',
    asked: byHand,
    schools: [
      {
        key: 'square',
        told: true,
      },
      { key: 'round' },
    ],
    pick: ({ texture }) => (texture === 'clay' ? choose('square') : choose('round')),
  },
  {
    question: 'place',
    asked: byHand,
    schools: [
      {
        key: 'side',
        told: true,
      },
      { key: 'middle' },
    ],
    pick: ({ stock }) => (stock === 'bare-root' ? choose('side') : choose('middle')),
  },
  {
    question: 'bottom',
    asked: byHand,
    schools: [
      {
        key: 'loose',
        told: true,
      },
      {
        key: 'firm',
        told: true,
      },
      {
        key: 'cone',
        told: true,
      },
    ],
    pick: ({ stock }) => (stock === 'container' ? choose('firm') : choose('loose')),
  },
  {
    question: 'firming',
    schools: [
      {
        key: 'heel',
        told: true,
      },
      {
        key: 'light',
        told: true,
      },
      {
        key: 'water',
        told: true,
        tasks: ['water-in'],
        gives: { at: 4 },
      },
    ],
    pick: ({ stock, texture }) =>
      stock === 'container' || texture === 'clay' ? choose('light') : choose('heel'),
  },
  {
    question: 'firmBehind',
    asked: ({ planting }) => planting === 'machine',
    schools: [
      {
        key: 'walker',
        told: true,
      },
      {
        key: 'wheels',
        told: true,
      },
      {
        key: 'tractor',
        told: true,
      },
    ],
    pick: ({ texture, moisture }) =>
      texture === 'sand' && moisture !== 'dry' ? choose('wheels') : choose('walker'),
  },
  {
    question: 'surface',
    schools: [
      {
        key: 'level',
        told: true,
      },
      {
        key: 'basin',
        told: true,
      },
      {
        key: 'lip',
        told: true,
      },
      {
        key: 'proud',
        told: true,
      },
    ],
    pick: ({ moisture, sloping }) => {
      if (moisture === 'wet') return choose('proud');
      if (moisture === 'dry') return sloping ? choose('lip') : choose('basin');
      return choose('level');
    },
  },
  {
    question: 'trimming',
    schools: [
      {
        key: 'never',
        told: true,
      },
      {
        key: 'tips',
        told: true,
      },
      {
        key: 'set',
        told: true,
      },
    ],
    pick: ({ stock, planting }) => {
      if (stock === 'container') return choose('never');
      return planting === 'machine' ? choose('set') : choose('tips');
    },
  },
  {
    question: 'containerRoots',
    asked: ({ stock }) => stock === 'container',
    schools: [
      {
        key: 'leave',
        told: true,
      },
      {
        key: 'tease',
        told: true,
      },
      {
        key: 'cut',
        told: true,
      },
      {
        key: 'bottom',
        told: true,
      },
    ],
    pick: () => choose('leave'),
  },
  {
    question: 'shoot',
    schools: [
      { key: 'leave' },
      {
        key: 'cut',
        told: true,
      },
    ],
    pick: () => choose('leave'),
  },
  {
    question: 'stockSize',
    schools: [
      {
        key: 'small',
      },
      {
        key: 'large',
      },
    ],
    pick: () => choose('small'),
  },
  {
    question: 'stake',
    schools: [
      { key: 'none' },
      {
        key: 'low',
        tasks: ['stakes-off'],
        bill: { stakes: 1, ties: 1 },
        told: true,
      },
    ],
    pick: ({ exposed }) => (exposed ? choose('low') : choose('none')),
  },
];
