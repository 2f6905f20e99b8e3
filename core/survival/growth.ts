import { say } from '../say/message';
import type { Day } from '../measure/dates';
import { daysBetween } from '../measure/dates';
import { studentQuantile } from '../measure/student';
import type { Figure } from '../measure/working';

/** A height that was measured at a count. */
export interface MeasuredTree {
  row: number;
  peg: number;
  species: string;
  day: Day;
  /** Metres. */
  height: number;
  /** Told apart where another tree was set into the place: the two are never one tree's growth. */
  tree?: number;
}

export interface Growth {
  species: string;
  /** Trees measured twice or more, and rows they stand in. */
  trees: number;
  rows: number;
  /** Metres a year on the mean. */
  aYear: Figure;
  /** The same, 95 %; nothing with trees of one row only. */
  low?: number;
  high?: number;
  /** Trees lower than before: browsed, broken, or measured to another tip. */
  lower: number;
  /** Mean height at the last look, metres. */
  last: number;
}

const YEAR = 365.25;
/** Heights nearer in time than this say more of the rule than of the tree. From memory, days. */
const LEAST_DAYS = 60;

/**
 * How fast trees grow that were measured at two counts or more, by species: first against last height of each
 * tree, over the time between. Rows are what was drawn, so rows vary: the mean of a ratio of totals over
 * clusters with its linearised error (Cochran, Sampling Techniques, 3rd ed., 6.3), Student's t by rows.
 */
export function growthOf(measured: readonly MeasuredTree[]): Growth[] {
  const trees = new Map<string, MeasuredTree[]>();
  for (const one of measured) {
    const key = `${one.row} ${one.peg} ${one.tree ?? 0}`;
    trees.set(key, [...(trees.get(key) ?? []), one]);
  }
  interface Grown {
    row: number;
    aYear: number;
    first: number;
    last: number;
    years: number;
  }
  const bySpecies = new Map<string, Grown[]>();
  for (const own of trees.values()) {
    const looks = [...own].sort((a, b) => (a.day < b.day ? -1 : a.day > b.day ? 1 : 0));
    const [first, last] = [looks[0], looks.at(-1)!];
    const days = daysBetween(first.day, last.day);
    if (days < LEAST_DAYS) continue;
    const years = days / YEAR;
    const grown = {
      ...{ row: first.row, first: first.height, last: last.height, years },
      aYear: (last.height - first.height) / years,
    };
    bySpecies.set(first.species, [...(bySpecies.get(first.species) ?? []), grown]);
  }
  return [...bySpecies]
    .map(([species, grown]): Growth => {
      const n = grown.length;
      const sum = (of: (one: Grown) => number) => grown.reduce((total, one) => total + of(one), 0);
      const mean = sum(({ aYear }) => aYear) / n;
      const rows = new Map<number, { total: number; of: number }>();
      for (const { row, aYear } of grown) {
        const before = rows.get(row) ?? { total: 0, of: 0 };
        rows.set(row, { total: before.total + aYear, of: before.of + 1 });
      }
      const m = rows.size;
      const squares = [...rows.values()].reduce(
        (total, row) => total + (row.total - mean * row.of) ** 2,
        0,
      );
      const error = m > 1 ? Math.sqrt((m * squares) / (m - 1)) / n : undefined;
      const t = m > 1 ? studentQuantile(0.95, m - 1) : 0;
      return {
        ...{ species, trees: n, rows: m, lower: grown.filter(({ aYear }) => aYear < 0).length },
        aYear: {
          value: mean,
          kind: 'length',
          formula: say('formula.growth'),
          steps: [
            { label: say('step.treesMeasuredTwice'), value: n, kind: 'count' },
            { label: say('step.rows'), value: m, kind: 'count' },
            {
              label: say('step.firstHeightMean'),
              value: sum(({ first }) => first) / n,
              kind: 'length',
            },
            {
              label: say('step.lastHeightMean'),
              value: sum(({ last }) => last) / n,
              kind: 'length',
            },
            {
              label: say('step.yearsBetweenMean'),
              value: sum(({ years }) => years) / n,
              kind: 'number',
            },
            ...(error === undefined
              ? []
              : [
                  {
                    label: say('step.rowsDifferStandardError'),
                    value: error,
                    kind: 'length',
                  } as const,
                ]),
          ],
        },
        ...(error === undefined ? {} : { low: mean - t * error, high: mean + t * error }),
        last: sum(({ last }) => last) / n,
      };
    })
    .sort((a, b) => b.trees - a.trees);
}
