import type { Point } from '../../../../core/measure/plane';
import { ByPeg } from '../../../../core/rows/by-peg';
import { deadPatch } from '../../../../core/survival/estimate';
import type { CountedTree } from '../../../../core/survival/groups';
import {
  clumpedRows,
  joinsOfDead,
  joinStretches,
  neighbours,
  type DeadStretch,
} from '../../../../core/survival/joins';
import { isDead, type Cause } from '../../../../core/survival/marks';
import { groupBy } from '../../../../core/measure/group';

export interface CountedRow {
  row: number;
  marks: string;
  causes: Record<string, Cause>;
}

interface Ground {
  pointOf: (row: number, peg: number) => Point | undefined;
  /** Metres from one row to the next. */
  between: number;
  /** Trees of the counted rows, with species and zone. */
  trees: readonly CountedTree[];
}

/** Where the dead stand: clumped along rows and across them, and in which patches. */
export function whereDead(rows: readonly CountedRow[], { pointOf, between, trees }: Ground) {
  const marked = rows.filter(({ marks }) => marks);
  const rates = new Map(
    [...groupBy(trees, ({ species }) => species)].map(([species, own]) => [
      species,
      own.filter(({ mark }) => isDead(mark)).length / own.length,
    ]),
  );
  const treeAt = new ByPeg<CountedTree>();
  for (const tree of trees) treeAt.set(tree.row, tree.peg, tree);
  const stretches = new Map<number, DeadStretch>();
  const chances = new Map<number, number>();
  for (const { row, marks } of marked) {
    const patch = deadPatch(
      marks,
      Array.from(marks, (_, i) => rates.get(treeAt.get(row, i + 1)?.species ?? '') ?? 0),
    );
    const ends = patch && [pointOf(row, patch.from), pointOf(row, patch.to)];
    if (!patch || !ends?.[0] || !ends[1]) continue;
    const { from, to, dead, chance } = patch;
    stretches.set(row, { row, from, to, dead, ends: [ends[0], ends[1]] });
    chances.set(row, chance);
  }
  const numbers = marked.map(({ row }) => row).sort((a, b) => a - b);
  const gaps = numbers
    .slice(1)
    .map((row, i) => row - numbers[i])
    .sort((a, b) => a - b);
  /** Rows lie so far apart as they were counted. */
  const apart = between * (gaps[Math.floor(gaps.length / 2)] ?? 1);
  const most = (names: readonly (string | undefined)[]) =>
    [
      ...groupBy(
        names.flatMap((name) => name ?? []),
        (name) => name,
      ),
    ]
      .sort(([, a], [, b]) => b.length - a.length)
      .at(0)?.[0];
  return {
    clumped: clumpedRows(marked),
    joins: joinsOf(),
    byRow: stretches,
    patches: joinStretches([...stretches.values()], apart).map(({ stretches: own, dead }) => {
      const pegs = own.flatMap(({ row, from, to }) =>
        Array.from({ length: to - from + 1 }, (_, i) => ({ row, peg: from + i })),
      );
      const died = pegs.filter(({ row, peg }) => isDead(treeAt.get(row, peg)?.mark));
      const causesOf = new Map(marked.map(({ row, causes }) => [row, causes]));
      return {
        dead,
        of: pegs.length,
        stretches: own.map(({ row, from, to }) => ({ row, from, to })),
        zone: most(pegs.map(({ row, peg }) => treeAt.get(row, peg)?.zone)),
        cause: most(died.map(({ row, peg }) => causesOf.get(row)?.[peg])),
        chance: Math.min(...own.map(({ row }) => chances.get(row)!)),
        middle: pointOf(own[0].row, Math.round((own[0].from + own[0].to) / 2)),
      };
    }),
  };

  /** Neighbours along the rows, and across where rows next to each other were counted. */
  function joinsOf() {
    const joins = neighbours(
      trees.map(({ row, peg }) => ({ row, peg, point: pointOf(row, peg) })),
      between,
    );
    return joinsOfDead(
      trees.map(({ mark }) => isDead(mark)),
      joins,
    );
  }
}
