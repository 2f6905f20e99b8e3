import { error } from '@sveltejs/kit';
import { depthTolerance } from '../../../../../../core/method/method';
import { formatSmall, formatNumber } from '../../../../../../core/measure/units';
import { wantedOf } from '../../../../../../core/stock/carry';
import {
  bucketCounts,
  RootError,
  ROOT_RULES,
  rootsAgainstTools,
  type RootPlan,
} from '../../../../../../core/stock/roots';
import { blockAccess } from '$lib/server/authorise';
import { methodOfBlock } from '$lib/server/block';
import { standsFor } from '$lib/server/board';
import { nextDay } from '$lib/server/crew-rows';
import { makePdf, plain } from '$lib/server/pdf';
import { lotsOf } from '$lib/server/stock';
import { store } from '$lib/server/store';
import type { RequestHandler } from './$types';

/** One label a bucket of a lot: tool, trim length and how many trees go into it. */
export const GET: RequestHandler = async ({ params, locals, url }) => {
  const open = await store();
  const { block, site } = await blockAccess(open, locals.person!.id, params.block, 'read');
  const state = (await lotsOf(open, block.id)).find(
    ({ lot }) => lot.id === url.searchParams.get('lot'),
  );
  if (!state) error(404, 'There is no such lot on this block.');
  const { lot, balance } = state;
  const method = methodOfBlock(block);
  const trimming = method.find(({ question }) => question === 'trimming')!.school.key;
  const [inspection] = await open.inspection.findAll({
    where: { lotId: lot.id },
    order: [['at', 'DESC']],
    limit: 1,
    raw: true,
  });
  let plan: RootPlan;
  try {
    plan = rootsAgainstTools(
      (inspection?.trees ?? [])
        .filter(({ rootLength }) => rootLength)
        .map(({ rootLength, rootSpread }) => ({ length: rootLength!, spread: rootSpread ?? 0 })),
      await open.tool.findAll({ where: { siteId: site.id }, raw: true }),
      { ...ROOT_RULES, mayTrim: trimming !== 'never' && !lot.undercut },
    );
  } catch (wrong) {
    if (wrong instanceof RootError) error(404, wrong.message);
    throw wrong;
  }
  const trim = Number(url.searchParams.get('trim') ?? Infinity);
  const option = plan.options.find((entry) => entry.trim === trim) ?? plan.recommended;
  const next = await nextDay(open, block, site.id);
  const mix = next?.layout.parameters.mix.map(({ species }) => species) ?? [];
  const wanted = next ? wantedOf(next.crews, mix.length)[mix.indexOf(standsFor(lot))] : 0;
  const counts = bucketCounts(option, Math.min(balance.onHand, wanted || balance.onHand));
  const units = locals.person!.units;
  const [low, high] = depthTolerance(method);
  const card = await open.species.findByPk(lot.speciesId, { raw: true });
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
            text: plain(`${formatNumber(count)} ${card!.name.toLowerCase()}, lot ${lot.code}`),
            fontSize: 24,
            margin: [0, 10, 0, 6],
          },
          {
            text: plain(
              name === 'Set aside'
                ? 'No tool here takes these roots whole. Ask the leader.'
                : `${Number.isFinite(option.trim) ? `Trim to ${formatSmall(option.trim, units)}, clean cut, tips only.` : 'Trim nothing.'} Soil over the collar ${low} to ${high} cm.`,
            ),
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
