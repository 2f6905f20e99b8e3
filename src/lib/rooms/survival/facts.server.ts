import { plantedUntil } from '../../../../core/crew/sums';
import {
  refill,
  survival,
  type Refill,
  type SurvivalEstimate,
} from '../../../../core/survival/estimate';
import { groupBy, listedFact, milliseconds, type Facts } from '../../server/facts';
import { parse } from '../../store/shape';
import type { Cause } from '../../../../core/survival/marks';
import { causesByPeg, heightsByPeg } from './tables.server';
import type { BlockRow } from '../ground/tables.server';
import { plantedOf, sownFact } from '../crew/facts.server';
import { layoutsFact, releasedLayout } from '../rows/facts.server';

export interface Count {
  id: string;
  row: number;
  set: number;
  alive: number;
  marks: string;
  cause: string;
  countedOn: string;
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
  /** The newest count of each row of the newest season, by row. */
  counts: Count[];
  /** Rows counted more than once in the season: every count, the newest first. */
  again: { row: number; counts: Count[] }[];
  /** The season's last day. */
  on: string;
  estimate: SurvivalEstimate;
  /** Trees in the ground on that day. */
  plantedThen: number;
  /** Against the density asked for, or four fifths of the released one where nothing is asked. */
  refill: Refill;
  target: number;
  targetIsSet: boolean;
}

/** What the newest count says of a block; nothing while nothing is counted. */
export async function countedOf(facts: Facts, block: BlockRow): Promise<Counted | undefined> {
  const [all, sown, layout, planted] = await Promise.all([
    facts.of(countsFact, block.id),
    facts.of(sownFact, block.id),
    releasedLayout(facts, block.id),
    plantedOf(facts, block.id),
  ]);
  const on = all.at(-1)?.countedOn;
  if (!on || !layout) return undefined;
  const asked = String(block.targetDensity);
  return facts.derive('counted', block.id, [countsFact, sownFact, layoutsFact], asked, () => {
    const since = new Date(Date.parse(on) - SEASON_DAYS * 86_400_000).toISOString().slice(0, 10);
    const season = all.filter(({ countedOn }) => countedOn >= since);
    const byRow = groupBy(season, ({ row }) => String(row));
    const counts = [...byRow.values()].map((own) => own.at(-1)!).sort((a, b) => a.row - b.row);
    const rowsPlanted = [...planted.byRow.values()].filter((trees) => trees > 0).length;
    const estimate = survival(
      counts.map(({ row, set, alive }) => ({ row, set, alive })),
      Math.max(rowsPlanted, counts.length),
    );
    // What went in after the count is no part of what was counted.
    const plantedThen = plantedUntil(sown.sums, on) || planted.planted;
    // With no target four fifths of what was laid out are taken: over 80 % alive usually none is refilled.
    const target = block.targetDensity ?? (LIVING_ENOUGH * layout.trees) / layout.plantableArea;
    return {
      counts,
      again: [...byRow.values()]
        .filter((own) => own.length > 1)
        .map((own) => ({ row: own[0].row, counts: [...own].reverse() })),
      on,
      estimate,
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
  });
}
