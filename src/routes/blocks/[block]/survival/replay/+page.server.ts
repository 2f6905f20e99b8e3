import { modelOf } from '../../../../../../core/survival/replay';
import { plantedOf } from '$lib/rooms/crew/facts.server';
import { countedOf } from '$lib/rooms/survival/facts.server';
import { survivalFindings } from '$lib/rooms/survival/findings.server';
import { openBlock } from '$lib/server/page';
import type { PageServerLoad } from './$types';

/** What a season is drawn again from: the fitted effects, and what the counted trees were exposed to. */
export const load: PageServerLoad = async ({ params, locals, depends }) => {
  depends('viridane:survival', 'viridane:crew', 'viridane:stock', 'viridane:checks');
  const { block, facts } = await openBlock(locals, params.block);
  const [season, found, planted] = await Promise.all([
    countedOf(facts, block),
    survivalFindings(facts, block),
    plantedOf(facts, block.id),
  ]);
  if (!season || !found) return { counted: undefined };
  const { fitted, groups, names } = found.why;
  const model = fitted && 'effects' in fitted ? modelOf(fitted, groups) : undefined;
  const all = groups.reduce((sum, { of }) => sum + of, 0);
  return {
    counted: {
      planted: planted.planted,
      /** Of the trees that were fitted: those of which everything is known. */
      survival: 1 - groups.reduce((sum, { died }) => sum + died, 0) / Math.max(1, all),
      trees: all,
      model,
      groups: model ? groups : [],
      why: fitted && 'why' in fitted ? fitted : undefined,
      effects: fitted && 'effects' in fitted ? fitted.effects : [],
      /** What the exposures were: least, mean and most over the trees. */
      exposures: names.map((name, i) => {
        const values = groups.map(({ values: own }) => own[i]);
        return {
          name,
          least: Math.min(...values),
          most: Math.max(...values),
          mean: groups.reduce((sum, group) => sum + group.of * group.values[i], 0) / all,
        };
      }),
    },
  };
};
