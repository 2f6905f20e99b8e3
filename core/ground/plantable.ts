import { told } from '../say/told';
import { lengthOf, say } from '../say/message';
import { sumOf, type Figure, type WorkingStep } from '../measure/working';
import type { Plane, Point } from '../measure/plane';
import type { Keepout, KeepoutShape } from './keepouts';
import { drawnPoint, geodesicMeasure, mapPoints, planeArea, type MultiPolygon } from './polygon';
import type { Limit } from './zones';
import {
  areaOf,
  fromMultiPolygon,
  fromShape,
  keepAway,
  subtract,
  toMultiPolygon,
} from './topology';

/** One keep-out as it lies on the plan: its own shape and the band that is kept free around it. */
export interface KeptOut {
  keepout: Keepout;
  shape: KeepoutShape;
  /** The shape grown by its setback, metres. */
  band: MultiPolygon;
  /** Square metres this keep-out takes that nothing before it had taken. */
  takes: number;
}

/** What a plan draws of a keep-out. */
export interface DrawnKeepout extends Pick<KeptOut, 'shape' | 'band'> {
  keepout: Pick<Keepout, 'kind' | 'name'>;
}

export interface Plantable {
  /** The block's boundary in its plane. */
  boundary: MultiPolygon;
  /** Where trees may stand, in the block's plane. */
  area: MultiPolygon;
  keptOut: KeptOut[];
  /** Where not every species may stand. */
  limits: Limit[];
  gross: Figure;
  plantable: Figure;
  /** Square metres on the ellipsoid, to set beside the plane's. */
  geodesicArea: number;
}

/**
 * Boundary and keep-outs as a plan draws them, to the centimetre: a third of the digits to send. Whoever
 * measures or lays rows takes the ground itself.
 */
export const drawnGround = ({
  boundary,
  keptOut,
}: Pick<Plantable, 'boundary' | 'keptOut'>): {
  boundary: MultiPolygon;
  keptOut: DrawnKeepout[];
} => ({
  boundary: mapPoints(boundary, drawnPoint),
  keptOut: keptOut.map(({ keepout: { kind, name }, shape, band }) => ({
    keepout: { kind, name },
    shape: shapeInPlane(shape, drawnPoint),
    band: mapPoints(band, drawnPoint),
  })),
});

/** The band in which a keep-out only limits what may stand. */
function limitOf(keepout: Keepout, shape: KeepoutShape): Limit[] {
  const { near, name } = keepout;
  if (!near || !(near.within > 0)) return [];
  return [
    {
      why: name[0].toUpperCase() + name.slice(1),
      parts: toMultiPolygon(keepAway(fromShape(shape), near.within)),
      ...(near.height === undefined ? {} : { height: near.height }),
      ...(near.wetOnly ? { damp: 'damp' as const } : {}),
    },
  ];
}

/** Converts a keep-out's shape to the block's plane. */
export function shapeInPlane(shape: KeepoutShape, convert: (point: Point) => Point): KeepoutShape {
  if (shape.type === 'Point') return { type: 'Point', coordinates: convert(shape.coordinates) };
  if (shape.type === 'LineString') {
    return { type: 'LineString', coordinates: shape.coordinates.map(convert) };
  }
  return { type: 'Polygon', coordinates: shape.coordinates.map((ring) => ring.map(convert)) };
}

/**
 * Where trees may stand: the boundary, less a margin along it, less every keep-out grown by its
 * setback. The working takes the keep-outs off one after the other, so that overlaps count once
 * and the steps add up to the plantable area.
 * @param boundary checked boundary in longitude and latitude
 * @param keepouts in the order in which they are to be taken off
 * @param margin metres kept free inside the boundary, 0 or more
 * @throws Told when a setback is negative or nothing is left
 */
export function plantableArea(
  boundary: MultiPolygon,
  keepouts: readonly Keepout[],
  margin: number,
  plane: Plane,
): Plantable {
  if (!(margin >= 0)) throw told('ground.marginBelowZero');
  const inPlane = mapPoints(boundary, plane.toPlane);
  const gross = planeArea(inPlane);
  const steps: Omit<WorkingStep, 'kind'>[] = [{ label: say('step.insideBoundary'), value: gross }];
  let left = fromMultiPolygon(inPlane);
  if (margin > 0) {
    const shrunk = keepAway(left, -margin);
    steps.push({
      label: say('step.margin', { width: lengthOf(margin) }),
      value: areaOf(shrunk) - areaOf(left),
    });
    left = shrunk;
  }
  const keptOut = keepouts.map((keepout): KeptOut => {
    if (!(keepout.setback >= 0)) {
      throw told('ground.setbackBelowZero', {
        keepout: keepout.name,
        setback: lengthOf(keepout.setback),
      });
    }
    const shape = shapeInPlane(keepout.shape, plane.toPlane);
    // A line or a point with no setback still needs a hair's width to be taken out; where it only
    // limits, it takes nothing.
    const hair = keepout.near ? 0 : 0.01;
    const distance = shape.type === 'Polygon' ? keepout.setback : Math.max(keepout.setback, hair);
    if (distance === 0 && shape.type !== 'Polygon') {
      return { keepout, shape, band: [], takes: 0 };
    }
    const band = keepAway(fromShape(shape), distance);
    const before = areaOf(left);
    left = subtract(left, band);
    const takes = before - areaOf(left);
    steps.push({
      label: say('step.keepout', { name: keepout.name, setback: lengthOf(keepout.setback) }),
      value: -takes,
    });
    return { keepout, shape, band: toMultiPolygon(band), takes };
  });
  const area = toMultiPolygon(left);
  if (!area.length) {
    const widest = [...keptOut].sort((a, b) => b.takes - a.takes)[0];
    throw told('ground.nothingLeft', {
      widest: widest?.keepout.name ?? '',
      setback: lengthOf(widest?.keepout.setback ?? 0),
      margin: lengthOf(margin),
      kept: widest ? 'yes' : 'no',
    });
  }
  return {
    boundary: inPlane,
    area,
    keptOut,
    limits: keptOut.flatMap(({ keepout, shape }) => limitOf(keepout, shape)),
    gross: sumOf('area', [steps[0]]),
    plantable: sumOf('area', steps),
    geodesicArea: geodesicMeasure(boundary).area,
  };
}
