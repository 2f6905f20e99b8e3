import { depthOf } from '../../../../../../core/method/method';
import { wantedOf } from '../../../../../../core/stock/carry';
import { rootsOf } from '../../../../../../core/stock/inspection';
import { ROOT_RULES } from '../../../../../../core/stock/roots';
import { methodOfBlock } from '$lib/rooms/calendar/tasks.server';
import { nextDay } from '$lib/rooms/crew/next-day.server';
import { inspectionsOf, lotsFact, standsFor, toolsFact } from '$lib/rooms/stock/facts.server';
import { may } from '$lib/server/authorise';
import { openBlock } from '$lib/server/page';
import type { PageServerLoad } from './$types';

/** Measured roots of each lot, the crew's tools, and how many trees tomorrow's rows want. */
export const load: PageServerLoad = async ({ params, locals, depends }) => {
  depends('viridane:stock', 'viridane:crew', 'viridane:rows');
  const { block, role, facts } = await openBlock(locals, params.block);
  const states = await facts.of(lotsFact, block.id);
  const [inspections, tools, next] = await Promise.all([
    inspectionsOf(
      facts,
      states.map(({ lot }) => lot.id),
    ),
    facts.of(toolsFact),
    nextDay(facts, block.id),
  ]);
  const method = methodOfBlock(block);
  const trimming = method.find(({ question }) => question === 'trimming')!.school;
  const mix = next?.layout.parameters.mix.map(({ species }) => species) ?? [];
  const wanted = next ? wantedOf(next.crews, mix.length) : [];
  return {
    mayRecord: may(role, 'record'),
    tools,
    tomorrow: next && { rows: next.rows },
    method: {
      says: [
        method.find(({ question }) => question === 'depth')!.school.brief,
        trimming.brief,
        method.find(({ question }) => question === 'firming')!.school.brief,
      ].flatMap((line) => line ?? []),
      mayTrim: trimming.key !== 'never',
      trimming: trimming.label,
    },
    rules: ROOT_RULES,
    lots: states.map(({ lot, balance }) => {
      const { from, sample, heights } = rootsOf(
        inspections.filter(({ lotId }) => lotId === lot.id),
      );
      return {
        id: lot.id,
        code: lot.code,
        age: lot.age,
        speciesId: lot.speciesId,
        undercut: Boolean(lot.undercut),
        depth: depthOf(method, heights.flareBelow),
        heights,
        onHand: balance.onHand,
        wanted: Math.min(balance.onHand, wanted[mix.indexOf(standsFor(lot))] ?? 0),
        sampledAt: from ? new Date(from.at).toISOString() : null,
        sample,
      };
    }),
  };
};
