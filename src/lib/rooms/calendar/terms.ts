import { OWN_KEY } from '../../../../core/calendar/own-tasks';
import { MATERIALS } from '../../../../core/calendar/materials';
import { TASKS } from '../../../../core/calendar/tasks';
import { SIDES } from '../../../../core/crew/bins';
import { WAVES } from '../../../../core/crew/waves';
import { STRING_BOUNDS, WORKS } from '../../../../core/calendar/works';
import { PACES } from '../../../../core/crew/usual';
import { STRATA } from '../../../../core/survival/design';
import { WATER_SCHOOLS } from '../../../../core/tending/water';
import { day, id, name, yup } from '../fields';

const { array, boolean, lazy, mixed, number, object, string } = yup;

const KEYS = new Set(TASKS.map(({ key }) => key));
/** A task of the trade, or one of the leader's own. */
export const taskKey = string()
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
export const degrees = number().min(-70).max(60).required();
export const share = number().min(0).max(1);
export const maybeNumber = (most: number) => number().min(0).max(most).nullable().default(null);

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
const rowNumber = number().integer().min(1).max(1_000_000).required();
const someRows = array().of(rowNumber).max(20_000).required();
/** Parts of a block that rows are drawn in by themselves. */
const parts = array()
  .of(object({ name: string().trim().min(1).max(80).required(), rows: someRows }))
  .min(2)
  .max(200);

export const terms = object({
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
    machines: number().integer().min(1).max(10).optional(),
    radius: number().min(0).max(50).required(),
    speed: number().moreThan(0).max(10).required(),
    turning: number().moreThan(0).max(10).required(),
    bin: number().integer().min(1).max(20_000).required(),
    leftTakes: string().oneOf(SIDES).optional(),
    rightTakes: string().oneOf(SIDES).optional(),
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
    roads: boolean(),
    own: array().of(
      object({
        planterId: id,
        day,
        from: number().min(0).max(24),
        until: number().min(0).max(24),
      }).test(
        'order',
        'Who leaves does so after they come.',
        ({ from = 0, until = 24 }) => from < until,
      ),
    ),
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
      from: day.nullable().default(null),
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
      .of(rowNumber)
      .max(20_000)
      .required()
      .test('some', 'A count takes rows, circles or trees.', function (rows) {
        const { plots, trees } = this.parent as { plots?: object; trees?: object[] };
        return Boolean(rows?.length || plots || trees?.length);
      }),
    parts: parts.optional(),
    earlier: array()
      .of(
        object({ by: string().oneOf(STRATA).required(), rows: someRows, parts: parts.optional() }),
      )
      .max(4)
      .optional(),
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
