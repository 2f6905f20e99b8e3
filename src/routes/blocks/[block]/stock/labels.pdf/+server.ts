import { error } from '@sveltejs/kit';
import { shortCode } from '../../../../../../core/stock/label';
import { cardsFact, lotsFact } from '$lib/rooms/stock/facts.server';
import { labelSheet } from '$lib/rooms/stock/labels.server';
import { openBlock } from '$lib/server/page';
import type { RequestHandler } from './$types';

/** Labels of a block's lots, or of one with ?lot=, each with its QR code and short code. */
export const GET: RequestHandler = async ({ params, locals, url }) => {
  const { block, facts } = await openBlock(locals, params.block);
  const one = url.searchParams.get('lot');
  const lots = (await facts.of(lotsFact, block.id)).filter(({ lot }) => !one || lot.id === one);
  if (!lots.length) error(404, 'There is no lot here to print a label for yet.');
  const cards = await facts.of(cardsFact);
  const pdf = await labelSheet(
    lots.map(({ lot, balance }) => {
      const { name, letter, colour, stock } = cards.find(({ id }) => id === lot.speciesId)!;
      const code = shortCode(lot.id);
      return {
        block: block.name,
        code: lot.code,
        shortCode: code,
        address: `${url.origin}/lot/${code}`,
        species: { name, letter, colour, stock },
        age: lot.age,
        nursery: lot.nursery,
        provenance: [lot.provenance, lot.seedLot && `seed lot ${lot.seedLot}`]
          .filter(Boolean)
          .join(', '),
        received: balance.received,
        perBox: lot.perBox,
      };
    }),
  );
  return new Response(new Uint8Array(pdf), {
    headers: { 'content-type': 'application/pdf', 'content-disposition': 'inline' },
  });
};
