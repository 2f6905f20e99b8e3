import type { Point } from '../../../../core/measure/plane';
import type { Direction } from '../../../../core/rows/direction';
import type { LayoutParameters } from '../../../../core/rows/layout';
import type { Move } from '../../../../core/rows/moves';
import { PATTERNS } from '../../../../core/rows/spacing';
import type { Arrangement } from '../../../../core/rows/species';
import { isNested } from '../../store/shape';
import { command, gives } from '../contract';
import { count, event, finite, id, yup } from '../fields';

const { array, boolean, mixed, number, object, string } = yup;

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

const point = array().of(finite).length(2).required() as unknown as yup.Schema<Point>;

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

export const rowsContract = {
  'rows.save': command({
    input: object({
      blockId: id,
      name: string().trim().max(80).default(''),
      parameters: layoutParameters,
    }),
    result: gives<{ layoutId: string; number: number } | { job: string }>(),
    refusals: ['rows.*', 'ground.*', 'measure.*', 'site.noSpecies'],
    touches: ['rows'],
    bytes: 2_000_000,
  }),
  'rows.release': command({
    input: object({ layoutId: id }),
    /** A job, where two large versions are held against each other. */
    result: gives<{ job: string } | undefined>(),
    refusals: ['rows.notLocated', 'rows.plantedIn'],
    // A version that continues another takes the treatments of its rows along.
    touches: ['rows', 'crew', 'ground', 'calendar'],
  }),
  /** Pegs or flags of rows stand, or stand no more. */
  'rows.pegged': command({
    input: object({
      ...event,
      layoutId: id,
      rows: array().of(count).min(1).max(5000).required(),
      stand: boolean().required(),
    }),
    refusals: ['crew.noRow', 'rows.notReleased'],
    touches: ['calendar'],
    waits: true,
    bytes: 60_000,
  }),
};

export type { LayoutParameters };
