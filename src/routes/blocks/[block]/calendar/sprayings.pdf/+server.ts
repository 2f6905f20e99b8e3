import { sprayingsOf, sprayRecordSheet } from '$lib/rooms/calendar/spray-record.server';
import { openBlock } from '$lib/server/page';
import { print } from '$lib/server/pdf';
import { unitsAsked } from '$lib/server/units-asked';
import type { RequestHandler } from './$types';

/** Everything that was sprayed on a block, to be signed and shown to whoever inspects. */
export const GET: RequestHandler = async ({ params, locals, url }) => {
  const { block, facts, person } = await openBlock(locals, params.block);
  const [rows, of] = await sprayingsOf(facts, block.id, unitsAsked(url, person.units));
  const about = { block: block.name, day: facts.today };
  const pdf = await print(about, 'sprayings', sprayRecordSheet(rows, of, block.name));
  return new Response(new Uint8Array(pdf), {
    headers: { 'content-type': 'application/pdf', 'content-disposition': 'inline' },
  });
};
