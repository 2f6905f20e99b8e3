import { gzip } from 'node:zlib';
import { createHash } from 'node:crypto';
import { promisify } from 'node:util';
import { json, type Handle, type HandleServerError, type RequestEvent } from '@sveltejs/kit';
import pino from 'pino';
import { say } from '../core/say/message';
import { now } from '$lib/server/clock';
import { cutOff, watchAnswers } from '$lib/server/renewed';
import { personOf, SESSION_COOKIE } from '$lib/server/sign-in';
import { store } from '$lib/server/store';
import { siteFirst } from '$lib/server/which-site';
import { isAway } from '$lib/server/work';
import { startJobs } from '$lib/server/jobs';
import { keepAhead } from '$lib/rooms/morning/ahead.server';
import { words } from '$lib/words';
import { languageAsked } from '$lib/words/field/languages';

const log = pino({ level: process.env.LOG_LEVEL ?? 'warn' });
const zip = promisify(gzip);

// A promise nobody waited for is written down; it does not end the process for everybody.
process.on('unhandledRejection', (error) => log.error(error, 'unhandled'));
watchAnswers();
process.on('uncaughtException', (error: NodeJS.ErrnoException) => {
  if (cutOff(error)) return log.warn(error, 'a file of the build is gone');
  log.fatal(error, 'uncaught');
  process.exit(1);
});
startJobs(log);
keepAhead(log);
// Once the last answer is given nothing else keeps the process: not the pool, not the thread of long work.
process.on('sveltekit:shutdown', () => process.exit(0));

const OPEN_PATHS = ['/sign-in', '/sign-in/again', '/sign-in/code', '/welcome', '/clock'];
/** Devices ask it for the time: nobody’s record is read for it. */
const IMPERSONAL = '/clock';
/** Smaller answers are not worth the while. */
const WORTH_ZIPPING = 1200;
const ZIPPED = /^(text\/|application\/(json|javascript|geo\+json|gpx|vnd\.google)|image\/svg)/;

/** The database cannot be reached: said in a sentence, and asked again with the next request. */
function away(pathname: string): Response {
  const said = say('site.databaseAway');
  const headers = { 'retry-after': '3' };
  if (pathname.startsWith('/do/') || pathname.endsWith('.json'))
    return json({ error: words(said), said }, { status: 503, headers });
  const page = `<!doctype html><html lang="en"><meta charset="utf-8"><meta http-equiv="refresh" content="4">
<title>Viridane</title><body style="font:18px/1.5 system-ui;margin:12vh auto;max-width:34em;padding:0 1em">
<h1 style="font-size:1.4em">The database does not answer</h1><p>${words(said)} This page tries by itself every few seconds.</p></body></html>`;
  return new Response(page, {
    status: 503,
    headers: { ...headers, 'content-type': 'text/html; charset=utf-8' },
  });
}

/** A phone knows by it that no hotspot answered in the application's place. */
const BY_US = { 'X-Answered-By': 'viridane' };

/** Whoever is signed out is led to the way in, from a page as from its data. */
const toSignIn = (location: string, { isDataRequest }: RequestEvent): Response =>
  isDataRequest
    ? json({ type: 'redirect', location }, { headers: BY_US })
    : new Response(null, { status: 303, headers: { ...BY_US, location } });

export const handle: Handle = async ({ event, resolve }) => {
  const readAt = now();
  const { pathname } = event.url;
  const token = event.cookies.get(SESSION_COOKIE);
  try {
    if (token && pathname !== IMPERSONAL)
      event.locals.person = await personOf(await store(), token);
    if (event.locals.person) await siteFirst(event.locals.person, event.url, event.cookies);
    if (event.locals.person && !event.locals.person.language)
      event.locals.person.language = languageAsked(event.request.headers.get('accept-language'));
  } catch (error) {
    if (isAway(error)) return away(pathname);
    throw error;
  }
  // A calendar cannot sign in: its address is its key.
  const open = OPEN_PATHS.includes(pathname) || /^\/feed\/[\w-]+\.ics$/.test(pathname);
  if (!event.locals.person && !open) {
    // A page that looks how far a job is asks for data; a link to its file leads to the way in.
    const looks =
      pathname.startsWith('/jobs/') && !event.request.headers.get('accept')?.includes('text/html');
    if (pathname.startsWith('/do/') || pathname === '/since' || looks)
      return json(
        { error: 'You are signed out. Sign in again; what waits on this device is kept.' },
        { status: 401, headers: BY_US },
      );
    return toSignIn(`/sign-in?to=${encodeURIComponent(pathname + event.url.search)}`, event);
  }
  // Beside SameSite cookies: a change must come from a page of this very origin.
  if (event.request.method !== 'GET' && event.request.method !== 'HEAD') {
    const origin = event.request.headers.get('origin');
    if (origin !== event.url.origin)
      return json(
        { error: `This request came from ${origin ?? 'nowhere'}, not from the application.` },
        { status: 403 },
      );
  }
  const theme = event.locals.person?.theme ?? 'day';
  const response = await resolve(event, {
    transformPageChunk: ({ html }) => html.replace('%viridane.theme%', theme),
  });
  for (const [name, value] of Object.entries(BY_US)) response.headers.set(name, value);
  response.headers.set('X-Read-At', String(readAt));
  response.headers.set('X-Content-Type-Options', 'nosniff');
  response.headers.set('Referrer-Policy', 'same-origin');
  return delivered(event.request, response);
};

/** Compressed where that saves something, and kept by nobody but the one it was made for. */
async function delivered(request: Request, response: Response): Promise<Response> {
  const type = response.headers.get('content-type') ?? '';
  if (!response.headers.has('cache-control'))
    response.headers.set('cache-control', 'private, no-cache');
  if (
    request.method !== 'GET' ||
    !ZIPPED.test(type) ||
    type.startsWith('text/event-stream') ||
    response.headers.has('content-encoding') ||
    !response.body
  )
    return response;
  const body = Buffer.from(await response.arrayBuffer());
  const headers = new Headers(response.headers);
  headers.append('vary', 'accept-encoding');
  if (type.startsWith('application/json')) {
    // Data that is what it was need not be sent again.
    const etag = `"${createHash('sha1').update(body).digest('base64url')}"`;
    headers.set('etag', etag);
    if (request.headers.get('if-none-match') === etag)
      return new Response(null, { status: 304, headers });
  }
  const accepts = request.headers.get('accept-encoding')?.includes('gzip');
  if (!accepts || body.length < WORTH_ZIPPING)
    return new Response(new Uint8Array(body), { status: response.status, headers });
  const zipped = await zip(body, { level: 1 });
  headers.set('content-encoding', 'gzip');
  headers.delete('content-length');
  return new Response(new Uint8Array(zipped), { status: response.status, headers });
}

export const handleError: HandleServerError = ({ error, status, message }) => {
  if (status === 404) return { message: 'There is no such page.' };
  if (isAway(error)) {
    const said = say('site.databaseAway');
    return { message: words(said), said };
  }
  log.error(error);
  return {
    message:
      message === 'Internal Error'
        ? 'Something broke on the server. Nothing was changed.'
        : message,
  };
};
