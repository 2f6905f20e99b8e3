import { inPurchaseUnits } from '../../../../../../core/calendar/purchase';
import { formatDay } from '../../../../../../core/measure/dates';
import { formatNumber } from '../../../../../../core/measure/units';
import { billOf } from '$lib/rooms/calendar/year.server';
import { openBlock } from '$lib/server/page';
import { unitsAsked } from '$lib/server/units-asked';
import { words } from '$lib/words';
import { LINES, print } from '$lib/server/pdf';
import type { RequestHandler } from './$types';

/** What to buy by when, and what it costs, to take to the merchant. */
export const GET: RequestHandler = async ({ params, locals, url }) => {
  const { block, facts, person } = await openBlock(locals, params.block);
  const { bill, currency, ground } = await billOf(facts, block);
  const n = (value: number) => formatNumber(value, value < 100 && value % 1 ? 1 : 0);
  const pdf = await print({ block: block.name, day: facts.today }, 'materials', [
    { text: `${block.name}: materials for ${n(ground.trees)} trees`, fontSize: 15, bold: true },
    {
      margin: [0, 8, 0, 0],
      layout: LINES,
      table: {
        headerRows: 1,
        widths: ['*', 'auto', 'auto', 'auto', 'auto'],
        body: [
          ['What', 'Needed', 'To buy', 'By', `Cost${currency ? `, ${currency}` : ''}`].map(
            (text) => ({
              text,
              bold: true,
            }),
          ),
          ...bill.lines
            .map((line) => inPurchaseUnits(line, unitsAsked(url, person.units)))
            .map(({ label, unit, needed, buy, buyBy, cost }) => [
              words(label),
              { text: `${n(needed.value)} ${unit}`, alignment: 'right' as const },
              { text: buy ? n(buy) : '', alignment: 'right' as const },
              buyBy && buy ? formatDay(buyBy, true) : '',
              { text: cost === null ? 'open' : n(cost), alignment: 'right' as const },
            ]),
          [
            { text: 'All that has a price', bold: true, colSpan: 4 },
            {},
            {},
            {},
            { text: n(bill.cost.value), bold: true, alignment: 'right' as const },
          ],
        ],
      },
    },
    { text: `After cost share: ${n(bill.own.value)}`, margin: [0, 8, 0, 0] },
  ]);
  return new Response(new Uint8Array(pdf), {
    headers: { 'content-type': 'application/pdf', 'content-disposition': 'inline' },
  });
};
