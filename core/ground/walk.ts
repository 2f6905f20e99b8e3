import type { Point } from '../measure/plane';
import { planeArea } from './polygon';

/** One reading of a receiver on a walk round a boundary. */
export interface Fix {
  lon: number;
  lat: number;
  /** Metres within which the receiver believes itself to be (68 %). */
  accuracy: number;
  /** Milliseconds since 1970. */
  at: number;
}

/** Faster than anyone walks, metres a second: a reading further off than this is a spike. */
export const FASTEST_WALK = 4;

export interface Walked {
  /** Which readings are spikes: jumps out and back that no walker makes. */
  spikes: boolean[];
  /** Square metres of the ring without its spikes. */
  area: number;
  /** One standard error of that area, square metres. */
  areaError: number;
  /** Metres between first and last reading. */
  gap: number;
}

/**
 * Readings that no walker can have made: to reach one and to leave it again both take more than
 * walking speed, beyond what the accuracy of the readings explains.
 * @param points metres in a plane, one a fix
 */
export function findSpikes(points: readonly Point[], fixes: readonly Fix[]): boolean[] {
  const spikes = fixes.map(() => false);
  let before = 0;
  for (let i = 1; i < fixes.length; i++) {
    const tooFast = (from: number, to: number): boolean => {
      const distance = Math.hypot(points[to][0] - points[from][0], points[to][1] - points[from][1]);
      const slack = 2 * (fixes[from].accuracy + fixes[to].accuracy);
      const seconds = Math.max(0.5, Math.abs(fixes[to].at - fixes[from].at) / 1000);
      return distance > slack && (distance - slack) / seconds > FASTEST_WALK;
    };
    if (tooFast(before, i) && (i + 1 === fixes.length || !tooFast(before, i + 1))) spikes[i] = true;
    else before = i;
  }
  return spikes;
}

/**
 * Area of a walked ring with its error. Corners err independently, each by its accuracy in every
 * direction; then the area's variance is ¼ · Σ σᵢ² · |pᵢ₊₁ − pᵢ₋₁|² (error propagation through the
 * shoelace formula). Readings close together share their error in truth, so this is a lower bound
 * for slow walks and says so on the page.
 */
export function walkedArea(points: readonly Point[], fixes: readonly Fix[]): Walked {
  const spikes = findSpikes(points, fixes);
  const kept = points.flatMap((point, i) =>
    spikes[i] ? [] : [{ point, sigma: fixes[i].accuracy }],
  );
  const ring = kept.map(({ point }) => point);
  let variance = 0;
  kept.forEach(({ sigma }, i) => {
    const before = ring[(i + ring.length - 1) % ring.length];
    const after = ring[(i + 1) % ring.length];
    variance += (sigma ** 2 * ((after[0] - before[0]) ** 2 + (after[1] - before[1]) ** 2)) / 4;
  });
  const [first, last] = [ring[0], ring[ring.length - 1]];
  return {
    spikes,
    area: ring.length > 2 ? planeArea([[ring]]) : 0,
    areaError: Math.sqrt(variance),
    gap: ring.length > 1 ? Math.hypot(last[0] - first[0], last[1] - first[1]) : 0,
  };
}
