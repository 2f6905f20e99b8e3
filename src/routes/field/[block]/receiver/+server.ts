import { error } from '@sveltejs/kit';
import { toRowSet } from '../../../../../core/rows/stored';
import { blockAccess } from '$lib/server/authorise';
import { planeOf, releasedLayout, rowsOf } from '$lib/server/block';
import { now } from '$lib/server/clock';
import { receiverSentences, walkAlong } from '$lib/server/receiver';
import { store } from '$lib/server/store';
import type { RequestHandler } from './$types';

/** The stand-in receiver: NMEA 0183 sentences as server-sent events, one a second. */
export const GET: RequestHandler = async ({ params, locals }) => {
  const open = await store();
  const { block } = await blockAccess(open, locals.person!.id, params.block, 'read');
  const layout = await releasedLayout(open, block.id);
  if (!layout) error(404, `No layout of ${block.name} is released to the crew yet.`);
  const walk = walkAlong(toRowSet(layout.rhythm, await rowsOf(open, layout.id)));
  const sentences = receiverSentences(walk, planeOf(block), now(), block.id);
  let timer: NodeJS.Timeout;
  const body = new ReadableStream<Uint8Array>({
    start(controller) {
      const encoder = new TextEncoder();
      const say = () => controller.enqueue(encoder.encode(`data: ${sentences.next().value}\n\n`));
      say();
      timer = setInterval(say, 1000);
    },
    cancel() {
      clearInterval(timer);
    },
  });
  return new Response(body, {
    headers: { 'content-type': 'text/event-stream', 'cache-control': 'no-store' },
  });
};
