import { choose, type SchoolQuestion } from '../school';

/**
 * What keeps teeth off. Parts a tree are common practice, no source; terms of removal are from memory, and
 * whoever stands before the tree decides.
 */
export const BROWSE: readonly SchoolQuestion[] = [
  {
    question: 'browse',
    schools: [
      { key: 'none' },
      {
        key: 'tops',
        told: true,
      },
      {
        key: 'spiral',
        told: true,
        tasks: ['guards-1', 'guards-off'],
        bill: { guards: 1, canes: 1 },
      },
      {
        key: 'sleeve',
        told: true,
        tasks: ['guards-1', 'guards-off'],
        bill: { guards: 1, stakes: 1 },
      },
      {
        key: 'shelter',
        told: true,
        tasks: ['guards-1', 'guards-off'],
        bill: { shelters: 1, stakes: 1 },
      },
      {
        key: 'cage',
        told: true,
        tasks: ['guards-1', 'guards-off'],
        bill: { cages: 1, stakes: 2 },
      },
      {
        key: 'fence',
        tasks: ['fence', 'guards-1'],
        bill: { fence: 1 },
      },
    ],
    pick: ({ browse, stock }) => {
      switch (browse) {
        case 'none':
          return choose('none');
        case 'voles':
        case 'rabbits':
          return stock === 'container' ? choose('sleeve') : choose('spiral');
        case 'deer':
          return choose('shelter');
        case 'livestock':
          return choose('fence');
      }
    },
  },
];
