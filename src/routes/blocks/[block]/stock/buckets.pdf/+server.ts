import { error } from '@sveltejs/kit';
import { isTold } from '../../../../../../core/say/told';
import { rootsOf } from '../../../../../../core/stock/inspection';
import { depthRange, formatNumber, formatSmall } from '../../../../../../core/measure/units';
import { depthOf } from '../../../../../../core/method/method';
import { needByLot, wantedOf } from '../../../../../../core/stock/carry';
import { bucketCounts, rootsAgainstTools, type RootPlan } from '../../../../../../core/stock/roots';
import { blockMethod, methodOfLot } from '$lib/rooms/method/facts.server';
import { nextDay } from '$lib/rooms/crew/next-day.server';
import {
  cardsFact,
  inspectionsOf,
  lotsFact,
  toolsFact,
  rootRulesFact,
} from '$lib/rooms/stock/facts.server';
import { lotsToCarry } from '$lib/rooms/stock/carry.server';
import { openBlock } from '$lib/server/page';
import { makePdf } from '$lib/server/pdf';
import { wordsOf } from '$lib/words';
import type { RequestHandler } from './$types';

/** One label a bucket of a lot: tool, trim length and how many trees go into it. */
export const GET: RequestHandler = async ({ params, locals, url }) => {
  const { block, facts } = await openBlock(locals, params.block);
  const [states, tools, cards, rules] = await Promise.all([
    facts.of(lotsFact, block.id),
    facts.of(toolsFact),
    facts.of(cardsFact),
    facts.of(rootRulesFact),
  ]);
  const state = states.find(({ lot }) => lot.id === url.searchParams.get('lot'));
  if (!state) error(404, 'There is no such lot on this block.');
  const { lot, balance } = state;
  const method = methodOfLot(await blockMethod(facts, block), lot, cards);
  const trimming = method.find(({ question }) => question === 'trimming')!.school.key;
  const { sample, heights } = rootsOf(await inspectionsOf(facts, [lot.id]));
  let plan: RootPlan;
  try {
    plan = rootsAgainstTools(sample, tools, {
      ...rules,
      mayTrim: trimming !== 'never' && !lot.undercut,
    });
  } catch (wrong) {
    if (isTold(wrong)) error(404, wordsOf(wrong));
    throw wrong;
  }
  const trim = Number(url.searchParams.get('trim') ?? Infinity);
  const option = plan.options.find((entry) => entry.trim === trim) ?? plan.recommended;
  const next = await nextDay(facts, block.id);
  const mix = next?.species ?? [];
  const { lots } = await lotsToCarry(facts, block.id, mix);
  const wanted = next ? (needByLot(wantedOf(next.crews, mix.length), lots).get(lot.id) ?? 0) : 0;
  const counts = bucketCounts(option, Math.min(balance.onHand, wanted || balance.onHand));
  const units = locals.person!.units;
  const depth = depthOf(method, heights.flareBelow);
  const card = cards.find(({ id }) => id === lot.speciesId);
  const pdf = await makePdf({
    pageSize: 'A6',
    pageOrientation: 'landscape',
    pageMargins: [22, 20, 22, 16],
    info: { title: `${block.name}, bucket labels` },
    content: [...plan.tools.map(({ name }) => name), 'Set aside']
      .map((name, i) => ({ name, count: counts[i] }))
      .filter(({ count }) => count > 0)
      .map(({ name, count }, i) => ({
        pageBreak: i ? ('before' as const) : undefined,
        stack: [
          { text: name, fontSize: 54, bold: true, lineHeight: 0.9 },
          {
            text: `${formatNumber(count)} ${card!.name.toLowerCase()}, lot ${lot.code}`,
            fontSize: 24,
            margin: [0, 10, 0, 6],
          },
          {
            text:
              name === 'Set aside'
                ? 'No tool here takes these roots whole. Ask the leader.'
                : `${Number.isFinite(option.trim) ? `Trim to ${formatSmall(option.trim, units)}, clean cut, tips only.` : 'Trim nothing.'} Soil over the ${depth.datum} ${depthRange(depth, units)}.`,
            fontSize: 15,
          },
          {
            text: `${block.name}. Roots in shade and moist while you sort.`,
            fontSize: 11,
            color: '#4d5951',
            margin: [0, 14, 0, 0],
          },
        ],
      })),
  });
  return new Response(new Uint8Array(pdf), {
    headers: { 'content-type': 'application/pdf', 'content-disposition': 'inline' },
  });
};
