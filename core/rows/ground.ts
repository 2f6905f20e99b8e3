import { mapPoints } from '../ground/polygon';
import type { Plantable } from '../ground/plantable';
import type { Surface } from '../ground/surface';
import type { Zone } from '../ground/zones';
import type { Plane } from '../measure/plane';
import type { LayoutGround } from './layout';
import type { Traits } from './limits';

/** What a species' card holds that a layout needs. */
export type Card = Traits & { id: string };

/** All of a block's ground that a layout asks about, in the block's plane. */
export function layoutGround(
  plantable: Pick<Plantable, 'boundary' | 'area' | 'keptOut' | 'limits'>,
  zones: readonly Zone[],
  cards: readonly Card[],
  plane: Plane,
  surface?: Surface,
): LayoutGround {
  const inPlane = zones.map((zone) => ({ zone, parts: mapPoints(zone.parts, plane.toPlane) }));
  return {
    boundary: plantable.boundary,
    plantable: plantable.area,
    surface,
    zones: inPlane.map(({ zone, parts }) => ({ id: zone.id, name: zone.name, parts })),
    standing: plantable.keptOut.flatMap(({ keepout, shape }) =>
      keepout.kind === 'existing-tree' && shape.type === 'Point'
        ? [{ x: shape.coordinates[0], y: shape.coordinates[1], crown: keepout.setback }]
        : [],
    ),
    limits: [
      ...plantable.limits,
      ...inPlane.map(({ zone, parts }) => ({
        why: zone.name,
        parts,
        damp: zone.damp,
        light: zone.light,
      })),
    ],
    cards: Object.fromEntries(
      cards.map(({ id, name, matureHeight, damp, light }) => [
        id,
        { name, matureHeight, damp, light },
      ]),
    ),
  };
}
