import { told } from '../say/told';
import type { Figure } from '../measure/working';

export interface Rated {
  id: string;
  name: string;
  /** Trees a day. */
  rate: number;
}

/** Consecutive rows for one planter. Rows are counted from 1; none when first is above last. */
export interface Share {
  planter: string;
  firstRow: number;
  lastRow: number;
  trees: number;
  /** Days at the planter's own rate. */
  days: number;
}

export interface Shared {
  shares: Share[];
  /** Days until the slowest has finished. */
  finish: Figure;
}

/**
 * Splits consecutive rows among planters so that whoever ends last ends as soon as possible.
 * Linear partition with unequal rates: for a given time the greedy split (everyone takes rows
 * while time lasts, in order) succeeds exactly when any split does, so the shortest time is found
 * by bisection over time, and the answer is the best greedy split itself.
 * @param treesByRow trees to plant in each row, in order
 * @param planters in the order in which they stand along the baseline, rates in trees a day
 */
export function shareRows(treesByRow: ArrayLike<number>, planters: readonly Rated[]): Shared {
  if (!planters.length) throw told('crew.noPlanters');
  const slow = planters.find(({ rate }) => !(rate > 0));
  if (slow) throw told('crew.rateNotAboveZero', { planter: slow.name, rate: slow.rate });
  const total = Array.from(treesByRow).reduce((a, b) => a + b, 0);
  let low = total / planters.reduce((sum, { rate }) => sum + rate, 0);
  let best = split(treesByRow, planters, Infinity)!;
  let high = longest(best);
  for (let round = 0; round < 100 && high - low > 1e-9 * high; round++) {
    const middle = (low + high) / 2;
    const shares = split(treesByRow, planters, middle);
    if (shares) {
      best = shares;
      high = Math.min(middle, longest(shares));
    } else low = middle;
  }
  const days = longest(best);
  return {
    shares: best,
    finish: {
      value: days,
      kind: 'number',
      formula: 'the longest of (trees ÷ rate) over all planters',
      steps: best
        .filter(({ trees }) => trees > 0)
        .map((share) => ({
          label: `${planters.find(({ id }) => id === share.planter)!.name}, ${share.trees} trees`,
          value: share.days,
          kind: 'number',
        })),
    },
  };
}

const longest = (shares: readonly Share[]): number =>
  Math.max(0, ...shares.map(({ days }) => days));

/** Greedy split within a time; undefined when rows are left over. */
function split(
  treesByRow: ArrayLike<number>,
  planters: readonly Rated[],
  time: number,
): Share[] | undefined {
  let row = 0;
  const shares = planters.map((planter): Share => {
    const firstRow = row + 1;
    let trees = 0;
    while (
      row < treesByRow.length &&
      (trees + treesByRow[row]) / planter.rate <= time * (1 + 1e-12)
    ) {
      trees += treesByRow[row++];
    }
    return { planter: planter.id, firstRow, lastRow: row, trees, days: trees / planter.rate };
  });
  return row === treesByRow.length ? shares : undefined;
}
