/// <reference types="@sveltejs/kit" />
/// <reference lib="webworker" />
import { build, files, version } from '$service-worker';
import {
  AWAY,
  awayFrom,
  isNoAnswer,
  isOurs,
  keepAnswer,
  keptAnswer,
  pagesOf,
  PAGES_OF,
} from './lib/field/kept';

/**
 * Keeps the field pages usable without a signal: the application's files are stored at install, a
 * field page and its data are stored each time they load, and served from there when the network
 * is gone, to nobody but the person they were loaded for. Nothing that is entered passes through here;
 * the outbox keeps that.
 */
const worker = self as unknown as ServiceWorkerGlobalScope;
const SHELL = `shell-${version}`;
/** Files named by their content: the same name is the same file, whichever version brought it. */
const IMMUTABLE = '/_app/immutable/';
const WHO = 'field-person';

/** What the phone's pages need of the application; the desk's files are fetched when somebody opens them. */
const FIELD_FILES = '/_app/field-files.json';

async function keepShell(): Promise<void> {
  const list = await fetch(FIELD_FILES, { cache: 'no-store' });
  // Without the list nothing is kept halfway: the phone asks again the next time.
  if (!list.ok) throw new Error(`${FIELD_FILES}: ${list.status}`);
  const needed: string[] = await list.json();
  const cache = await caches.open(SHELL);
  await cache.addAll([...needed, ...files]);
  await worker.skipWaiting();
}

worker.addEventListener('install', (event) => event.waitUntil(keepShell()));

worker.addEventListener('activate', (event) => {
  event.waitUntil(
    caches
      .keys()
      .then((names) => {
        // Pages kept before the application was renewed need its files until they have been fetched anew: a
        // phone may lose its signal in between. Caches come in the order in which they were made.
        const before = names.filter((name) => name.startsWith('shell-') && name !== SHELL).at(-1);
        const kept = [SHELL, WHO, before];
        return Promise.all(
          names
            .filter((name) => !kept.includes(name) && !name.startsWith(PAGES_OF))
            .map((name) => caches.delete(name)),
        );
      })
      .then(() => worker.clients.claim()),
  );
});

/** Who was signed in last on this device; kept, because a worker is ended and begun anew at will. */
async function whose(): Promise<string | undefined> {
  const kept = await (await caches.open(WHO)).match('/field-person');
  return (await kept?.text()) || undefined;
}
async function belongsTo(person: string): Promise<void> {
  await (await caches.open(WHO)).put('/field-person', new Response(person));
}

worker.addEventListener('message', (event) => {
  const { person } = event.data as { person?: string };
  if (!person) return;
  event.waitUntil(belongsTo(person).then(() => event.ports[0]?.postMessage('known')));
});

worker.addEventListener('fetch', (event) => {
  const url = new URL(event.request.url);
  if (url.origin !== worker.location.origin) return;
  // Whoever signs in or out next must not be shown the last person's pages.
  if (url.pathname === '/sign-in' && event.request.method === 'POST')
    event.waitUntil(belongsTo(''));
  if (event.request.method !== 'GET') return;
  if (
    build.includes(url.pathname) ||
    files.includes(url.pathname) ||
    url.pathname.startsWith(IMMUTABLE)
  ) {
    event.respondWith(caches.match(event.request).then((stored) => stored ?? fetch(event.request)));
  } else if (event.request.headers.get('accept') === 'text/event-stream') {
    // The receiver's sentences never end, so there is nothing to keep.
  } else if (/^\/(field|lot)\b/.test(url.pathname)) {
    event.respondWith(networkFirst(event.request));
  } else if (event.request.mode === 'navigate') {
    event.respondWith(fetch(event.request).catch((error) => away(url, error)));
  }
});

/** A page that this phone does not keep: it says so itself, where the browser would end the way. */
async function away(asked: URL, error: unknown): Promise<Response> {
  const person = await whose();
  if (!person || asked.pathname === AWAY) throw error;
  const known = await keptAnswer(await caches.open(pagesOf(person)), new URL(AWAY, asked));
  if (!known) throw error;
  return Response.redirect(awayFrom(asked));
}

async function networkFirst(request: Request): Promise<Response> {
  const person = await whose();
  const cache = person ? await caches.open(pagesOf(person)) : undefined;
  const address = new URL(request.url);
  let response: Response | undefined;
  let error: unknown;
  try {
    response = await fetch(request);
  } catch (broken) {
    error = broken;
  }
  if (!response || isNoAnswer(response, request.mode)) {
    const shown = (cache && (await keptAnswer(cache, address))) ?? response;
    if (shown) return shown;
    if (request.mode === 'navigate') return away(address, error);
    throw error;
  }
  // A hotspot that answers for everybody must not take the place of what is kept. A phone that is full shows what
  // came all the same.
  if (cache && response.ok && isOurs(response) && !response.redirected)
    await keepAnswer(cache, address, response.clone()).catch(() => undefined);
  return response;
}
