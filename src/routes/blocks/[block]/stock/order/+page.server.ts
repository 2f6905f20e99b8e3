import { coverOf, substitutes, tranches } from '../../../../../../core/stock/orders';
import { orderQuantity } from '../../../../../../core/stock/order';
import { toRowSet } from '../../../../../../core/rows/stored';
import { blockAccess } from '$lib/server/authorise';
import { currentLayout, layoutGroundOf, rowsOf } from '$lib/server/block';
import { cardsOf } from '$lib/server/cards';
import { today } from '$lib/server/clock';
import { orderLinesOf, USUAL_TERMS } from '$lib/server/orders';
import { lotsOf } from '$lib/server/stock';
import { once } from '$lib/server/once';
import { store } from '$lib/server/store';
import type { PageServerLoad } from './$types';

/** What to order, what is asked and confirmed, and what could stand in for what is short. */
export const load: PageServerLoad = async ({ params, locals, url }) => {
  const open = await store();
  const { block, site } = await blockAccess(open, locals.person!.id, params.block, 'read');
  const [layout, lines, lots] = await Promise.all([
    currentLayout(open, block.id),
    orderLinesOf(open, block.id),
    once(locals, `lots ${block.id}`, () => lotsOf(open, block.id)),
  ]);
  const ids = layout?.parameters.mix.map(({ species }) => species) ?? [];
  const quantities = ids.map((speciesId, i) => {
    const terms = block.orderTerms[speciesId] ?? USUAL_TERMS;
    return { speciesId, terms, quantity: orderQuantity(layout!.speciesCounts[i], terms) };
  });
  const wanted = url.searchParams.get('instead');
  const missing = ids.indexOf(wanted ?? '');
  return {
    today: today(site.zone),
    quantities,
    cover: coverOf(
      new Map(quantities.map(({ speciesId, quantity }) => [speciesId, quantity.value])),
      lines,
    ),
    lines,
    tranches: tranches(lines),
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
    const rows = await rowsOf(open, layout!.id);
    const { limits } = await layoutGroundOf(open, block);
    return {
      species: id,
      ...substitutes(
        toRowSet(layout!.rhythm, rows),
        rows.map(({ runs }) => runs),
        limits ?? [],
        await cardsOf(open, site.id),
        { index, id },
      ),
    };
  }
};
