import { choose, type SchoolQuestion } from '../school';

/**
 * What keeps teeth off. Parts a tree are common practice, no source; terms of removal are from memory, and
 * whoever stands before the tree decides.
 */
export const BROWSE: readonly SchoolQuestion[] = [
  {
    question: 'browse',
    label: 'Against browsing',
    schools: [
      { key: 'none', label: 'None', suits: 'ground without browsers', changes: 'nothing' },
      {
        key: 'tops',
        label: 'Fallen tops round the tree',
        suits: 'woodland gaps with tops at hand, light deer browse',
        changes: 'a minute a tree, nothing to buy and nothing to take off',
        brief: 'Lay a fallen top over each tree, its branches outward.',
      },
      {
        key: 'spiral',
        label: 'Spiral and cane',
        suits: 'voles, rabbits and hares, small stock',
        changes: 'guards and canes in materials; checked twice, off in the third year',
        brief: 'Spiral to the ground, cane on the wind side.',
        tasks: ['guards-1', 'guards-off'],
        bill: { guards: 1, canes: 1 },
      },
      {
        key: 'sleeve',
        label: 'Sleeve and stake',
        suits: 'bushy stock, hares and rabbits',
        changes: 'guards and stakes in materials; checked twice, off in the third year',
        brief: 'Sleeve to the ground, its stake on the wind side.',
        tasks: ['guards-1', 'guards-off'],
        bill: { guards: 1, stakes: 1 },
      },
      {
        key: 'shelter',
        label: 'Shelter of {1.2 m} and stake',
        suits: 'deer, broadleaves set far apart',
        changes: 'shelters and stakes in materials; off when the stem fills it',
        brief: 'Shelter pushed into the soil, so that no wind blows up it; stake under its top.',
        tasks: ['guards-1', 'guards-off'],
        bill: { shelters: 1, stakes: 1 },
      },
      {
        key: 'cage',
        label: 'Cage',
        suits: 'few trees among livestock',
        changes: 'a cage and two stakes a tree; off when the stem bears rubbing',
        brief: 'Cage on two stakes, an arm’s length from the stem.',
        tasks: ['guards-1', 'guards-off'],
        bill: { cages: 1, stakes: 2 },
      },
      {
        key: 'fence',
        label: 'Fence round all',
        suits: 'deer or livestock, many trees on little ground',
        changes: 'a fence before the trees come; walked every season',
        tasks: ['fence', 'guards-1'],
        bill: { fence: 1 },
      },
    ],
    pick: ({ browse, stock }) => {
      switch (browse) {
        case 'none':
          return choose('none', 'Nothing browses here.');
        case 'voles':
        case 'rabbits':
          return stock === 'container'
            ? choose('sleeve', 'Bushy stock needs room inside its guard.')
            : choose('spiral', 'Teeth at the stem ring a tree in a night.');
        case 'deer':
          return choose('shelter', 'Deer reach over anything lower.');
        case 'livestock':
          return choose('fence', 'Livestock leans on whatever stands alone.');
      }
    },
  },
];
