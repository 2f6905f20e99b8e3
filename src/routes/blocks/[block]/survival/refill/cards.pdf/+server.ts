import { error } from '@sveltejs/kit';
import { holds } from '../../../../../../../core/crew/share';
import { rangesOf } from '../../../../../../../core/measure/ranges';
import { treesInRow } from '../../../../../../../core/rows/stored';
import { plantersFact, sharesFact } from '$lib/rooms/crew/facts.server';
import { pegsOf, releasedLayout, rowsFact } from '$lib/rooms/rows/facts.server';
import { cardsFact } from '$lib/rooms/stock/facts.server';
import { refillCards } from '$lib/rooms/survival/refill-cards.server';
import { refillOf } from '$lib/rooms/survival/refills.server';
import { openBlock } from '$lib/server/page';
import type { RequestHandler } from './$types';

/** The newest refill as row cards, one a planter. */
export const GET: RequestHandler = async ({ params, locals }) => {
  const { block, site, facts, person } = await openBlock(locals, params.block);
  const [layout, plan, rows, pegs, shares, planters, cards] = await Promise.all([
    releasedLayout(facts, block.id),
    refillOf(facts, block.id),
    facts.of(rowsFact, block.id),
    pegsOf(facts, block.id),
    facts.of(sharesFact, block.id),
    facts.of(plantersFact),
    facts.of(cardsFact),
  ]);
  if (!layout || !plan || !pegs)
    error(404, `No refill of ${block.name} is decided yet: decide it under Survival, Refill.`);
  const nameOf = (id: string) => planters.find((one) => one.id === id)?.name ?? '';
  const byPlanter = [...new Set(shares.map(({ planterId }) => planterId))].map((id) => {
    const own = plan.rows.filter(({ row }) => holds(shares, id, row));
    return { title: `${nameOf(id)}: rows ${rangesOf(own.map(({ row }) => row))}`, rows: own };
  });
  const nobodys = plan.rows.filter(
    ({ row }) => !shares.some(({ planterId }) => holds(shares, planterId, row)),
  );
  const pdf = await refillCards({
    about: { block: block.name, site: site.name, version: layout.number, day: facts.today },
    ...{ number: plan.number, plantOn: plan.plantOn, units: person.units, pegs },
    rowNumbers: rows.map(({ number }) => number),
    trees: rows.map(treesInRow),
    species: new Map(cards.map((card) => [card.id, card])),
    cards: [
      ...byPlanter.filter((card) => card.rows.length),
      ...(nobodys.length
        ? [
            {
              title: shares.length
                ? `Rows ${rangesOf(nobodys.map(({ row }) => row))}, nobody’s yet`
                : `${block.name}, refill`,
              rows: nobodys,
            },
          ]
        : []),
    ],
  });
  return new Response(new Uint8Array(pdf), {
    headers: {
      'content-type': 'application/pdf',
      'content-disposition': `inline; filename="${block.name.replace(/[^\w]+/g, '-')}-refill-${plan.number}.pdf"`,
    },
  });
};
