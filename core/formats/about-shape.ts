import type { Geometry } from './geojson';
import {
  keepoutOfMarks,
  marksOfComment,
  zoneOfMarks,
  type KeepoutMarks,
  type ZoneMarks,
} from './ground-marks';
import type { KeepoutKind } from '../ground/keepouts';
import { kindNamed, kindSaid } from './kind-words';

/** What a shape of a file stands for, when the file says so: the program's own files do. */
export type ShapeRole = 'boundary' | 'keepout' | 'zone' | '';

export interface AboutShape {
  name: string;
  role: ShapeRole;
  /** What the file says of it as a keep-out, or as a zone. */
  keepout?: KeepoutMarks;
  /** What its name makes of it, where the file does not say. */
  named?: KeepoutKind;
  zone?: ZoneMarks;
  /** A route of a receiver: places that were set one by one, not the way that was walked. */
  route?: true;
}

/** What files call the name of a shape, in whatever case: a table of attributes writes its headings large. */
const CALLED_NAME = ['name', 'label', 'title', 'stand', 'compartment', 'block', 'unit', 'parcel'];

/** What stands behind such a heading where a table has several of its kind: stand_name, UNIT_NO, ParcelID. */
const CALLED_AFTER = ['', 'name', 'label', 'number', 'num', 'no', 'nr', 'code', 'id'];

/** The name of a shape among what its file says of it; empty where it says none. */
function nameIn(properties: Record<string, unknown>): string {
  const headings = Object.keys(properties).map((key) => ({
    key,
    plain: key.toLowerCase().replace(/[^a-z]/g, ''),
  }));
  for (const after of CALLED_AFTER)
    for (const called of CALLED_NAME)
      for (const { key, plain } of headings) {
        if (plain !== called + after) continue;
        const value = properties[key];
        if (typeof value === 'number' || (typeof value === 'string' && value.trim()))
          return String(value).trim();
      }
  return '';
}

/** Geometries that are no areas. */
const SHAPES: Partial<Record<string, 'point' | 'line'>> = {
  ...{ Point: 'point', MultiPoint: 'point', LineString: 'line', MultiLineString: 'line' },
};
const ROLES: ShapeRole[] = ['boundary', 'keepout', 'zone'];

/**
 * What a file says of one of its shapes: name, role, and what it is as a keep-out or as a zone.
 * @returns with its marks as they stand in the file
 */
export function aboutFeature(
  properties: Record<string, unknown> | null,
  geometry: Geometry | null,
): AboutShape & { marks: Record<string, unknown> } {
  const called = String(properties?.role ?? properties?.type ?? '');
  const role = ROLES.includes(called as ShapeRole) ? (called as ShapeRole) : '';
  // A walk's format has no properties: what is known stands in the comment, where the role is ours.
  const marks: Record<string, unknown> = {
    ...properties,
    ...(role ? marksOfComment(properties?.cmt) : {}),
  };
  const shape = SHAPES[geometry?.type ?? ''] ?? 'area';
  const kind = role ? undefined : kindSaid(marks, shape);
  const named = role ? undefined : kindNamed(marks, shape);
  return {
    ...{ name: nameIn(marks), role, marks },
    ...(named ? { named } : {}),
    ...(properties?._gpxType === 'rte' ? { route: true as const } : {}),
    ...(role === 'zone'
      ? { zone: zoneOfMarks(marks) }
      : { keepout: { ...(kind ? { kind } : {}), ...keepoutOfMarks(marks, role === 'keepout') } }),
  };
}
