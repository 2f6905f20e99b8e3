import { error } from '@sveltejs/kit';
import { blockAccess } from '$lib/server/authorise';
import { store } from '$lib/server/store';
import type { RequestHandler } from './$types';

/** The heights of a block's elevation: 32-bit numbers, row by row from the south. */
export const GET: RequestHandler = async ({ params, locals }) => {
  const open = await store();
  await blockAccess(open, locals.person!.id, params.block, 'read');
  const row = await open.surface.findByPk(params.block, { attributes: ['heights'], raw: true });
  if (!row) error(404, 'This block has no elevation.');
  return new Response(new Uint8Array(row.heights), {
    headers: { 'content-type': 'application/octet-stream', 'cache-control': 'private, no-cache' },
  });
};
