import { recordsOf } from '$lib/rooms/people/records.server';
import type { SiteRow } from '$lib/rooms/people/tables.server';
import { refuse, siteAccess } from '$lib/server/authorise';
import { now } from '$lib/server/clock';
import { openStore } from '$lib/store';
import { aboutRecords } from '$lib/words/en/records';
import { say } from '../../../../../core/say/message';
import { dayOf, formatMoment } from '../../../../../core/say/day';
import type { RequestHandler } from './$types';

/** Somebody on a slow line holds what is read for minutes: so many at once. */
const AT_ONCE = 2;
/** Whoever takes nothing in for so long has gone without saying so, milliseconds. */
const PATIENCE = 120_000;
let open = 0;

/** The pieces as a stream; `end` is called once, however it ends. */
function streamed(
  pieces: AsyncGenerator<Uint8Array>,
  end: () => Promise<unknown>,
): ReadableStream<Uint8Array> {
  let waiting: ReturnType<typeof setTimeout> | undefined;
  let ended = false;
  const close = async () => {
    if (ended) return;
    ended = true;
    clearTimeout(waiting);
    await pieces.return(undefined);
    await end();
  };
  return new ReadableStream<Uint8Array>({
    async pull(controller) {
      clearTimeout(waiting);
      try {
        const { value, done } = await pieces.next();
        if (ended) return;
        if (done) controller.close();
        else controller.enqueue(value);
        if (done) return await close();
      } catch (error) {
        await close();
        controller.error(error);
        return;
      }
      waiting = setTimeout(() => {
        controller.error(new Error('Nobody took the records in.'));
        void close();
      }, PATIENCE);
    },
    cancel: close,
  });
}

const headersOf = (site: SiteRow, at: number) => {
  const day = dayOf(at, site.zone);
  const name = `${site.name} ${day}`.replace(/[^\p{L}\p{N}]+/gu, '-');
  return {
    'content-type': 'application/zip',
    'cache-control': 'no-store',
    'content-disposition': `attachment; filename="records.zip"; filename*=UTF-8''${encodeURIComponent(`${name}.zip`)}`,
  };
};

/** Everything that was entered on a site, for its leader: an archive that is written while it is sent. */
export const GET: RequestHandler = ({ params, locals }) => {
  const person = locals.person!;
  const { site } = siteAccess(person, params.site, 'plan');
  if (open >= AT_ONCE) refuse(503, say('site.recordsBusy'));
  open++;
  // A connection of its own: no page waits for one that a slow line holds.
  const store = openStore(process.env.DATABASE_URL!, 1);
  const at = now();
  const about = aboutRecords(site.name, formatMoment(at, site.zone, true), person.name);
  const body = streamed(recordsOf(store, site, about), () => {
    open--;
    return store.sequelize.close();
  });
  return new Response(body, { headers: headersOf(site, at) });
};

/** Whoever only asks what it would be begins nothing. */
export const HEAD: RequestHandler = ({ params, locals }) => {
  const { site } = siteAccess(locals.person!, params.site, 'plan');
  return new Response(null, { headers: headersOf(site, now()) });
};
