import { schoolWords } from '$lib/words/method';
import { depthOf } from '../../../../../../core/method/method';
import type { Question } from '../../../../../../core/method/schools';
import { needByLot, wantedOf } from '../../../../../../core/stock/carry';
import { rootsOf } from '../../../../../../core/stock/inspection';
import { blockMethod, methodOfLot } from '$lib/rooms/method/facts.server';
import { nextDay } from '$lib/rooms/crew/next-day.server';
import {
  cardsFact,
  inspectionsOf,
  lotsFact,
  rootRulesFact,
  toolsFact,
} from '$lib/rooms/stock/facts.server';
import { may } from '$lib/server/authorise';
import { lotsToCarry } from '$lib/rooms/stock/carry.server';
import { openBlock } from '$lib/server/page';
import type { PageServerLoad } from './$types';

/** Measured roots of each lot, the crew's tools, and how many trees tomorrow's rows want. */
export const load: PageServerLoad = async ({ params, locals, depends }) => {
  depends('viridane:stock', 'viridane:crew', 'viridane:rows');
  const { block, role, facts } = await openBlock(locals, params.block);
  const states = await facts.of(lotsFact, block.id);
  const [inspections, tools, next, of, cards, rules] = await Promise.all([
    inspectionsOf(
      facts,
      states.map(({ lot }) => lot.id),
    ),
    facts.of(toolsFact),
    nextDay(facts, block.id),
    blockMethod(facts, block),
    facts.of(cardsFact),
    facts.of(rootRulesFact),
  ]);
  const mix = next?.species ?? [];
  const wanted = next ? wantedOf(next.crews, mix.length) : [];
  const byLot = needByLot(wanted, (await lotsToCarry(facts, block.id, mix)).lots);
  return {
    mayRecord: may(role, 'record'),
    tools,
    tomorrow: next && { rows: next.rows },
    mayPlan: may(role, 'plan'),
    rules,
    lots: states.map(({ lot, balance }) => {
      const { from, sample, heights } = rootsOf(
        inspections.filter(({ lotId }) => lotId === lot.id),
      );
      const method = methodOfLot(of, lot, cards);
      const answer = (question: Question) =>
        method.find((chosen) => chosen.question === question)!.school;
      return {
        id: lot.id,
        /** How this lot is planted: what of it the roots decide. */
        says: (['depth', 'trimming', 'firming'] as const).flatMap(
          (question) => schoolWords(question, answer(question).key).brief ?? [],
        ),
        mayTrim: answer('trimming').key !== 'never',
        trimming: schoolWords('trimming', answer('trimming').key).label,
        code: lot.code,
        age: lot.age,
        speciesId: lot.speciesId,
        undercut: Boolean(lot.undercut),
        depth: depthOf(method, heights.flareBelow),
        heights,
        onHand: balance.onHand,
        wanted: byLot.get(lot.id) ?? 0,
        sampledAt: from ? new Date(from.at).toISOString() : null,
        sample,
      };
    }),
  };
};
