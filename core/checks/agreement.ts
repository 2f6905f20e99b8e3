import { Z95, type Interval } from '../survival/interval';
import { FAULTS, OF_POSITIONS, type CheckedTree, type Fault } from './faults';

/** How often two say the same, made honest by what chance would do. */
export interface Kappa extends Interval {
  agreed: number;
  of: number;
  error: number;
}

/**
 * Cohen's kappa of a square table, with the large-sample error for its interval.
 * @param table how often the first said row and the second column
 * @returns nothing where both always said one and the same: then chance alone agrees
 * Cohen 1960, Educational and Psychological Measurement 20; Fleiss, Cohen & Everitt 1969, Psychological
 * Bulletin 72, eq. 13.
 */
export function kappa(table: readonly (readonly number[])[]): Kappa | undefined {
  const n = table.flat().reduce((a, b) => a + b, 0);
  if (!n) return undefined;
  const share = table.map((row) => row.map((count) => count / n));
  const rows = share.map((row) => row.reduce((a, b) => a + b, 0));
  const columns = share.map((_, j) => share.reduce((sum, row) => sum + row[j], 0));
  const agree = share.reduce((sum, row, i) => sum + row[i], 0);
  const chance = rows.reduce((sum, row, i) => sum + row * columns[i], 0);
  if (chance > 1 - 1e-12) return undefined;
  const estimate = (agree - chance) / (1 - chance);
  let diagonal = 0;
  let off = 0;
  share.forEach((row, i) =>
    row.forEach((p, j) => {
      if (i === j) diagonal += p * (1 - chance - (rows[i] + columns[i]) * (1 - agree)) ** 2;
      else off += p * (columns[i] + rows[j]) ** 2;
    }),
  );
  const variance =
    (diagonal + (1 - agree) ** 2 * off - (agree * chance - 2 * chance + agree) ** 2) /
    (n * (1 - chance) ** 4);
  const error = Math.sqrt(Math.max(0, variance));
  return {
    estimate,
    low: Math.max(-1, estimate - Z95 * error),
    high: Math.min(1, estimate + Z95 * error),
    ...{ agreed: Math.round(agree * n), of: n, error },
  };
}

/** The chance of so uneven a split of n or more, either way, when both are as likely (McNemar's exact test). */
export function signChance(first: number, second: number): number {
  const n = first + second;
  if (!n) return 1;
  let term = 0.5 ** n;
  let below = 0;
  for (let i = 0; i <= Math.min(first, second); i++) {
    below += term;
    term *= (n - i) / (i + 1);
  }
  return Math.min(1, 2 * below);
}

export interface Agreement {
  kappa?: Kappa;
  /** Trees that both looked at, and on how many they say the same. */
  trees: number;
  same: number;
  /** Trees that only the first, or only the second found faulty. */
  onlyFirst: number;
  onlySecond: number;
  /** The chance that two equal eyes differ so much one way. */
  chance: number;
  /** Faults on which they differ, the most often first. */
  differ: { fault: Fault; first: number; second: number }[];
}

/** Two looks at the same plots, tree by tree; trees that only one of them lists are left out. */
export function agreementOf(
  pairs: readonly { first: readonly CheckedTree[]; second: readonly CheckedTree[] }[],
): Agreement {
  const table = [
    [0, 0],
    [0, 0],
  ];
  const differ = new Map<Fault, { first: number; second: number }>();
  const key = ({ row, peg }: CheckedTree) => `${row}/${peg}`;
  const planted = (tree: CheckedTree) => tree.faults.every((fault) => !OF_POSITIONS.has(fault));
  for (const { first, second } of pairs) {
    const others = new Map(second.filter(planted).map((tree) => [key(tree), tree]));
    for (const tree of first.filter(planted)) {
      const other = others.get(key(tree));
      if (!other) continue;
      table[tree.faults.length ? 1 : 0][other.faults.length ? 1 : 0]++;
      for (const fault of FAULTS) {
        const [one, two] = [tree.faults.includes(fault), other.faults.includes(fault)];
        if (one === two) continue;
        const sum = differ.get(fault) ?? { first: 0, second: 0 };
        if (one) sum.first++;
        else sum.second++;
        differ.set(fault, sum);
      }
    }
  }
  const [[bothGood, onlySecond], [onlyFirst, bothFaulty]] = table;
  return {
    kappa: kappa(table),
    trees: bothGood + onlySecond + onlyFirst + bothFaulty,
    same: bothGood + bothFaulty,
    ...{ onlyFirst, onlySecond, chance: signChance(onlyFirst, onlySecond) },
    differ: [...differ]
      .map(([fault, sum]) => ({ fault, ...sum }))
      .sort((a, b) => b.first + b.second - a.first - a.second),
  };
}
