import { DateTime } from 'luxon';
import { recordsOf } from '$lib/rooms/people/records.server';
import { refuse, siteAccess } from '$lib/server/authorise';
import { now } from '$lib/server/clock';
import { openStore } from '$lib/store';
import { aboutRecords } from '$lib/words/en/records';
import { say } from '../../../../../core/say/message';
import { formatMoment } from '../../../../../core/say/day';
import type { RequestHandler } from './$types';

/** Somebody on a slow line holds what is read for minutes: so many at once. */
const AT_ONCE = 2;
let open = 0;

/** Everything that was entered on a site, for its leader: an archive that is written while it is sent. */
export const GET: RequestHandler = ({ params, locals }) => {
  const person = locals.person!;
  const { site } = siteAccess(person, params.site, 'plan');
  if (open >= AT_ONCE) refuse(503, say('site.recordsBusy'));
  open++;
  // A connection of its own: no page waits for one that a slow line holds.
  const store = openStore(process.env.DATABASE_URL!, 1);
  const at = now();
  const pieces = recordsOf(
    store,
    site,
    aboutRecords(site.name, formatMoment(at, site.zone, true), person.name),
  );
  const close = async () => {
    open--;
    await store.sequelize.close();
  };
  const body = new ReadableStream<Uint8Array>({
    async pull(controller) {
      try {
        const { value, done } = await pieces.next();
        if (!done) return controller.enqueue(value);
        controller.close();
        await close();
      } catch (error) {
        controller.error(error);
        await close();
      }
    },
    async cancel() {
      await pieces.return(undefined);
      await close();
    },
  });
  const day = DateTime.fromMillis(at, { zone: site.zone }).toISODate();
  const name = `${site.name} ${day}`.replace(/[^\p{L}\p{N}]+/gu, '-');
  return new Response(body, {
    headers: {
      'content-type': 'application/zip',
      'cache-control': 'no-store',
      'content-disposition': `attachment; filename="records.zip"; filename*=UTF-8''${encodeURIComponent(`${name}.zip`)}`,
    },
  });
};
