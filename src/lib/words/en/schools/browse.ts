import type { QuestionWords } from '.';

export const browse = {
  browse: {
    label: 'Against browsing',
    schools: {
      none: {
        label: 'None',
        suits: 'ground without browsers',
        brief: 'No protection against browsing.',
      },
      tops: {
        label: 'Fallen tops round the tree',
        suits: 'woodland gaps with tops at hand, light deer browse',
        changes: 'a minute a tree, nothing to buy and nothing to take off',
        brief: 'Lay a fallen top over each tree, its branches outward.',
      },
      spiral: {
        label: 'Spiral and cane',
        suits: 'voles, rabbits and hares, small stock',
        changes: 'guards and canes in materials; checked twice, off in the third year',
        brief: 'Spiral to the ground, cane on the wind side.',
      },
      sleeve: {
        label: 'Sleeve and stake',
        suits: 'bushy stock, hares and rabbits',
        changes: 'guards and stakes in materials; checked twice, off in the third year',
        brief: 'Sleeve to the ground, its stake on the wind side.',
      },
      shelter: {
        label: 'Shelter of {1.2 m} and stake',
        suits: 'deer, broadleaves set far apart',
        changes: 'shelters and stakes in materials; off when the stem fills it',
        brief: 'Shelter pushed into the soil, so that no wind blows up it; stake under its top.',
      },
      cage: {
        label: 'Cage',
        suits: 'few trees among livestock',
        changes: 'a cage and two stakes a tree; off when the stem bears rubbing',
        brief: 'Cage on two stakes, an arm’s length from the stem.',
      },
      fence: {
        label: 'Fence round all',
        suits: 'deer or livestock, many trees on little ground',
        changes: 'a fence before the trees come; walked every season',
        brief: 'A fence round all against browsing.',
      },
    },
    because: {
      none: 'Nothing browses here.',
      sleeve: 'Bushy stock needs room inside its guard.',
      spiral: 'Teeth at the stem ring a tree in a night.',
      shelter: 'Deer reach over anything lower.',
      fence: 'Livestock leans on whatever stands alone.',
    },
  },
} satisfies Record<string, QuestionWords>;
