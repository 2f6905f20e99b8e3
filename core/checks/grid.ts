import Flatbush from 'flatbush';
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

/** Some of the nearest are asked for: of equally near ones the first place is taken. */
const NEAREST = 8;

/**
 * Trees within a radius of a centre, and the nearest peg.
 * @returns the question to ask of many centres; its answer is undefined where there are no places at all
 */
export function plotsAmong(
  places: readonly Place[],
): (centre: Point, radius: number) => Pick<PlannedPlot, 'row' | 'peg' | 'trees'> | undefined {
  if (!places.length) return () => undefined;
  const index = new Flatbush(places.length);
  for (const { point } of places) index.add(point[0], point[1]);
  index.finish();
  return ([x, y], radius) => {
    const away = (at: number) => Math.hypot(places[at].point[0] - x, places[at].point[1] - y);
    const rows = new Map<number, number[]>();
    const near = index.search(x - radius, y - radius, x + radius, y + radius);
    for (const at of near.sort((a, b) => a - b)) {
      if (away(at) > radius) continue;
      const { row, peg } = places[at];
      const pegs = rows.get(row);
      if (pegs) pegs.push(peg);
      else rows.set(row, [peg]);
    }
    const nearest = index
      .neighbors(x, y, NEAREST)
      .reduce((a, b) => ((away(b) - away(a) || b - a) < 0 ? b : a));
    const trees = [...rows].map(([row, pegs]) => ({ row, pegs: stretches(pegs) }));
    return { row: places[nearest].row, peg: places[nearest].peg, trees };
  };
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
