import type { MultiPolygon } from '../core/ground/polygon';
import type { Point } from '../core/measure/plane';

/**
 * Whether a point lies within a distance of an outline's sides: places on the very edge may fall either way.
 * By the definition, side after side; only sides whose box is farther away are left aside.
 */
export function isNearEdge(area: MultiPolygon, [px, py]: Point, within: number): boolean {
  for (const ring of area.flat())
    for (let i = 0, j = ring.length - 1; i < ring.length; j = i++) {
      const [[ax, ay], [bx, by]] = [ring[j], ring[i]];
      if (px < Math.min(ax, bx) - within || px > Math.max(ax, bx) + within) continue;
      if (py < Math.min(ay, by) - within || py > Math.max(ay, by) + within) continue;
      const [dx, dy] = [bx - ax, by - ay];
      const t = Math.max(
        0,
        Math.min(1, ((px - ax) * dx + (py - ay) * dy) / (dx * dx + dy * dy || 1)),
      );
      if (Math.hypot(px - ax - t * dx, py - ay - t * dy) < within) return true;
    }
  return false;
}
