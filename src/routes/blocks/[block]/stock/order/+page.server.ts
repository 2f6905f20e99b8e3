import { substitutes, tranches } from '../../../../../../core/stock/orders';
import { readLayoutGround } from '$lib/rooms/ground/facts.server';
import { currentLayout, pegsOf, rowsFact } from '$lib/rooms/rows/facts.server';
import { cardsFact, lotsFact, ordersFact } from '$lib/rooms/stock/facts.server';
import { tasksOf } from '$lib/rooms/calendar/tasks.server';
import { stillToComeOf, toOrderOf } from '$lib/rooms/stock/need.server';
import { refillPlansFact } from '$lib/rooms/survival/refills.server';
import { openBlock } from '$lib/server/page';
import type { PageServerLoad } from './$types';

/** What to order, what is asked and confirmed, and what could stand in for what is short. */
export const load: PageServerLoad = async ({ params, locals, url, depends }) => {
  depends('viridane:stock', 'viridane:crew', 'viridane:rows', 'viridane:calendar');
  const { block, facts } = await openBlock(locals, params.block);
  const [layout, lines, lots, order, toCome, tasks, refills] = await Promise.all([
    currentLayout(facts, block.id),
    facts.of(ordersFact, block.id),
    facts.of(lotsFact, block.id),
    toOrderOf(facts, block),
    stillToComeOf(facts, block.id),
    tasksOf(facts, block),
    facts.of(refillPlansFact, block.id),
  ]);
  const receive = tasks.find(({ key }) => key === 'receive')?.finish;
  const wanted = url.searchParams.get('instead');
  const missing = (layout?.parameters.mix ?? []).findIndex(({ species }) => species === wanted);
  return {
    today: facts.today,
    quantities: order.quantities,
    cover: order.cover,
    /** Where the whole order stands: not asked for, asked and not answered, confirmed and not here. */
    stands: {
      toAsk: order.toAsk,
      unanswered: lines.reduce((sum, { state, count }) => sum + (state === 'asked' ? count : 0), 0),
      toCome: lines.reduce(
        (sum, { id, state }) => sum + (state === 'confirmed' ? toCome.get(id)! : 0),
        0,
      ),
    },
    /** When stock is received by the calendar, unless that day has passed. */
    receiveOn: receive && receive >= facts.today ? receive : block.plantingDay,
    lines,
    /** The refill that a line is for, by its number. */
    refills: Object.fromEntries(
      refills.flatMap(({ number, toOrder }) => toOrder.map(({ id }) => [id, number])),
    ) as Record<string, number>,
    tranches: tranches(lines).map((tranche) => ({
      ...tranche,
      lines: lines.filter(({ id }) => tranche.lines.some((line) => line.id === id)),
    })),
    /** What came on each line, in which lots, and what is still to come. */
    came: Object.fromEntries(
      lines.map(({ id }) => {
        const own = lots.filter(({ lot }) => lot.orderId === id);
        return [
          id,
          {
            toCome: toCome.get(id)!,
            trees: own.reduce((sum, { balance }) => sum + balance.received, 0),
            lots: own.map(({ lot }) => ({ id: lot.id, code: lot.code })),
          },
        ];
      }),
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
