import type { QuestionWords } from '.';

export const ground = {
  amendments: {
    label: 'Amendments',
    schools: {
      none: {
        label: 'None, native soil',
        suits: 'most ground',
        changes: 'nothing to buy',
        brief: 'Native soil back in the hole, nothing added.',
      },
      compost: {
        label: 'Compost',
        suits: 'poor, stripped soil',
        changes: 'compost in materials',
        brief: 'Compost in the hole.',
      },
      manure: {
        label: 'Manure, worked in weeks before',
        suits: 'poor soil with well-rotted manure at hand',
        changes: 'worked in six weeks before planting',
        brief: 'No fresh manure at the roots.',
      },
      half: {
        label: 'Half compost',
        suits: 'sand that holds no water',
        changes: 'compost and {30 L} pre-soak',
        brief: 'Half sand, half compost, pre-soaked.',
      },
      gel: {
        label: 'Hydrogel and inoculant',
        suits: 'dry sites without water',
        changes: 'dip before bagging',
        brief: 'Dip roots before they go in the bag.',
      },
    },
    because: {
      half: 'Dry sand holds no water by itself.',
      none: 'Roots leave good soil for poor only when they must.',
    },
  },
  clear: {
    label: 'Weeds, to clear the spot',
    schools: {
      herbicide: {
        label: 'Herbicide spots',
        suits: 'sod and seed banks',
        changes: 'kills and knockdown in the calendar',
        brief: 'Plant in the dead circle, not beside it.',
      },
      scalp: {
        label: 'Scalp',
        suits: 'machine and quick hand planting',
        changes: 'sod removed on the day',
        brief: 'Scalp a square of {30 cm} before the hole.',
      },
      strip: {
        label: 'Strip or square cleared',
        suits: 'tall growth, rows by machine',
        changes: 'mown or cut weeks before',
        brief: 'Plant in the middle of the cleared strip.',
      },
      none: {
        label: 'None',
        suits: 'bare mineral ground',
        brief: 'The spot is not cleared.',
      },
    },
    because: {
      none: 'There is little green to fight yet.',
      scalp: 'No herbicide beside water.',
      herbicide: 'Living sod takes the rain before the tree does.',
    },
  },
  keep: {
    label: 'Weeds, to keep them away',
    schools: {
      residual: {
        label: 'Residual spray',
        suits: 'seed banks; goes into the knockdown’s tank',
        changes: 'twice a year at most',
        brief: 'Weeds are held back later with a residual spray.',
      },
      granules: {
        label: 'Granules',
        suits: 'spots without water at hand',
        changes: 'shaken by area, twice a year at most',
        brief: 'Granules by the shaker’s mark, never heaped at the stem.',
      },
      mulch: {
        label: 'Mulch',
        suits: 'small blocks with chips, bark or stone at hand',
        changes: 'mulch in materials',
        brief: 'Mulch off the stem, a hand deep.',
      },
      turf: {
        label: 'Inverted turf',
        suits: 'wet sod',
        changes: 'spade work',
        brief: 'Turf back upside down in two halves.',
      },
      none: {
        label: 'None',
        suits: 'ground that stays bare',
        brief: 'Weeds are not kept away afterwards.',
      },
    },
    because: {
      none: 'There is little green to keep away yet.',
      turf: 'No herbicide beside water; the turf itself smothers.',
      residual: 'What was killed comes back from seed within weeks.',
    },
  },
  rip: {
    label: 'Ripping',
    schools: {
      contour: {
        label: 'On contour',
        suits: 'slopes in dry country',
        changes: 'rip in the calendar',
      },
      graded: {
        label: 'Slightly off contour',
        suits: 'slopes that shed water',
        changes: 'rip with a small fall',
      },
      none: {
        label: 'None',
        suits: 'loose ground',
      },
    },
    because: {
      none: 'The ground is loose enough for roots.',
      graded: 'On a slope a level rip line overtops and washes out.',
      contour: 'Compacted ground stores no winter rain.',
    },
  },
  ripPlace: {
    label: 'Where on the rip line',
    schools: {
      on: {
        label: 'On it',
        suits: 'lines that have settled for months',
        changes: 'roots follow the stored moisture',
        brief: 'Plant on the rip line, where the moisture is; never over an air gap.',
      },
      beside: {
        label: 'Beside it',
        suits: 'fresh lines with hollows under them',
        changes: 'pegs stand a hand beside the line',
        brief: 'Plant beside the rip line, not on top.',
      },
    },
    because: {
      on: 'The line was ripped to hold moisture, and there it is.',
    },
  },
} satisfies Record<string, QuestionWords>;
