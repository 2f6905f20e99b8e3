import { error } from '@sveltejs/kit';
import { openBlock } from '$lib/server/page';
import type { RequestHandler } from './$types';

/** The heights of a block's elevation: 32-bit numbers, row by row from the south. */
export const GET: RequestHandler = async ({ params, locals }) => {
  const { facts, block } = await openBlock(locals, params.block);
  const row = await facts.reader.tables.surface.one(
    { blockId: block.id },
    { columns: ['heights'] },
  );
  if (!row) error(404, 'This block has no elevation.');
  return new Response(new Uint8Array(row.heights), {
    headers: { 'content-type': 'application/octet-stream', 'cache-control': 'private, no-cache' },
  });
};
