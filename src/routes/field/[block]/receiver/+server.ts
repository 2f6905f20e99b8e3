import { error } from '@sveltejs/kit';
import { planeOf } from '$lib/rooms/ground/facts.server';
import { pegsOf, releasedLayout } from '$lib/rooms/rows/facts.server';
import { openBlock } from '$lib/server/page';
import { receiverSentences, walkAlong } from '$lib/server/receiver';
import type { RequestHandler } from './$types';

/** The stand-in receiver: NMEA 0183 sentences as server-sent events, one a second. */
export const GET: RequestHandler = async ({ params, locals }) => {
  const { block, facts } = await openBlock(locals, params.block);
  const layout = await releasedLayout(facts, block.id);
  if (!layout) error(404, `No layout of ${block.name} is released to the crew yet.`);
  const walk = walkAlong((await pegsOf(facts, block.id))!);
  const sentences = receiverSentences(walk, planeOf(block), facts.now, block.id);
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
