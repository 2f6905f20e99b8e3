import type { MultiPolygon } from '../../../../core/ground/polygon';
import type { Keepout, KeepoutShape } from '../../../../core/ground/keepouts';
import { KEEPOUT_DEFAULTS } from '../../../../core/ground/keepouts';
import { DAMP, DRAINAGE, LIGHT, TEXTURES, type Zone } from '../../../../core/ground/zones';
import { isNested } from '../../store/shape';
import { command, gives } from '../contract';
import { corner, day, edition, id, maybeId, name, yup } from '../fields';

const { array, boolean, mixed, number, object, string } = yup;

const boundary = mixed<MultiPolygon>()
  .required()
  .test('rings', 'A boundary is a list of parts, each a list of rings of corners.', (value) =>
    isNested(value, 3),
  );

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

/** The ground of a block as it is saved, for whoever must be shown what another has changed. */
export interface SavedGround {
  name: string;
  boundary: MultiPolygon;
  margin: number;
  keepouts: Keepout[];
  zones: Zone[];
}

export const groundContract = {
  'ground.create': command({
    input: object({
      ...{ siteId: id, name, boundary },
      /** What a file brought along with the boundary. */
      keepouts: array().of(keepout).max(2000).default([]),
      zones: array().of(zone).max(200).default([]),
      /** A block of the site that it is planted as: method, order terms, hours and prices are taken over. */
      like: maybeId,
    }),
    result: gives<{ blockId: string }>(),
    refusals: ['ground.*', 'changed.foreignId', 'site.noSuch'],
    touches: ['ground', 'site'],
    bytes: 16_000_000,
  }),
  'ground.save': command({
    input: object({
      blockId: id,
      name,
      boundary,
      margin: number().min(0).max(100).required(),
      keepouts: array().of(keepout).max(2000).required(),
      zones: array().of(zone).max(200).default([]),
      edition,
    }),
    result: gives<{ edition: number }>(),
    refusals: ['ground.*', 'changed.stale', 'changed.foreignId'],
    touches: ['ground', 'site'],
    bytes: 16_000_000,
  }),
  'ground.surface': command({
    input: object({
      blockId: id,
      source: string().trim().min(1).max(160).required(),
      minX: number().min(-1e7).max(1e7).required(),
      minY: number().min(-1e7).max(1e7).required(),
      cell: number().min(0.2).max(500).required(),
      columns: number().integer().min(2).max(20_000).required(),
      rows: number().integer().min(2).max(20_000).required(),
      heights: string().max(6_000_000).required(),
    }),
    refusals: ['ground.heightsMissing'],
    touches: ['ground'],
    bytes: 6_100_000,
  }),
  'ground.dropSurface': command({
    input: object({ blockId: id }),
    refusals: [],
    touches: ['ground'],
  }),
  'ground.split': command({
    input: object({ blockId: id, line: array().of(corner).min(2).max(200).required(), name }),
    result: gives<{ blockId: string }>(),
    refusals: ['ground.*'],
    touches: ['ground', 'site'],
  }),
  'ground.join': command({
    input: object({ blockId: id, otherId: id }),
    refusals: ['ground.*'],
    touches: ['ground', 'site'],
  }),
  /** A block whose work is done, or one that is to be worked on again. */
  'ground.setAside': command({
    input: object({ blockId: id, aside: boolean().required() }),
    refusals: [],
    touches: ['ground', 'site'],
  }),
  /** A block that was a mistake: nothing was entered on it. */
  'ground.remove': command({
    input: object({ blockId: id }),
    refusals: ['ground.hasRecords', 'ground.released'],
    touches: ['ground', 'site'],
  }),
};
