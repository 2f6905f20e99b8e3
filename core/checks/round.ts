import { inOneGo } from '../measure/steps';
import { seededRandom } from '../measure/random';
import type { Point } from '../measure/plane';

const distance = ([a, b]: Point, [c, d]: Point): number => Math.hypot(a - c, b - d);

/** Metres of a round from the gate through all points and back. */
export function roundLength(gate: Point, points: readonly Point[]): number {
  const all = [gate, ...points, gate];
  return all.slice(1).reduce((sum, point, i) => sum + distance(all[i], point), 0);
}

/** Up to so many places the shortest of all rounds is found by going through them. */
const ALL_WAYS = 11;
/** How often a longer round is shaken; fewer times where it has many places. */
const SHAKES = { most: 60, work: 150_000 };

/**
 * The shortest round from the gate through all places and back. Up to eleven places it is the shortest of all (dynamic
 * programming over what was passed, Held & Karp 1962). With more it is a round that no stretch turned about
 * (2-opt, Croes 1958) and no three places moved (or-opt, Or 1976) makes shorter, the best of many that were
 * shaken and mended again (Martin, Otto & Felten 1991): not proven shortest.
 * @returns the order of the points; the same for the same points
 */
export const roundFrom = (gate: Point, points: readonly Point[]): number[] =>
  inOneGo(roundInSteps(gate, points));

/** {@link roundFrom}, so that other work can be done in between. */
export function* roundInSteps(gate: Point, points: readonly Point[]): Generator<void, number[]> {
  if (points.length <= ALL_WAYS) return shortestOf(gate, points);
  const length = (order: readonly number[]) =>
    roundLength(
      gate,
      order.map((at) => points[at]),
    );
  const random = seededRandom(`round of ${points.length}`);
  const ways = waysBetween(gate, points);
  let best = yield* mended(ways, nearestNext(gate, points));
  let least = length(best);
  const shakes = Math.min(SHAKES.most, Math.ceil(SHAKES.work / points.length ** 2));
  for (let shake = 0; shake < shakes; shake++) {
    // Two neighbouring stretches change places: what turning stretches does not undo.
    const cuts = [0, 0, 0]
      .map(() => Math.floor(random() * (best.length + 1)))
      .sort((a, b) => a - b);
    const [from, middle, to] = cuts;
    const other = yield* mended(ways, [
      ...best.slice(0, from),
      ...best.slice(middle, to),
      ...best.slice(from, middle),
      ...best.slice(to),
    ]);
    const metres = length(other);
    if (metres < least - 1e-9) [best, least] = [other, metres];
  }
  return best;
}

/** Of all orders the shortest: for every set that was passed and every last place, the least way so far. */
function shortestOf(gate: Point, points: readonly Point[]): number[] {
  const n = points.length;
  if (!n) return [];
  const sets = 1 << n;
  const ways = new Float64Array(sets * n).fill(Infinity);
  const before = new Int8Array(sets * n).fill(-1);
  for (let i = 0; i < n; i++) ways[(1 << i) * n + i] = distance(gate, points[i]);
  for (let set = 1; set < sets; set++)
    for (let last = 0; last < n; last++) {
      const way = ways[set * n + last];
      if (way === Infinity) continue;
      for (let next = 0; next < n; next++) {
        if (set & (1 << next)) continue;
        const at = (set | (1 << next)) * n + next;
        const longer = way + distance(points[last], points[next]);
        if (longer < ways[at]) [ways[at], before[at]] = [longer, last];
      }
    }
  let set = sets - 1;
  let last = 0;
  const home = (i: number) => ways[set * n + i] + distance(points[i], gate);
  for (let i = 1; i < n; i++) if (home(i) < home(last)) last = i;
  const order: number[] = [];
  while (last >= 0) {
    order.unshift(last);
    const previous = before[set * n + last];
    set &= ~(1 << last);
    last = previous;
  }
  return order;
}

/** From the gate always to the nearest that is left. */
function nearestNext(gate: Point, points: readonly Point[]): number[] {
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
  return order;
}

/**
 * Stretches turned about and places moved for as long as that makes a round shorter.
 * @param ways metres between all points, the gate the last of them
 */
function* mended({ size, ways }: Ways, from: readonly number[]): Generator<void, number[]> {
  const gate = size - 1;
  /** The round with the gate before its first place and behind its last. */
  const order = Int32Array.from([gate, ...from, gate]);
  const end = order.length - 1;
  const way = (i: number, j: number) => ways[order[i] * size + order[j]];
  for (let better = true; better;) {
    better = false;
    yield;
    for (let i = 1; i < end - 1; i++)
      for (let j = i + 1; j < end; j++)
        if (way(i - 1, i) + way(j, j + 1) - way(i - 1, j) - way(i, j + 1) > 1e-9) {
          order.subarray(i, j + 1).reverse();
          better = true;
        }
    for (let length = 1; length <= 3 && !better; length++)
      for (let i = 1; i + length <= end && !better; i++) {
        const spared = way(i - 1, i) + way(i + length - 1, i + length) - way(i - 1, i + length);
        for (let to = 0; to < end; to++) {
          if (to >= i - 1 && to < i + length) continue;
          const cost = way(to, i) + way(i + length - 1, to + 1) - way(to, to + 1);
          if (spared - cost <= 1e-9) continue;
          const piece = order.slice(i, i + length);
          if (to < i) order.copyWithin(to + 1 + length, to + 1, i);
          else order.copyWithin(i, i + length, to + 1);
          order.set(piece, to < i ? to + 1 : to + 1 - length);
          better = true;
          break;
        }
      }
  }
  return [...order.subarray(1, end)];
}

/** Metres between all points, the gate the last of them: `ways[a * size + b]`. */
interface Ways {
  size: number;
  ways: Float64Array;
}

function waysBetween(gate: Point, points: readonly Point[]): Ways {
  const all = [...points, gate];
  const ways = new Float64Array(all.length ** 2);
  all.forEach((a, i) => all.forEach((b, j) => (ways[i * all.length + j] = distance(a, b))));
  return { size: all.length, ways };
}
