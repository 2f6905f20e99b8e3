import { substitutes, tranches } from '../../../../../../core/stock/orders';
import { readLayoutGround } from '$lib/rooms/ground/facts.server';
import { currentLayout, pegsOf, rowsFact } from '$lib/rooms/rows/facts.server';
import { cardsFact, lotsFact, ordersFact } from '$lib/rooms/stock/facts.server';
import { toOrderOf } from '$lib/rooms/stock/need.server';
import { openBlock } from '$lib/server/page';
import type { PageServerLoad } from './$types';

/** What to order, what is asked and confirmed, and what could stand in for what is short. */
export const load: PageServerLoad = async ({ params, locals, url, depends }) => {
  depends('viridane:stock', 'viridane:crew', 'viridane:rows');
  const { block, facts } = await openBlock(locals, params.block);
  const [layout, lines, lots, order] = await Promise.all([
    currentLayout(facts, block.id),
    facts.of(ordersFact, block.id),
    facts.of(lotsFact, block.id),
    toOrderOf(facts, block),
  ]);
  const wanted = url.searchParams.get('instead');
  const missing = (layout?.parameters.mix ?? []).findIndex(({ species }) => species === wanted);
  return {
    today: facts.today,
    quantities: order.quantities,
    cover: order.cover,
    total: { needed: order.needed, asked: order.asked, toAsk: order.toAsk, short: order.short },
    lines,
    tranches: tranches(lines).map((tranche) => ({
      ...tranche,
      lines: lines.filter(({ id }) => tranche.lines.some((line) => line.id === id)),
    })),
    /** Trees that came on each line. */
    received: Object.fromEntries(
      lines.map(({ id }) => [
        id,
        lots
          .filter(({ lot }) => lot.orderId === id)
          .reduce((sum, { balance }) => sum + balance.received, 0),
      ]),
    ),
    instead: missing >= 0 ? await insteadOf(missing, wanted!) : undefined,
  };

  async function insteadOf(index: number, id: string) {
    const rows = await facts.of(rowsFact, block.id);
    const { ground } = await readLayoutGround(facts.reader, block);
    return {
      species: id,
      ...substitutes(
        (await pegsOf(facts, block.id))!,
        rows.map(({ runs }) => runs),
        ground.limits ?? [],
        await facts.of(cardsFact),
        { index, id },
      ),
    };
  }
};
