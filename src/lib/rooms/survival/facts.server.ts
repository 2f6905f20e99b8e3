import { addTo } from '../../../../core/measure/dates';
import { dayOf } from '../../../../core/say/day';
import { ByPeg } from '../../../../core/rows/by-peg';
import { plantedUntil } from '../../../../core/crew/sums';
import { drawCounted, type Part } from '../../../../core/survival/design';
import {
  refill,
  survival,
  survivalByParts,
  type CountedPart,
  type Refill,
  type SurvivalEstimate,
} from '../../../../core/survival/estimate';
import { groupBy } from '../../../../core/measure/group';
import { listedFact, milliseconds, type Facts } from '../../server/facts';
import { parse } from '../../store/shape';
import { sumMarks, type Cause } from '../../../../core/survival/marks';
import { overlaid } from '../../../../core/survival/walks';
import { causesByPeg, heightsByPeg } from './tables.server';
import type { BlockRow } from '../ground/tables.server';
import { plantedOf, sownFact } from '../crew/facts.server';
import { layoutsFact, releasedLayout } from '../rows/facts.server';
import { refilledFact } from './refills.server';

export interface Count {
  id: string;
  row: number;
  set: number;
  alive: number;
  marks: string;
  cause: string;
  countedOn: string;
  /** The circle whose trees they are; nothing where the row itself was drawn. */
  plot: number | null;
  why: string;
  author: string;
  causes: Record<string, Cause>;
  heights: Record<string, number>;
  at: string;
}

/** Counts of the released version, in the order in which they were made. */
export const countsFact = listedFact<
  Omit<Count, 'at' | 'causes' | 'heights'> & { at: number; causes: unknown; heights: unknown },
  Count[]
>('counts', ['survival', 'rows'], {
  from: "FROM layout l JOIN survival_count c ON c.layout_id = l.id WHERE l.block_id IN (:ids) AND l.state = 'released'",
  of: 'l.block_id',
  columns: {
    ...{ id: 'c.id', row: 'c.`row_number`', set: 'c.set_trees', alive: 'c.alive' },
    ...{ marks: 'c.marks', cause: 'c.cause', countedOn: 'CAST(c.counted_on AS CHAR)' },
    plot: 'c.plot',
    ...{ why: 'c.why', author: 'c.author_id', at: milliseconds('c.at') },
    ...{ causes: 'c.causes', heights: 'c.heights' },
  },
  value: (rows) =>
    rows
      .sort((a, b) =>
        a.countedOn < b.countedOn ? -1 : a.countedOn > b.countedOn ? 1 : a.at - b.at,
      )
      .map(({ at, causes, heights, ...count }) => ({
        ...count,
        causes: causes ? parse(causesByPeg, causes, 'survival_count.causes') : {},
        heights: heights ? parse(heightsByPeg, heights, 'survival_count.heights') : {},
        at: new Date(at).toISOString(),
      })),
});

/** Share of what was laid out that is enough where nobody set a target. From memory. */
const LIVING_ENOUGH = 0.8;

/** Days within which counts belong to one counting season. */
const SEASON_DAYS = 120;

export interface Counted {
  /** The newest word on each row of the newest season, by row: looks at parts of it laid over each other. */
  counts: Count[];
  /** Rows counted beside the draw: no part of the estimate. */
  beside: number[];
  /** What was drawn: rows, or circles with the trees of all their rows together. */
  clusters: { set: number; alive: number }[];
  /** As many of them as the block could hold. */
  ofClusters: number;
  /** Parts that rows were drawn in by themselves, with what was counted in each; nothing where they were not. */
  parts?: CountedPart[];
  /** The circle a counted tree was in, by row and peg. */
  circleOf: ByPeg<number>;
  /** Rows counted more than once in the season: every count, the newest first. */
  again: { row: number; counts: Count[] }[];
  /** The season's last day. */
  on: string;
  estimate: SurvivalEstimate;
  /** Trees that were set into dead places of the counted rows before they were counted: they count as their places. */
  refilled: number;
  /** Trees in the ground on that day. */
  plantedThen: number;
  /** Against the density asked for, or four fifths of the released one where nothing is asked. */
  refill: Refill;
  target: number;
  targetIsSet: boolean;
}

/** Looks at one row in a season as one: each tree by the newest word on it. */
function laidTogether(looks: readonly Count[]): Count {
  const newest = looks.reduce((a, b) => (b.countedOn >= a.countedOn ? b : a));
  if (looks.length === 1) return newest;
  // Totals of a whole row say nothing of single trees: the newest of them stands alone.
  const whole = looks.filter(({ marks }) => !marks).at(-1);
  if (whole) return whole;
  const oldestFirst = [...looks].sort((a, b) => (a.countedOn < b.countedOn ? -1 : 1));
  const marks = overlaid(oldestFirst.map((one) => one.marks));
  const { set, alive } = sumMarks(marks);
  return {
    ...newest,
    ...{ marks, set, alive, plot: null },
    causes: Object.assign({}, ...oldestFirst.map(({ causes }) => causes)),
    heights: Object.assign({}, ...oldestFirst.map(({ heights }) => heights)),
  };
}

/** What was counted in each part, and what stands there; rows of no part are a part of their own. */
function countedParts(
  parts: readonly Part[],
  counts: readonly Count[],
  planted: ReadonlyMap<number, number>,
): CountedPart[] {
  const partOf = new Map(
    parts.flatMap(({ name, rows }) => rows.map((row) => [row, name] as const)),
  );
  const found = new Map<string, CountedPart & { counts: Count[] }>();
  const of = (row: number) => {
    const name = partOf.get(row) ?? '';
    const part = found.get(name) ?? { name, counts: [], rows: 0, trees: 0 };
    found.set(name, part);
    return part;
  };
  for (const [row, trees] of planted)
    if (trees > 0) {
      const part = of(row);
      part.rows++;
      part.trees += trees;
    }
  for (const count of counts) of(count.row).counts.push(count);
  return [...found.values()];
}

/** Trees of refills that stood in counted rows by the day of their count. */
const refilledAmong = (
  counts: readonly Count[],
  refills: readonly { row: number; trees: number; at: number }[],
  zone: string,
): number =>
  counts.reduce(
    (sum, { row, countedOn }) =>
      refills
        .filter((one) => one.row === row && dayOf(one.at, zone) <= countedOn)
        .reduce((all, { trees }) => all + trees, sum),
    0,
  );

/** What the newest count says of a block; nothing while nothing is counted. */
export async function countedOf(facts: Facts, block: BlockRow): Promise<Counted | undefined> {
  const [all, sown, layout, planted, refills] = await Promise.all([
    facts.of(countsFact, block.id),
    facts.of(sownFact, block.id),
    releasedLayout(facts, block.id),
    plantedOf(facts, block.id),
    facts.of(refilledFact, block.id),
  ]);
  const on = all.at(-1)?.countedOn;
  if (!on || !layout) return undefined;
  const asked = `${block.targetDensity} ${block.termsEdition}`;
  return facts.derive(
    'counted',
    block.id,
    [countsFact, sownFact, layoutsFact, refilledFact],
    asked,
    () => {
      const since = addTo(on, { days: -SEASON_DAYS });
      const season = all.filter(({ countedOn }) => countedOn >= since);
      // A row or circle counted again replaces its own earlier count, no other's.
      const looks = groupBy(season, ({ row, plot }) => `${row} ${plot ?? ''}`);
      const standing = [...looks.values()].map((own) => own.at(-1)!);
      const counts = [...groupBy(standing, ({ row }) => String(row)).values()]
        .map(laidTogether)
        .sort((a, b) => a.row - b.row);
      const rowsPlanted = [...planted.byRow.values()].filter((trees) => trees > 0).length;
      const drawn = [
        ...groupBy(standing, ({ row, plot }) => (plot === null ? `row ${row}` : `plot ${plot}`)),
      ];
      const clusters = drawn.map(([, own]) => ({
        row: own[0].row,
        set: own.reduce((sum, { set }) => sum + set, 0),
        alive: own.reduce((sum, { alive }) => sum + alive, 0),
      }));
      const circles = drawn.filter(([name]) => name.startsWith('plot')).length;
      // The ground holds as many circles side by side as trees stand on it by the trees of one.
      const ofClusters = Math.max(
        clusters.length,
        circles
          ? Math.round(
              (planted.planted * clusters.length) /
                Math.max(
                  1,
                  clusters.reduce((sum, { set }) => sum + set, 0),
                ),
            )
          : rowsPlanted,
      );
      const circleOf = new ByPeg<number>();
      for (const { row, plot, marks } of standing)
        if (plot !== null)
          [...marks].forEach((mark, i) => {
            if (mark !== '-') circleOf.set(row, i + 1, plot);
          });
      const draw = circles
        ? undefined
        : drawCounted(
            block.calendarTerms.count,
            counts.map(({ row }) => row),
          );
      // Rows that somebody looked at closely beside the draw would make the block look worse than it is.
      const beside = new Set(draw?.beside);
      const standingFor = clusters.filter(({ row }) => !beside.has(row));
      // Rows that were drawn part by part count by the trees of their part.
      const parts =
        draw?.parts &&
        countedParts(
          draw.parts,
          counts.filter(({ row }) => !beside.has(row)),
          planted.byRow,
        );
      const estimate = (parts && survivalByParts(parts)) ?? survival(standingFor, ofClusters);
      // What went in after the count is no part of what was counted.
      const plantedThen = plantedUntil(sown.sums, on) || planted.planted;
      // With no target four fifths of what was laid out are taken: over 80 % alive usually none is refilled.
      const target = block.targetDensity ?? (LIVING_ENOUGH * layout.trees) / layout.plantableArea;
      return {
        ...{ counts, clusters: standingFor, ofClusters, circleOf, parts, beside: [...beside] },
        again: [...looks.values()]
          .filter((own) => own.length > 1)
          .map((own) => ({ row: own[0].row, counts: [...own].reverse() })),
        on,
        estimate,
        refilled: refilledAmong(counts, refills, facts.site.zone),
        plantedThen,
        refill: refill(
          estimate,
          plantedThen,
          target,
          layout.trees ? (layout.plantableArea * plantedThen) / layout.trees : layout.plantableArea,
        ),
        target,
        targetIsSet: block.targetDensity !== null,
      };
    },
  );
}
