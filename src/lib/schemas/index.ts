import type { MultiPolygon } from '../../../core/ground/polygon';
import type { KeepoutShape } from '../../../core/ground/keepouts';
import { KEEPOUT_DEFAULTS } from '../../../core/ground/keepouts';
import { DAMP, DRAINAGE, LIGHT, TEXTURES } from '../../../core/ground/zones';
import type { Point } from '../../../core/measure/plane';
import type { Move } from '../../../core/rows/moves';
import { PATTERNS } from '../../../core/rows/spacing';
import { SCHOOLS } from '../../../core/method/schools';
import { type Method } from '../../../core/method/method';
import { FAULTS, type Fault } from '../../../core/checks/quality';
import type { Arrangement } from '../../../core/rows/species';
import type { Direction, LayoutParameters } from '../../../core/rows/layout';
import type { OrderTerms } from '../../../core/stock/order';
import { at, count, day, device, event, id, maybeId, name, yup } from './common';
import { calendarSchemas } from './calendar';
import { stockSchemas } from './stock';

const { array, boolean, mixed, number, object, string } = yup;

const boundary = mixed<MultiPolygon>()
  .required()
  .test('rings', 'A boundary is a list of parts, each a list of rings of corners.', (value) =>
    isNested(value, 3),
  );

function isNested(value: unknown, depth: number): boolean {
  if (!Array.isArray(value) || value.length === 0) return false;
  if (depth === 0)
    return value.length === 2 && value.every((n) => typeof n === 'number' && Number.isFinite(n));
  return value.every((member) => isNested(member, depth - 1));
}

const shape = mixed<KeepoutShape>()
  .required()
  .test('shape', 'A keep-out is a point, a line or an area.', (value) => {
    const { type, coordinates } = (value ?? {}) as KeepoutShape;
    const depth = { Point: 0, LineString: 1, Polygon: 2 }[type];
    return depth !== undefined && isNested(coordinates, depth);
  });

export const keepout = object({
  id,
  kind: string()
    .oneOf(KEEPOUT_DEFAULTS.map(({ kind }) => kind))
    .required(),
  name,
  shape,
  setback: number().min(0).max(500).required(),
  reason: string().trim().max(300).default(''),
  near: object({
    within: number().min(0).max(500).required(),
    height: number().moreThan(0).max(120).optional(),
    wetOnly: boolean().optional(),
  })
    .nullable()
    .default(null),
  located: day.nullable().default(null),
});

export const zone = object({
  id,
  name,
  parts: boundary,
  damp: string().oneOf(DAMP).required(),
  light: string().oneOf(LIGHT).required(),
  soil: object({
    texture: string().oneOf(TEXTURES).required(),
    depth: number().min(0).max(10).required(),
    stones: number().min(0).max(1).required(),
    drainage: string().oneOf(DRAINAGE).required(),
    repellent: boolean().required(),
    compacted: boolean().required(),
  }).required(),
});

const direction = mixed<Direction>()
  .required()
  .test(
    'direction',
    'A direction is a bearing, an edge, across the wind or east–west.',
    (value) => {
      const given = value as Direction | undefined;
      if (given?.kind === 'bearing') return Number.isFinite(given.bearing);
      if (given?.kind === 'edge') return isNested([given.from, given.to], 1);
      if (given?.kind === 'across-wind') return Number.isFinite(given.from);
      return given?.kind === 'east-west';
    },
  );

const arrangement = mixed<Arrangement>()
  .required()
  .test(
    'arrangement',
    'Whole rows, every other one, runs of 1 to 1 000, random with runs of at most 1 to 1 000, clumps of 2 to 10 000, by height, or a trial with plots of 1 to 1 000.',
    (value) => {
      const given = value as Arrangement | undefined;
      const whole = (n: number, most: number) => Number.isInteger(n) && n >= 1 && n <= most;
      switch (given?.kind) {
        case 'rows':
        case 'alternate':
        case 'heights':
          return true;
        case 'runs':
          return whole(given.length, 1000);
        case 'random':
          return whole(given.longest, 1000) && Number.isFinite(given.seed);
        case 'clumps':
          return whole(given.size, 10_000) && Number.isFinite(given.seed);
        case 'trial':
          return whole(given.plot, 1000) && Number.isFinite(given.seed);
        default:
          return false;
      }
    },
  );

const point = array().of(number().required()).length(2).required() as unknown as yup.Schema<Point>;

const patternFields = {
  pattern: string().oneOf(PATTERNS).required(),
  inRow: number().min(0.1).max(100).required(),
  between: number().min(0.1).max(100).required(),
  direction,
  firstOffset: number().min(0).max(500).required(),
  firstPeg: number().min(0).max(500).required(),
  headland: number().min(0).max(100).required(),
  shortest: number().min(0).max(500).required(),
  measured: string()
    .oneOf(['level', 'ground'] as const)
    .optional(),
  contour: object({
    stopUnder: number().min(0.2).max(1).required(),
    startOver: number().min(1).max(5).required(),
    fall: number().min(0).max(0.2).required(),
    baseline: mixed<[Point, Point]>()
      .optional()
      .test(
        'baseline',
        'A baseline is two places.',
        (value) => value === undefined || (value.length === 2 && isNested(value, 1)),
      ),
  })
    .optional()
    .default(undefined),
  guide: array().of(point).min(2).max(2000).optional() as yup.Schema<Point[] | undefined>,
  shelter: array()
    .of(
      object({
        species: id,
        offset: number().min(0).max(100).required(),
        step: number().min(0.1).max(100).required(),
        stagger: number().min(0).max(1).required(),
      }),
    )
    .min(1)
    .max(30)
    .optional(),
  scatter: object({
    minimum: number().min(0.3).max(100).required(),
    density: number().moreThan(0).max(10).optional(),
    clumps: object({
      count: number().integer().min(1).max(5000).required(),
      radius: number().moreThan(0).max(500).required(),
      density: number().moreThan(0).max(10).required(),
    })
      .optional()
      .default(undefined),
    gaps: object({
      count: number().integer().min(1).max(5000).required(),
      radius: number().moreThan(0).max(500).required(),
    })
      .optional()
      .default(undefined),
    seed: number().required(),
  })
    .optional()
    .default(undefined),
  cluster: object({
    apart: number().min(1).max(200).required(),
    trees: number().integer().min(2).max(500).required(),
    spacing: number().min(0.2).max(20).required(),
  })
    .optional()
    .default(undefined),
};

const move = mixed<Move>()
  .required()
  .test('move', 'A change by hand takes a tree out, adds one, or moves a row’s end.', (value) => {
    const given = value as Move | undefined;
    if (!given || !isNested([given.at], 1)) return false;
    if (given.kind === 'end') return isNested([given.row], 1);
    return given.kind === 'add' || (given.kind === 'out' && String(given.note).length <= 80);
  });

export const layoutParameters = object({
  ...patternFields,
  byZone: array()
    .of(object({ zone: id, settings: object(patternFields).required() }))
    .max(100)
    .optional(),
  border: object({
    species: id,
    step: number().min(0.1).max(100).required(),
    clear: number().min(0.1).max(200).required(),
  })
    .optional()
    .default(undefined),
  moves: array().of(move).max(2000).optional(),
  mix: array()
    .of(object({ species: id, share: number().min(0).max(100).required() }))
    .min(1)
    .max(20)
    .required()
    .test('whole', '', function (mix) {
      const sum = (mix ?? []).reduce((total, { share }) => total + share, 0);
      return (
        Math.abs(sum - 100) <= 0.01 ||
        this.createError({
          message: `The mix adds up to ${Math.round(sum * 100) / 100} %; it must be 100 %.`,
        })
      );
    }),
  arrangement,
});

const conditions = object({
  texture: string()
    .oneOf(['sand', 'loam', 'clay'] as const)
    .required(),
  moisture: string()
    .oneOf(['dry', 'fresh', 'wet'] as const)
    .required(),
  cover: string()
    .oneOf(['sod', 'bare', 'cleared'] as const)
    .required(),
  compacted: boolean().required(),
  exposed: boolean().required(),
  sloping: boolean().required(),
  planting: string()
    .oneOf(['hand', 'machine'] as const)
    .required(),
  stock: string()
    .oneOf(['bare-root', 'container'] as const)
    .required(),
});

/** What may be asked of the server, one schema a command; browser and server check with the same. */
export const schemas = {
  'people.preferences': object({
    units: string()
      .oneOf(['metric', 'us'] as const)
      .required(),
    theme: string()
      .oneOf(['day', 'cab'] as const)
      .required(),
  }),
  'people.add': object({
    siteId: id,
    name,
    signIn: string().trim().lowercase().min(2).max(80).required(),
    role: string()
      .oneOf(['leader', 'checker', 'planter', 'viewer'] as const)
      .required(),
    password: string().min(10).max(200).required(),
  }),
  'ground.create': object({ siteId: id, name, boundary }),
  'ground.save': object({
    blockId: id,
    name,
    boundary,
    margin: number().min(0).max(100).required(),
    keepouts: array().of(keepout).max(2000).required(),
    zones: array().of(zone).max(200).default([]),
  }),
  'ground.surface': object({
    blockId: id,
    source: string().trim().min(1).max(160).required(),
    minX: number().required(),
    minY: number().required(),
    cell: number().min(0.2).max(500).required(),
    columns: number().integer().min(2).max(20_000).required(),
    rows: number().integer().min(2).max(20_000).required(),
    heights: string().max(6_000_000).required(),
  }),
  'ground.dropSurface': object({ blockId: id }),
  'ground.split': object({
    blockId: id,
    line: array().of(point).min(2).max(200).required() as yup.Schema<Point[]>,
    name,
  }),
  'ground.join': object({ blockId: id, otherId: id }),
  'method.save': object({
    blockId: id,
    conditions,
    method: mixed<Method>()
      .required()
      .test('schools', 'The method names a school that does not exist.', (value) =>
        Object.entries((value ?? {}) as Method).every(([question, chosen]) =>
          SCHOOLS.find((entry) => entry.question === question)?.schools.some(
            ({ key }) => key === chosen,
          ),
        ),
      ),
  }),
  'rows.save': object({
    blockId: id,
    name: string().trim().max(80).default(''),
    parameters: layoutParameters,
  }),
  'rows.release': object({ layoutId: id }),
  ...stockSchemas,
  ...calendarSchemas,
  'crew.planter': object({
    id,
    siteId: id,
    name,
    rate: number().moreThan(0).max(20_000).required(),
  }),
  'crew.share': object({ layoutId: id, planters: array().of(id).min(1).max(200).required() }),
  'crew.tally': object({
    ...event,
    layoutId: id,
    row: count,
    planterId: id,
    count,
    corrects: maybeId,
  }),
  'checks.plot': object({
    ...event,
    layoutId: id,
    planterId: id,
    row: count,
    peg: count,
    area: number().moreThan(1).max(10_000).required(),
    good: number().integer().min(0).max(10_000).required(),
    faults: mixed<Partial<Record<Fault, number>>>()
      .default({})
      .test('faults', 'Faults are whole numbers of the kinds listed.', (value) =>
        Object.entries(value ?? {}).every(
          ([fault, n]) =>
            (FAULTS as readonly string[]).includes(fault) && Number.isInteger(n) && n! >= 0,
        ),
      ),
  }),
  'survival.count': object({
    ...event,
    layoutId: id,
    row: count,
    set: count,
    alive: number().integer().min(0).max(1_000_000).required(),
    marks: string()
      .matches(/^[01]*$/)
      .max(20_000)
      .default(''),
    cause: string().trim().max(24).default(''),
    countedOn: day.required(),
  }),
  'survival.target': object({
    blockId: id,
    targetDensity: number().moreThan(0).max(10).required(),
  }),
};

export type CommandName = keyof typeof schemas;
export type Payload<Name extends CommandName> = yup.InferType<(typeof schemas)[Name]>;
export type { LayoutParameters, OrderTerms };
export { at, device, yup };
