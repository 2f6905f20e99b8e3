import { say } from '../say/message';
import type { Place } from '../checks/grid';
import type { Point } from '../measure/plane';
import type { Figure } from '../measure/working';

/** Trees of a row that one tank waters, in the order in which they are come by. */
export interface RoutePart {
  row: number;
  /** Pegs; the greater one first where the row is walked back. */
  from: number;
  to: number;
  trees: number;
}

export interface TankTrip {
  parts: RoutePart[];
  trees: number;
  /** From the filling point, along the rows and back. */
  metres: number;
}

export interface WateringRoute {
  trips: TankTrip[];
  metres: Figure;
}

const distance = ([a, b]: Point, [c, d]: Point): number => Math.hypot(a - c, b - d);

/** Rows there and back by turns, so that one ends where the next begins. */
function serpentine(rows: readonly (readonly Place[])[], backFirst: boolean): Place[] {
  return rows.flatMap((row, i) => ((i % 2 === 1) === backFirst ? row : [...row].reverse()));
}

/**
 * Where the tank is filled again so that the fewest tanks drive the fewest metres: the trees are come by in one
 * order, and that order is cut into as few tanks as hold it. The cuts are the best there are for the order
 * (route first, cluster second: Beasley 1983, Omega 11), by a shortest path over the trees; of the four ways
 * to walk the rows there and back the shortest is taken. Not proven shortest over all orders.
 * @param places trees to water, row by row in the order of their pegs
 * @param perTank trees that one tank waters, 1 or more
 * @param fill where the tank is filled, or where it enters the block
 */
export function wateringRoute(
  places: readonly Place[],
  perTank: number,
  fill: Point,
): WateringRoute | undefined {
  if (!places.length) return undefined;
  const rows: Place[][] = [];
  for (const place of places)
    if (rows.at(-1)?.[0].row === place.row) rows.at(-1)!.push(place);
    else rows.push([place]);
  const orders = [rows, [...rows].reverse()].flatMap((list) =>
    [true, false].map((backFirst) => serpentine(list, backFirst)),
  );
  let best: { order: Place[]; cuts: number[]; metres: number } | undefined;
  for (const order of orders) {
    const found = cutInto(order, perTank, fill);
    if (!best || found.metres < best.metres - 1e-9) best = { order, ...found };
  }
  const { order, cuts, metres } = best!;
  const trips = cuts.slice(1).map((until, i) => tripOf(order.slice(cuts[i], until), fill));
  return {
    trips,
    metres: {
      value: metres,
      kind: 'distance',
      formula: say('formula.waterWay'),
      steps: [
        { label: say('step.tanks'), value: trips.length, kind: 'count' },
        { label: say('step.treesATank'), value: perTank, kind: 'count' },
        { label: say('step.trees'), value: places.length, kind: 'count' },
        {
          label: say('step.ofItThereAndBack'),
          value: trips.reduce((sum, { metres: own }, i) => {
            const inside = order.slice(cuts[i], cuts[i + 1]);
            return sum + own - lengthOf(inside);
          }, 0),
          kind: 'distance',
        },
      ],
    },
  };
}

const lengthOf = (order: readonly Place[]): number =>
  order.slice(1).reduce((sum, { point }, i) => sum + distance(order[i].point, point), 0);

function tripOf(order: readonly Place[], fill: Point): TankTrip {
  const parts: RoutePart[] = [];
  for (const { row, peg } of order) {
    const last = parts.at(-1);
    if (last?.row === row) {
      last.to = peg;
      last.trees++;
    } else parts.push({ row, from: peg, to: peg, trees: 1 });
  }
  return {
    ...{ parts, trees: order.length },
    metres: distance(fill, order[0].point) + lengthOf(order) + distance(order.at(-1)!.point, fill),
  };
}

/**
 * The cheapest cuts of an order into the fewest tanks. With T tanks for n trees the t-th cut can only lie
 * between n − (T − t)·c and t·c, so that few places are asked; within them the least cost so far of the last c
 * trees is kept in a sliding window.
 */
function cutInto(
  order: readonly Place[],
  perTank: number,
  fill: Point,
): { cuts: number[]; metres: number } {
  const n = order.length;
  const tanks = Math.ceil(n / perTank);
  const out = order.map(({ point }) => distance(fill, point));
  /** Metres along the order up to each tree. */
  const along = new Float64Array(n);
  for (let i = 1; i < n; i++)
    along[i] = along[i - 1] + distance(order[i - 1].point, order[i].point);
  /** Least cost with a cut before tree c, and the cut before it. */
  let cost = new Map<number, number>([[0, 0]]);
  const before: Map<number, number>[] = [];
  for (let t = 1; t <= tanks; t++) {
    const next = new Map<number, number>();
    const from = new Map<number, number>();
    const least = Math.max(t, n - (tanks - t) * perTank);
    const most = Math.min(n, t * perTank);
    /** Cuts before, cheapest first; those too far back fall out at the front. */
    const window: { cut: number; value: number }[] = [];
    const open = [...cost.keys()].sort((a, b) => a - b);
    let taken = 0;
    for (let cut = least; cut <= most; cut++) {
      while (taken < open.length && open[taken] < cut) {
        const earlier = open[taken++];
        const value = cost.get(earlier)! + out[earlier] - along[earlier];
        while (window.length && window.at(-1)!.value >= value) window.pop();
        window.push({ cut: earlier, value });
      }
      while (window.length && window[0].cut < cut - perTank) window.shift();
      if (!window.length) continue;
      next.set(cut, window[0].value + along[cut - 1] + out[cut - 1]);
      from.set(cut, window[0].cut);
    }
    before.push(from);
    cost = next;
  }
  const cuts = [n];
  for (let t = tanks - 1; t >= 0; t--) cuts.unshift(before[t].get(cuts[0])!);
  return { cuts, metres: cost.get(n)! };
}
