import { OWN_KEY } from '../../../../core/calendar/own-tasks';
import { MATERIALS } from '../../../../core/calendar/materials';
import { TASKS } from '../../../../core/calendar/tasks';
import { WAVES } from '../../../../core/crew/waves';
import { STRING_BOUNDS, WORKS } from '../../../../core/calendar/works';
import type { CalendarTerms } from '../../../../core/calendar/terms';
import { PACES } from '../../../../core/crew/usual';
import { REGIMES } from '../../../../core/calendar/windows';
import type { Product } from '../../../../core/calendar/spraying';
import { STRATA } from '../../../../core/survival/design';
import { WATER_SCHOOLS } from '../../../../core/tending/water';
import { command, gives } from '../contract';
import { day, edition, event, id, maybeId, moment, name, yup } from '../fields';

const { array, boolean, lazy, mixed, number, object, string } = yup;

const KEYS = new Set(TASKS.map(({ key }) => key));
/** A task of the trade, or one of the leader's own. */
const taskKey = string()
  .max(60)
  .test(
    'task',
    ({ value }) => `“${value}” is no task.`,
    (key) => Boolean(key) && (KEYS.has(key!) || OWN_KEY.test(key!)),
  )
  .required();
const ownTask = object({
  key: string().matches(OWN_KEY, 'The task carries no proper id.').max(40).required(),
  label: name,
  lead: number().integer().min(-4000).max(1500).required(),
  duration: number().integer().min(1).max(200).required(),
  reason: string().trim().max(300).default(''),
  resource: string().trim().max(40).optional(),
  cost: number().min(0).max(10_000_000).optional(),
  repeat: object({
    every: number().integer().min(1).max(800).required(),
    times: number().integer().min(2).max(60).required(),
  })
    .optional()
    .default(undefined),
});
const degrees = number().min(-70).max(60).required();
const share = number().min(0).max(1);
const maybeNumber = (most: number) => number().min(0).max(most).nullable().default(null);

/** A record whose keys are known and whose values all follow one schema. */
const recordOf = <Value extends yup.Schema>(keys: readonly string[], value: Value) =>
  lazy((given: Record<string, unknown> | undefined) =>
    object(Object.fromEntries(Object.keys(given ?? {}).map((key) => [key, value]))).test(
      'keys',
      ({ value: found }) =>
        `“${Object.keys(found as object).find((key) => !keys.includes(key))}” is not known here.`,
      (found) => Object.keys(found ?? {}).every((key) => keys.includes(key)),
    ),
  );

const isStretches = (value: unknown): boolean =>
  Array.isArray(value) &&
  value.length > 0 &&
  value.length <= 200 &&
  value.every(
    (pair) =>
      Array.isArray(pair) &&
      pair.length === 2 &&
      pair.every((peg) => Number.isInteger(peg) && peg >= 1 && peg <= 1_000_000) &&
      pair[0] <= pair[1],
  );

const side = number().moreThan(0).max(3).required();
const terms = object({
  tasks: recordOf(
    TASKS.map(({ key }) => key),
    object({
      duration: number().integer().min(1).max(200).optional(),
      lead: number().integer().min(0).max(800).optional(),
      resource: string().trim().max(40).optional(),
      needs: array().of(taskKey).max(20).optional(),
    }),
  ),
  own: array().of(ownTask).max(60).optional(),
  ripping: object({
    passes: number().integer().min(1).max(9).required(),
    speed: number().moreThan(0).max(15).required(),
    turn: number().min(0).max(60).required(),
    efficiency: number().moreThan(0).max(1).required(),
  })
    .optional()
    .default(undefined),
  works: object({
    chosen: recordOf([...WORKS], boolean().required()),
    terraces: object({
      width: number().moreThan(0).max(20).required(),
      inwardFall: number().min(0).max(10).required(),
      stepEvery: number().min(0).max(500).required(),
      stepLength: number().min(0).max(500).required(),
      slope: number().min(0).max(2).required(),
      after: boolean().required(),
    })
      .optional()
      .default(undefined),
    pits: object({
      length: side,
      width: side,
      depth: side,
      topsoil: number().min(0).max(3).required(),
      proud: number().min(0).max(1).required(),
    })
      .optional()
      .default(undefined),
    drains: number().min(0).max(100_000).optional(),
    string: number().min(STRING_BOUNDS.least).max(STRING_BOUNDS.most).optional(),
    digging: number().moreThan(0).max(500).optional(),
  })
    .optional()
    .default(undefined),
  machine: object({
    seats: number()
      .oneOf([1, 2] as const)
      .required(),
    radius: number().min(0).max(50).required(),
    speed: number().moreThan(0).max(10).required(),
    turning: number().moreThan(0).max(10).required(),
    bin: number().integer().min(1).max(20_000).required(),
    fuel: number().min(0).max(200).required(),
    circumference: number().moreThan(0).max(50).required(),
    marks: number().integer().min(1).max(100).required(),
    slip: number().min(-0.5).max(1).required(),
    handHour: number().min(0).max(100_000).required(),
    machineHour: number().min(0).max(100_000).required(),
    setUp: number().min(0).max(500).required(),
  })
    .optional()
    .default(undefined),
  day: object({
    begin: number().min(0).max(23).required(),
    end: number()
      .moreThan(0)
      .max(24)
      .required()
      .test('after', 'A day ends after it begins.', function (end) {
        return end > Number((this.parent as { begin?: number }).begin ?? 0);
      }),
    noon: number().min(0).max(24).required(),
    pause: number().min(0).max(300).required(),
    caches: number().integer().min(1).max(6).required(),
    headlands: string()
      .oneOf(['first', 'last', 'both'] as const)
      .required(),
  })
    .optional()
    .default(undefined),
  pace: recordOf(PACES, number().moreThan(0).max(20_000).required()),
  briefing: object({
    meeting: string().trim().max(200).default(''),
    time: number().min(0).max(23.99).required(),
    gate: object({
      longitude: number().min(-180).max(180).required(),
      latitude: number().min(-90).max(90).required(),
    })
      .nullable()
      .default(null),
    aid: string().trim().max(200).default(''),
    call: string().trim().max(40).default(''),
    word: string().trim().max(500).default(''),
  })
    .optional()
    .default(undefined),
  waves: recordOf(
    WAVES,
    object({
      hands: number().integer().min(1).max(500).required(),
      rate: number().moreThan(0).max(5000).required(),
      within: number().moreThan(0).max(2000).required(),
    }),
  ),
  boxes: object({
    capacity: number().moreThan(0).max(1000).required(),
    draw: number().moreThan(0).max(100).required(),
    lid: number().min(0).max(10).required(),
    soak: number().min(0).max(1000).required(),
    settle: number().min(0).max(1000).required(),
    tank: number().moreThan(0).max(100_000).required(),
  })
    .nullable()
    .optional()
    .default(undefined),
  count: object({
    by: string().oneOf(STRATA).required(),
    half: number().min(0.001).max(0.5).required(),
    rows: array()
      .of(number().integer().min(1).max(1_000_000).required())
      .max(20_000)
      .required()
      .test('some', 'A count takes rows, circles or trees.', function (rows) {
        const { plots, trees } = this.parent as { plots?: object; trees?: object[] };
        return Boolean(rows?.length || plots || trees?.length);
      }),
    plots: object({
      area: number().moreThan(1).max(2000).required(),
      all: array()
        .of(
          object({
            number: number().integer().min(1).max(1_000_000).required(),
            row: number().integer().min(1).max(1_000_000).required(),
            peg: number().integer().min(1).max(1_000_000).required(),
            trees: array()
              .of(
                object({
                  row: number().integer().min(1).max(1_000_000).required(),
                  pegs: mixed<[number, number][]>()
                    .required()
                    .test('stretches', 'Stretches of pegs are pairs, from and to.', isStretches),
                }).noUnknown(),
              )
              .min(1)
              .max(500)
              .required(),
          }).noUnknown(),
        )
        .min(1)
        .max(5000)
        .required(),
    })
      .optional()
      .default(undefined),
    trees: array()
      .of(
        object({
          row: number().integer().min(1).max(1_000_000).required(),
          pegs: array()
            .of(number().integer().min(1).max(1_000_000).required())
            .min(1)
            .max(5000)
            .required(),
        }).noUnknown(),
      )
      .max(20_000)
      .optional()
      .default(undefined),
    seed: string().trim().max(80).optional().default(undefined),
  })
    .optional()
    .default(undefined),
  water: object({
    school: string().oneOf(WATER_SCHOOLS).required(),
    tank: number().moreThan(0).max(100_000).required(),
    flow: number().moreThan(0).max(10_000).required(),
    drive: number().min(0).max(600).required(),
    seconds: number().min(0).max(3600).required(),
    hose: number().moreThan(0).max(10_000).required(),
    ring: number().moreThan(0.05).max(3).required(),
  })
    .optional()
    .default(undefined),
  spray: object({
    product: id,
    kind: string()
      .oneOf(['spots', 'squares', 'strips', 'whole'] as const)
      .required(),
    size: number().moreThan(0).max(20).required(),
    tank: number().moreThan(0).max(20_000).required(),
    with: array().of(id).max(3).optional(),
  })
    .optional()
    .default(undefined),
  materials: recordOf(
    MATERIALS.map(({ key }) => key),
    object({
      price: maybeNumber(1_000_000),
      pack: number().moreThan(0).max(1_000_000).required(),
      onHand: number().min(0).max(10_000_000).required(),
      costShare: share.required(),
    }),
  ),
  currency: string().trim().max(8).optional(),
  finish: object({
    until: day.optional(),
    planters: number().integer().min(1).max(500).optional(),
    rate: number().moreThan(0).max(20_000).optional(),
    absence: number().min(0).max(0.9).required(),
    breakdown: number().min(0).max(0.9).required(),
    saturday: boolean().required(),
    keeps: number().min(1).max(200).required(),
  })
    .optional()
    .default(undefined),
});

export const calendarContract = {
  'calendar.plantingDay': command({
    input: object({ blockId: id, day: day.required() }),
    refusals: [],
    touches: ['calendar'],
  }),
  'calendar.task': command({
    input: object({
      ...event,
      blockId: id,
      task: taskKey,
      kind: string()
        .oneOf(['done', 'undone', 'moved', 'skipped', 'restored'] as const)
        .required(),
      day: day.nullable().default(null),
    }),
    refusals: ['calendar.*', 'site.dayAhead'],
    touches: ['calendar', 'tending'],
  }),
  /** A task and everything that follows from its new day, in one go. */
  'calendar.moves': command({
    input: object({
      at: event.at,
      device: event.device,
      moves: array()
        .of(object({ id, blockId: id, task: taskKey, day: day.required() }))
        .min(1)
        .max(300)
        .required(),
    }),
    refusals: ['calendar.*'],
    touches: ['calendar', 'tending'],
  }),
  'calendar.terms': command({
    input: object({
      blockId: id,
      terms: terms.required() as unknown as yup.Schema<CalendarTerms>,
      edition,
    }),
    result: gives<{ edition: number }>(),
    refusals: ['calendar.*', 'works.*', 'rows.*', 'changed.stale'],
    touches: ['calendar'],
    bytes: 200000,
  }),
  'calendar.phase': command({
    input: object({ blockId: id, phase: string().trim().max(40).default('') }),
    refusals: [],
    touches: ['calendar'],
  }),
  'calendar.weather': command({
    input: object({
      siteId: id,
      days: array()
        .of(
          object({
            day: day.required(),
            lowest: degrees,
            highest: degrees,
            rain: number().min(0).max(2000).required(),
            humidity: share.nullable().default(null),
            wind: maybeNumber(90),
          }),
        )
        .min(1)
        .max(20_000)
        .required(),
    }),
    result: gives<{ saved: number }>(),
    refusals: ['site.dayAhead'],
    touches: ['calendar', 'site'],
    bytes: 4000000,
  }),
  'calendar.hours': command({
    input: object({
      siteId: id,
      hours: array()
        .of(
          object({
            at: moment,
            temperature: degrees,
            humidity: share.required(),
            wind: number().min(0).max(90).required(),
          }),
        )
        .min(1)
        .max(20_000)
        .required(),
    }),
    result: gives<{ saved: number }>(),
    refusals: ['site.momentAhead'],
    touches: ['calendar', 'site'],
    bytes: 4000000,
  }),
  'calendar.typicalYear': command({
    input: object({
      siteId: id,
      regime: string()
        .oneOf(REGIMES.map(({ key }) => key))
        .required(),
      months: array()
        .of(
          object({
            lowest: degrees,
            highest: degrees,
            rain: number().min(0).max(3000).required(),
            rainDays: number().min(0).max(31).required(),
          }),
        )
        .length(12)
        .nullable()
        .default(null),
    }),
    refusals: ['calendar.*'],
    touches: ['calendar', 'site'],
  }),
  'calendar.product': command({
    input: object({
      id,
      siteId: id,
      name,
      dose: mixed<Product['dose']>()
        .required()
        .test(
          'dose',
          'The label’s rate is litres or kilograms a hectare above 0, or a share of the mix above 0 and under 100 %.',
          (dose) =>
            (dose?.kind === 'area' && dose.litresPerHectare > 0 && dose.litresPerHectare < 1000) ||
            (dose?.kind === 'granules' &&
              dose.kilogramsPerHectare > 0 &&
              dose.kilogramsPerHectare < 1000) ||
            (dose?.kind === 'mix' && dose.share > 0 && dose.share < 1),
        ),
      actives: array()
        .of(
          object({
            name,
            grams: number().moreThan(0).max(1000).required(),
            limit: number().moreThan(0).max(1_000_000).nullable().default(null),
          }),
        )
        .max(8)
        .default([]),
      water: number().moreThan(0).max(5000).required(),
      rainfast: number().min(0).max(200).required(),
      beforePlanting: number().min(0).max(800).required(),
      timesAYear: number().integer().min(1).max(50).nullable().default(null),
      litresAYear: number().moreThan(0).max(1000).nullable().default(null),
      edition,
    }),
    result: gives<{ edition: number }>(),
    refusals: ['calendar.*', 'changed.stale'],
    touches: ['calendar', 'site'],
  }),
  'calendar.dropProduct': command({
    input: object({ id }),
    refusals: [],
    touches: ['calendar', 'site'],
  }),
  'calendar.sprayed': command({
    input: object({
      ...event,
      blockId: id,
      productId: id,
      day: day.required(),
      area: number().min(0).max(100_000_000).required(),
      litres: number().min(0).max(100_000).required(),
      wind: number().min(0).max(30).required(),
      lotNumber: string().trim().max(40).default(''),
      operator: name,
      corrects: maybeId,
      note: string().trim().max(300).default(''),
      sprayedRows: array()
        .of(number().integer().min(1).max(100_000).required())
        .max(5000)
        .default([]),
      /** It was done though the label speaks against it. */
      knowing: boolean().default(false),
    }),
    refusals: ['calendar.*', 'site.dayAhead'],
    touches: ['calendar'],
  }),
  'calendar.feed': command({
    input: object({ siteId: id }),
    result: gives<{ token: string }>(),
    refusals: [],
    touches: ['people'],
  }),
  'calendar.dropFeed': command({
    input: object({ siteId: id }),
    refusals: [],
    touches: ['people'],
  }),
};
