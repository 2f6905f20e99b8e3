import { error } from '@sveltejs/kit';
import { Reader } from '$lib/server/reader';
import { openBlock } from '$lib/server/page';
import type { RequestHandler } from './$types';

/** The photograph of a note: never changed once it is there, so a browser may keep it. */
export const GET: RequestHandler = async ({ params, locals }) => {
  const { block, store } = await openBlock(locals, params.block);
  const { tables } = new Reader(store);
  const note = await tables.fieldNote.one({ id: params.note, blockId: block.id });
  if (!note?.photo || (await tables.fieldNote.one({ corrects: note.id })))
    error(404, 'There is no such photograph.');
  return new Response(new Uint8Array(note.photo), {
    headers: {
      'content-type': note.photoType,
      'cache-control': 'private, max-age=86400',
      'content-security-policy': "default-src 'none'",
      'x-content-type-options': 'nosniff',
    },
  });
};
