import { strataOf } from '$lib/rooms/survival/design.server';
import { survivalFindings } from '$lib/rooms/survival/findings.server';
import { plantedOf } from '$lib/rooms/crew/facts.server';
import { namesFact } from '$lib/rooms/people/facts.server';
import { releasedLayout, rowsFact } from '$lib/rooms/rows/facts.server';
import { treatmentsOf } from '$lib/rooms/survival/treatments.server';
import { costsOf } from '$lib/rooms/survival/money.server';
import { countedOf } from '$lib/rooms/survival/facts.server';
import { openBlock } from '$lib/server/page';
import type { PageServerLoad } from './$types';

/** The findings as the page shows them: without the trees they were made from. */
function said({ trees: _trees, species: _species, where, why, ...rest }: Found) {
  const { joins, patches, clumped } = where;
  return {
    ...rest,
    where: { joins, patches, clumped },
    why: { names: why.names, fitted: why.fitted },
  };
}
type Found = NonNullable<Awaited<ReturnType<typeof survivalFindings>>>;

export const load: PageServerLoad = async ({ params, locals, depends }) => {
  depends('viridane:survival', 'viridane:crew', 'viridane:rows', 'viridane:calendar');
  // What a tree costs hangs on orders and lots too.
  depends('viridane:stock', 'viridane:tending');
  const { block, facts } = await openBlock(locals, params.block);
  const layout = await releasedLayout(facts, block.id);
  const day = facts.today;
  if (!layout) return { today: day, strata: undefined, released: undefined };
  const [rows, season, sown, names, treatments, findings, strata, money] = await Promise.all([
    facts.of(rowsFact, block.id),
    countedOf(facts, block),
    plantedOf(facts, block.id),
    facts.of(namesFact),
    treatmentsOf(facts, block),
    survivalFindings(facts, block),
    strataOf(facts, block),
    costsOf(facts, block),
  ]);
  const ids = layout.parameters.mix.map(({ species }) => species);
  const counted = (season?.counts ?? []).map(({ row, set, alive, marks, countedOn, cause }) => ({
    ...{ row, set, alive, marks, countedOn, cause },
  }));
  const planted = [...sown.byRow].filter(([, trees]) => trees > 0).sort(([a], [b]) => a - b);
  return {
    today: day,
    strata,
    released: {
      id: layout.id,
      planted: sown.planted,
      areaAPeg: layout.plantableArea / Math.max(1, layout.trees),
      plantedAtCount: season?.plantedThen ?? sown.planted,
      /** What was drawn, and as many of them as there are. */
      drawn: {
        counted: season?.clusters.length ?? 0,
        of: season?.ofClusters ?? planted.length,
        circles: Boolean(season && !season.circleOf.empty),
      },
      refilled: season?.refilled ?? 0,
      /** Rows counted beside the draw, no part of the estimate. */
      beside: season?.beside ?? [],
      rowsPlanted: planted.map(([number, trees]) => ({ number, trees })),
      counted: counted.map((entry) => ({
        ...entry,
        runs: rows[entry.row - 1].runs,
        patch: findings?.where.byRow.get(entry.row),
      })),
      /** Rows counted more than once this season, every count with who and why. */
      again: (season?.again ?? []).map(({ row, counts }) => ({
        row,
        counts: counts.map(({ alive, set, countedOn, why, author }) => ({
          ...{ alive, set, countedOn, why },
          author: names.get(author) ?? '',
        })),
      })),
      speciesIds: ids,
      estimate: season?.estimate,
      target: season?.target ?? block.targetDensity ?? (0.8 * layout.trees) / layout.plantableArea,
      findings: findings && said(findings),
      targetIsSet: block.targetDensity !== null,
      refill: season?.refill,
      money,
      /** Survival by treatment, where rows were planted otherwise on purpose. */
      treatments,
    },
  };
};
