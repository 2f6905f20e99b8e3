import { contains, planeArea, type MultiPolygon } from '../ground/polygon';
import { apportion } from '../measure/apportion';
import type { Point } from '../measure/plane';
import { seededRandom } from '../measure/random';
import { told } from '../say/told';

/** One tree's place. */
export interface Place {
  row: number;
  peg: number;
  point: Point;
}

/** A plot to be looked at. */
export interface PlannedPlot {
  number: number;
  centre: Point;
  /** The peg nearest to its centre. */
  row: number;
  peg: number;
  /** Trees inside it, by row and the pegs from–to. */
  trees: { row: number; pegs: [number, number][] }[];
  /** The stratum it stands for, where the plots are shared out. */
  stratum?: string;
}

/**
 * A square grid with a random start: every place of the ground has the same chance to be a centre.
 * @param ground metres in the block's plane
 * @param plots wished for; the start decides how many there are, mostly within one row of the grid
 * @returns centres row by row
 */
export function gridOver(ground: MultiPolygon, plots: number, seed: string): Point[] {
  const random = seededRandom(`grid ${seed}`);
  const [u, v] = [random(), random()];
  const ring = ground.flat(2);
  const [west, south] = [Math.min(...ring.map(([x]) => x)), Math.min(...ring.map(([, y]) => y))];
  const [east, north] = [Math.max(...ring.map(([x]) => x)), Math.max(...ring.map(([, y]) => y))];
  const at = (side: number): Point[] => {
    const centres: Point[] = [];
    for (let y = south + v * side; y <= north; y += side)
      for (let x = west + u * side; x <= east; x += side)
        if (contains(ground, [x, y])) centres.push([x, y]);
    return centres;
  };
  // The side follows from area and number alone, never from what the start happens to give: choosing it to
  // make the number come out would favour some places over others.
  return at(Math.sqrt(planeArea(ground) / plots));
}

/**
 * Every k-th tree from a random start, by stratum: planters, tools. Trees of every stratum have the same
 * chance, and every stratum has plots by its trees, one at least.
 * @param strata nothing for a tree of no stratum: it is left out
 */
export function everyNth(
  places: readonly Place[],
  plots: number,
  seed: string,
  stratumOf: (place: Place) => string | undefined,
): { place: Place; stratum: string }[] {
  const strata = new Map<string, Place[]>();
  for (const place of places) {
    const stratum = stratumOf(place);
    if (stratum === undefined) continue;
    const own = strata.get(stratum);
    if (own) own.push(place);
    else strata.set(stratum, [place]);
  }
  const named = [...strata];
  if (!named.length) throw told('checks.noStrata');
  const shares = apportion(
    Math.max(0, plots - named.length),
    named.map(([, own]) => own.length),
  );
  return named.flatMap(([stratum, own], i) => {
    const count = Math.min(own.length, shares[i] + 1);
    const start = seededRandom(`nth ${stratum} ${seed}`)();
    return Array.from({ length: count }, (_, k) => ({
      place: own[Math.min(own.length - 1, Math.floor(((start + k) / count) * own.length))],
      stratum,
    }));
  });
}

/** Trees within a radius of a centre, and the nearest peg. */
export function plotAround(
  places: readonly Place[],
  centre: Point,
  radius: number,
): Pick<PlannedPlot, 'row' | 'peg' | 'trees'> | undefined {
  let nearest: Place | undefined;
  let best = Infinity;
  const rows = new Map<number, number[]>();
  for (const place of places) {
    const away = Math.hypot(place.point[0] - centre[0], place.point[1] - centre[1]);
    if (away < best) [best, nearest] = [away, place];
    if (away > radius) continue;
    const pegs = rows.get(place.row);
    if (pegs) pegs.push(place.peg);
    else rows.set(place.row, [place.peg]);
  }
  if (!nearest) return undefined;
  const trees = [...rows].map(([row, pegs]) => ({ row, pegs: stretches(pegs) }));
  return { row: nearest.row, peg: nearest.peg, trees };
}

function stretches(pegs: readonly number[]): [number, number][] {
  const found: [number, number][] = [];
  for (const peg of [...pegs].sort((a, b) => a - b)) {
    const last = found.at(-1);
    if (last && peg === last[1] + 1) last[1] = peg;
    else found.push([peg, peg]);
  }
  return found;
}

/** Trees of a plan's plot one by one. @example treesOf([{ row: 3, pegs: [[4, 5]] }]).length // => 2 */
export const treesOf = (trees: PlannedPlot['trees']): { row: number; peg: number }[] =>
  trees.flatMap(({ row, pegs }) =>
    pegs.flatMap(([from, to]) =>
      Array.from({ length: to - from + 1 }, (_, i) => ({ row, peg: from + i })),
    ),
  );

const distance = ([a, b]: Point, [c, d]: Point): number => Math.hypot(a - c, b - d);

/** Metres of a round from the gate through all points and back. */
export function roundLength(gate: Point, points: readonly Point[]): number {
  const all = [gate, ...points, gate];
  return all.slice(1).reduce((sum, point, i) => sum + distance(all[i], point), 0);
}

/**
 * A short round from the gate through all plots and back: the nearest next first, then pieces of it turned
 * round and plots moved for as long as that makes it shorter (2-opt, Croes 1958; or-opt, Or 1976). Not
 * proven shortest; on a grid within a few hundredths of it.
 * @returns the order of the points
 */
export function roundFrom(gate: Point, points: readonly Point[]): number[] {
  const left = new Set(points.keys());
  const order: number[] = [];
  let here = gate;
  while (left.size) {
    const next = [...left].reduce((a, b) =>
      distance(here, points[b]) < distance(here, points[a]) ? b : a,
    );
    left.delete(next);
    order.push(next);
    here = points[next];
  }
  const at = (i: number): Point => (i < 0 || i >= order.length ? gate : points[order[i]]);
  for (let better = true; better;) {
    better = false;
    for (let i = 0; i < order.length - 1; i++)
      for (let j = i + 1; j < order.length; j++) {
        const gain =
          distance(at(i - 1), at(i)) +
          distance(at(j), at(j + 1)) -
          distance(at(i - 1), at(j)) -
          distance(at(i), at(j + 1));
        if (gain > 1e-9) {
          order.splice(i, j - i + 1, ...order.slice(i, j + 1).reverse());
          better = true;
        }
      }
    for (let length = 1; length <= 3 && !better; length++)
      for (let i = 0; i + length <= order.length && !better; i++)
        for (let to = -1; to < order.length; to++) {
          if (to >= i - 1 && to < i + length) continue;
          const [head, tail] = [at(i), at(i + length - 1)];
          const out = distance(at(i - 1), head) + distance(tail, at(i + length));
          const gain =
            out +
            distance(at(to), at(to + 1)) -
            distance(at(i - 1), at(i + length)) -
            distance(at(to), head) -
            distance(tail, at(to + 1));
          if (gain <= 1e-9) continue;
          const piece = order.splice(i, length);
          order.splice(to < i ? to + 1 : to + 1 - length, 0, ...piece);
          better = true;
          break;
        }
  }
  return order;
}
