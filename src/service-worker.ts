/// <reference types="@sveltejs/kit" />
/// <reference lib="webworker" />
import { build, files, version } from '$service-worker';

/**
 * Keeps the field pages usable without a signal: the application's files are stored at install, a
 * field page and its data are stored each time they load, and served from there when the network
 * is gone. Nothing that is entered passes through here; the outbox keeps that.
 */
const worker = self as unknown as ServiceWorkerGlobalScope;
const SHELL = `shell-${version}`;
const PAGES = 'field-pages';

worker.addEventListener('install', (event) => {
  event.waitUntil(
    caches
      .open(SHELL)
      .then((cache) => cache.addAll([...build, ...files]))
      .then(() => worker.skipWaiting()),
  );
});

worker.addEventListener('activate', (event) => {
  event.waitUntil(
    caches
      .keys()
      .then((names) =>
        Promise.all(
          names
            .filter((name) => name !== SHELL && name !== PAGES)
            .map((name) => caches.delete(name)),
        ),
      )
      .then(() => worker.clients.claim()),
  );
});

worker.addEventListener('fetch', (event) => {
  const url = new URL(event.request.url);
  if (event.request.method !== 'GET' || url.origin !== worker.location.origin) return;
  if (build.includes(url.pathname) || files.includes(url.pathname)) {
    event.respondWith(caches.match(event.request).then((stored) => stored ?? fetch(event.request)));
  } else if (event.request.headers.get('accept') === 'text/event-stream') {
    // The receiver's sentences never end, so there is nothing to keep.
  } else if (url.pathname.startsWith('/field')) {
    event.respondWith(networkFirst(event.request));
  } else if (url.pathname.startsWith('/sign-in')) {
    // Whoever signs in next must not be shown the last person's pages.
    event.waitUntil(caches.delete(PAGES));
  }
});

async function networkFirst(request: Request): Promise<Response> {
  const cache = await caches.open(PAGES);
  try {
    const response = await fetch(request);
    if (response.ok && !response.redirected) await cache.put(request, response.clone());
    return response;
  } catch (error) {
    const stored = await cache.match(request, {
      ignoreSearch: url(request).pathname.endsWith('__data.json'),
    });
    if (stored) return stored;
    throw error;
  }
}

const url = (request: Request) => new URL(request.url);
