import { told } from '../say/told';
import { contours } from 'd3-contour';
import type { Point } from '../measure/plane';
import { lengthOf, say, shareOf, type Message } from '../say/message';
import { signedArea, type MultiPolygon } from './polygon';
import { lieAtNode, type Surface } from './surface';
import { fromMultiPolygon, fromShape, grow, intersect, toMultiPolygon, uniteAll } from './topology';

/** How a zone is cut out of a block. */
export type ZoneCut =
  | { kind: 'below'; level: number }
  | { kind: 'steeper'; slope: number }
  | { kind: 'water'; distance: number; lines: Point[][] };

/** Patches smaller than this many cells are noise of the grid, not zones. */
const FEWEST_CELLS = 2;

/**
 * Cuts a zone from the elevation (all ground below a level, or steeper than a limit) or by distance
 * from water.
 * @param boundary of the block, in its plane
 * @param cut level in metres, slope as rise over run, lines of the water in the plane
 * @throws Told when there is no elevation to cut by, or nothing is left
 */
export function cutZone(
  surface: Surface | undefined,
  boundary: MultiPolygon,
  cut: ZoneCut,
): MultiPolygon {
  const block = fromMultiPolygon(boundary);
  if (cut.kind === 'water') {
    if (!cut.lines.length) throw told('ground.noWatercourse');
    const bands = cut.lines.map((coordinates) =>
      grow(fromShape({ type: 'LineString', coordinates }), cut.distance),
    );
    return found(toMultiPolygon(intersect(uniteAll(bands), block)), say('cut.nearWater'));
  }
  if (!surface) throw told('ground.cutNeedsHeights');
  const values = new Float64Array(surface.heights.length);
  for (let row = 0; row < surface.rows; row++) {
    for (let column = 0; column < surface.columns; column++) {
      values[row * surface.columns + column] =
        cut.kind === 'below'
          ? -surface.heights[row * surface.columns + column]
          : lieAtNode(surface, column, row).slope;
    }
  }
  const region = regionOver(surface, values, cut.kind === 'below' ? -cut.level : cut.slope);
  if (!region.length) return found([], describe(cut));
  const parts = toMultiPolygon(intersect(fromMultiPolygon(region), block)).filter(
    ([outer]) => Math.abs(signedArea(outer)) > FEWEST_CELLS * surface.cell ** 2,
  );
  return found(parts, describe(cut));
}

const describe = (cut: Exclude<ZoneCut, { kind: 'water' }>): Message =>
  cut.kind === 'below'
    ? say('cut.below', { level: lengthOf(cut.level) })
    : say('cut.steeper', { slope: shareOf(cut.slope) });

function found(parts: MultiPolygon, what: Message): MultiPolygon {
  if (!parts.length) throw told('ground.nothingCut', { what });
  return parts;
}

/** Where values on the nodes reach a threshold, interpolated between them; holes do not. */
function regionOver(surface: Surface, values: Float64Array, threshold: number): MultiPolygon {
  const { minX, minY, cell, columns, rows } = surface;
  const [region] = contours().size([columns, rows]).thresholds([threshold])(Array.from(values));
  // The library's pixels are a cell wide and its rows run the way ours do, so a node is a pixel's middle.
  return region.coordinates.map((rings) =>
    rings.map((ring) =>
      ring.slice(0, -1).map(([x, y]): Point => [minX + (x - 0.5) * cell, minY + (y - 0.5) * cell]),
    ),
  );
}
