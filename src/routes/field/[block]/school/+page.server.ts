import { answersFact, plotsFact } from '$lib/rooms/checks/facts.server';
import { lessonsOfBlock } from '$lib/rooms/checks/lessons.server';
import { FAULTS, type Fault } from '../../../../../core/checks/faults';
import { openField } from '$lib/server/field';
import type { PageServerLoad } from './$types';

/** So many answers back a learner's standing is worked out. */
const REMEMBERED = 600;

/** The hole school on the phone: what is practised here, and how the learner stands. */
export const load: PageServerLoad = async ({ params, locals, url }) => {
  const { block, facts, shown, planter } = await openField(locals, params.block, url);
  const [answers, lessons, plots] = await Promise.all([
    facts.of(answersFact),
    lessonsOfBlock(facts, block),
    facts.of(plotsFact, block.id),
  ]);
  const found: Partial<Record<Fault, number>> = {};
  let all = 0;
  for (const { faults } of plots)
    for (const fault of FAULTS) {
      found[fault] = (found[fault] ?? 0) + (faults[fault] ?? 0);
      all += faults[fault] ?? 0;
    }
  for (const fault of FAULTS) found[fault] = all ? found[fault]! / all : 0;
  return {
    ...shown,
    lessons,
    /** Share of each fault among those of the block's plots. */
    found,
    answers: planter ? (answers.get(planter.id) ?? []).slice(-REMEMBERED) : [],
  };
};
