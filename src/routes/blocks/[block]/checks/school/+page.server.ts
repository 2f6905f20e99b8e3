import { beforeAndAfter, learnersOf } from '../../../../../../core/checks/training';
import { taughtOf, TAUGHT } from '../../../../../../core/checks/trainer';
import { lookedIn } from '../../../../../../core/checks/quality';
import { answersFact, placedPlots } from '$lib/rooms/checks/facts.server';
import { lessonsOfBlock } from '$lib/rooms/checks/lessons.server';
import { activePlanters } from '$lib/rooms/crew/facts.server';
import { openBlock } from '$lib/server/page';
import type { PageServerLoad } from './$types';

/** Who has learned what, and whether it shows in the plots. */
export const load: PageServerLoad = async ({ params, locals, depends }) => {
  depends('viridane:checks', 'viridane:people', 'viridane:crew');
  const { block, facts } = await openBlock(locals, params.block);
  const [answers, lessons, planters, plots] = await Promise.all([
    facts.of(answersFact),
    lessonsOfBlock(facts, block),
    activePlanters(facts),
    placedPlots(facts, block.id),
  ]);
  const taught = TAUGHT.filter((fault) =>
    lessons.some((lesson) => taughtOf(lesson).includes(fault)),
  );
  const learners = learnersOf(answers, taught);
  return {
    taught,
    lessons,
    learners: planters.map(({ id, name }) => ({
      ...{ id, name },
      learner: learners.find(({ planter }) => planter === id),
    })),
    shows: beforeAndAfter(
      plots.map((plot) => ({
        ...{ planter: plot.planter, hits: plot.good, of: lookedIn(plot) },
        at: Date.parse(plot.at),
      })),
      learners,
    ),
  };
};
