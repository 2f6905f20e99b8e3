import { apportion } from '../measure/apportion';

/** Places that take the same species, counted together. */
export interface PlaceClass {
  places: number;
  /** Which species of the mix may stand there, by index. */
  allowed: readonly boolean[];
}

export interface Allotment {
  /** Trees by class and species. */
  left: number[][];
  /** Trees of each species, adding up to all places. */
  counts: number[];
  /** What the mix alone would give. */
  asked: number[];
  /** Classes whose species did not suffice: so many trees more than the mix asks had to be taken. */
  binding: { class: number; trees: number }[];
}

/**
 * Whole trees of each species to each class of places. The mix is met exactly when that can be done
 * at all: shares are first spread evenly over the classes (iterative proportional fitting, Deming &
 * Stephan 1940), rounded down, and completed by augmenting paths (Ford & Fulkerson 1956), which give
 * the largest number of trees that keep to both mix and limits. Places still open then take what
 * may stand there, in proportion to the mix.
 * @param classes each with at least one allowed species
 * @param shares of the mix, any scale
 */
export function allot(classes: readonly PlaceClass[], shares: readonly number[]): Allotment {
  const total = classes.reduce((sum, { places }) => sum + places, 0);
  const asked = apportion(total, shares);
  const left = fitted(classes, asked);
  const supply = classes.map(({ places }, c) => places - sum(left[c]));
  const demand = asked.map((trees, s) => trees - left.reduce((n, row) => n + row[s], 0));
  while (augment(classes, left, supply, demand));
  const binding: Allotment['binding'] = [];
  supply.forEach((open, c) => {
    if (!open) return;
    binding.push({ class: c, trees: open });
    const weights = shares.map((share, s) => (classes[c].allowed[s] ? share || 1e-6 : 0));
    apportion(open, weights).forEach((trees, s) => (left[c][s] += trees));
  });
  const counts = asked.map((_, s) => left.reduce((n, row) => n + row[s], 0));
  return { left, counts, asked, binding };
}

const sum = (numbers: readonly number[]): number => numbers.reduce((a, b) => a + b, 0);

/** Whole numbers near the even spread, never above what class and species have. */
function fitted(classes: readonly PlaceClass[], asked: readonly number[]): number[][] {
  const x = classes.map(({ places, allowed }) =>
    asked.map((trees, s) => (allowed[s] ? Math.max(trees, 1e-9) * places : 0)),
  );
  const scaleRows = (onlyDown: boolean) =>
    x.forEach((row, c) => {
      const factor = classes[c].places / (sum(row) || 1);
      if (!onlyDown || factor < 1) row.forEach((_, s) => (row[s] *= factor));
    });
  const scaleColumns = (onlyDown: boolean) =>
    asked.forEach((trees, s) => {
      const factor = trees / (x.reduce((n, row) => n + row[s], 0) || 1);
      if (!onlyDown || factor < 1) x.forEach((row) => (row[s] *= factor));
    });
  for (let turn = 0; turn < 60; turn++) {
    scaleRows(false);
    scaleColumns(false);
  }
  scaleRows(true);
  scaleColumns(true);
  return x.map((row) => row.map((value) => Math.floor(value + 1e-9)));
}

/** Moves trees along one path from a class with places open to a species with trees to spare. */
function augment(
  classes: readonly PlaceClass[],
  left: number[][],
  supply: number[],
  demand: number[],
): boolean {
  const C = classes.length;
  const S = demand.length;
  const cameFrom = new Int32Array(C + S).fill(-2);
  const queue: number[] = [];
  supply.forEach((open, c) => {
    if (open > 0) {
      cameFrom[c] = -1;
      queue.push(c);
    }
  });
  for (let head = 0; head < queue.length; head++) {
    const node = queue[head];
    if (node < C) {
      for (let s = 0; s < S; s++) {
        if (!classes[node].allowed[s] || cameFrom[C + s] !== -2) continue;
        cameFrom[C + s] = node;
        if (demand[s] > 0) {
          push(C + s, C, cameFrom, left, supply, demand);
          return true;
        }
        queue.push(C + s);
      }
    } else {
      for (let c = 0; c < C; c++) {
        if (cameFrom[c] !== -2 || left[c][node - C] <= 0) continue;
        cameFrom[c] = node;
        queue.push(c);
      }
    }
  }
  return false;
}

function push(
  end: number,
  C: number,
  cameFrom: Int32Array,
  left: number[][],
  supply: number[],
  demand: number[],
): void {
  const path = [end];
  while (cameFrom[path[path.length - 1]] !== -1) path.push(cameFrom[path[path.length - 1]]);
  path.reverse();
  let amount = Math.min(supply[path[0]], demand[end - C]);
  for (let i = 1; i + 1 < path.length; i += 2)
    amount = Math.min(amount, left[path[i + 1]][path[i] - C]);
  supply[path[0]] -= amount;
  demand[end - C] -= amount;
  for (let i = 0; i + 1 < path.length; i++) {
    if (path[i] < C) left[path[i]][path[i + 1] - C] += amount;
    else left[path[i + 1]][path[i] - C] -= amount;
  }
}
