import { watchBlock } from '$lib/server/live';
import { personOf, SESSION_COOKIE } from '$lib/server/sign-in';
import { openBlock } from '$lib/server/page';
import type { RequestHandler } from './$types';

/** A line is ended after this long: the browser comes again, and shows that it still may. */
const LONGEST = 15 * 60_000;

/** The block as it is, again whenever something was written about it: server-sent events. */
export const GET: RequestHandler = async ({ params, locals, cookies }) => {
  const { block, site, store } = await openBlock(locals, params.block);
  const token = cookies.get(SESSION_COOKIE);
  let stop = () => {};
  const stream = new ReadableStream<Uint8Array>({
    start(controller) {
      const encoder = new TextEncoder();
      const send = (text: string) => {
        try {
          controller.enqueue(encoder.encode(text));
        } catch {
          stop();
        }
      };
      send('retry: 3000\n\n');
      const unwatch = watchBlock(store, site, block.id, (state) => {
        // Whoever lost their access meanwhile is told nothing more.
        void personOf(store, token ?? '').then((person) => {
          if (person?.sites.some(({ site: own }) => own.id === site.id))
            send(`event: live\ndata: ${state}\n\n`);
          else stop();
        });
      });
      const timer = setTimeout(() => stop(), LONGEST);
      let open = true;
      stop = () => {
        if (!open) return;
        open = false;
        clearTimeout(timer);
        unwatch();
        try {
          controller.close();
        } catch {
          // The browser has gone already.
        }
      };
    },
    cancel: () => stop(),
  });
  return new Response(stream, {
    headers: {
      'content-type': 'text/event-stream',
      'cache-control': 'no-store, no-transform',
      'x-accel-buffering': 'no',
    },
  });
};
