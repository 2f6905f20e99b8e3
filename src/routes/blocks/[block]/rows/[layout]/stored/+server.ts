import { error, json } from '@sveltejs/kit';
import type { StoredLayout } from '../../../../../../../core/rows/layout';
import { layoutsFact, readRows } from '$lib/rooms/rows/facts.server';
import { openBlock } from '$lib/server/page';
import type { RequestHandler } from './$types';

/**
 * A version's rows as they were kept. Under its id and number they never change, so a browser that has them need not
 * ask again; a version that was continued has its id under the next number.
 */
export const GET: RequestHandler = async ({ params, locals, url }) => {
  const { block, facts } = await openBlock(locals, params.block);
  const layout = (await facts.of(layoutsFact, block.id)).find(({ id }) => id === params.layout);
  const number = Number(url.searchParams.get('number') ?? layout?.number);
  if (!layout || layout.number !== number) error(404, 'There is no such layout among yours.');
  const rows = (await readRows(facts.reader, [layout.id])).get(layout.id) ?? [];
  const { rhythm, parameters, plantableArea, continues } = layout;
  const stored: StoredLayout = { rhythm, rows, parameters, plantableArea, continues };
  return json(stored, { headers: { 'cache-control': 'private, max-age=86400, immutable' } });
};
