import type { QuestionWords } from '.';

export const water = {
  soak: {
    label: 'Soaking',
    schools: {
      soak: {
        label: '2 h, at most 8 h',
        suits: 'bare roots after cold store',
        changes: 'a soak timer the evening before',
        brief: 'Soak two hours, never over eight.',
      },
      damp: {
        label: 'Keep damp only',
        suits: 'fresh stock and plugs',
        changes: 'wet cloth and closed bags',
        brief: 'Roots damp in the closed bag at all times.',
      },
    },
    because: {
      soak: 'Dry ground gives a tree nothing in its first week.',
      damp: 'Fresh ground and damp roots need no soak.',
    },
  },
  waterAt: {
    label: 'Water at planting',
    schools: {
      none: {
        label: 'None',
        suits: 'moist ground in the dormant season',
        changes: 'dry soil stops planting',
        brief: 'No water at planting.',
      },
      sip: {
        label: '{0.125 L} a plug',
        suits: 'plugs in a dry autumn',
        changes: 'a can a planter; dry soil means “plant with water”',
        brief: '{0.125 L} on every plug as it goes in.',
      },
      four: {
        label: '{4 L}',
        suits: 'small stock on dry ground',
        changes: 'tank trips on the day; dry soil means “plant with water”',
        brief: '{4 L} a tree, at once.',
      },
      eight: {
        label: '{8 L}',
        suits: 'larger stock on dry ground',
        changes: 'tank trips on the day; dry soil means “plant with water”',
        brief: '{8 L} a tree, at once.',
      },
      twice: {
        label: '{19 L}, and {19 L} again two hours later',
        suits: 'large stock',
        changes: 'two rounds on the day; dry soil means “plant with water”',
        brief: '{19 L} a tree, and again two hours later.',
      },
      column: {
        label: '{30 L} before, a moist column',
        suits: 'arid sand with reservoir boxes',
        changes: 'holes are watered before planting; dry soil means “plant with water”',
        brief: '{30 L} into the hole first, aired an hour.',
      },
    },
    because: {
      none: 'Fresh ground closes on its own moisture.',
      four: 'Dry sand falls away from bare roots.',
      sip: 'A sip a plug carries it over a dry autumn.',
      roots: 'Dry ground takes water out of the roots.',
    },
  },
  watering: {
    label: 'Watering',
    schools: {
      none: {
        label: 'None',
        suits: 'dormant planting in fresh ground',
        brief: 'Not watered afterwards.',
      },
      dated: {
        label: 'Dated, if it stays dry',
        suits: 'one dry summer',
        changes: '{19 L} on the 10th, 20th and 30th without rain',
        brief: 'Watered on set days afterwards, if it stays dry.',
      },
      weekly: {
        label: 'Weekly',
        suits: 'large stock, hot summers',
        changes: '{19 L} a week in the first summer',
        brief: 'Watered every week afterwards.',
      },
      reservoir: {
        label: 'Reservoir',
        suits: 'arid ground',
        changes: 'boxes, and a tanker to fill them',
        brief: 'Box east to west, {10 cm} proud, sealed all round, then filled.',
      },
      balance: {
        label: 'By daily balance',
        suits: 'zones with measured soil',
        changes: 'rounds when the store runs down',
        brief: 'Watered afterwards by the daily balance.',
      },
    },
    because: {
      dated: 'Dry or sandy ground may not carry the first summer.',
      none: 'Dormant trees in fresh ground water themselves.',
    },
  },
} satisfies Record<string, QuestionWords>;
