import { onMount, untrack } from 'svelte';
import { invalidateAll } from '$app/navigation';
import { arrived } from '$lib/parts/arrived.svelte';
import { v7 as uuid } from 'uuid';
import type { CommandName } from '$lib/rooms/contracts';
import { momentNow, serverNow } from '$lib/parts/clock.svelte';
import { AWAY, dataPath, isOurs, keptExactly, pagesOf, readAtOf } from './kept';
import { Outbox } from './outbox.svelte';

/** Pages of a block that a phone should have with it before the signal goes. */
export const PAGES = [
  ...['', '/briefing', '/stock', '/handling', '/gate', '/spray'],
  ...['/note', '/follow', '/seat', '/run', '/behind', '/alone', '/peg', '/pegs'],
  ...['/plots', '/school', '/count', '/water', '/visit', '/care', '/refill', '/tags'],
];

/**
 * Reads the page anew once what was entered has been sent. Whoever has tapped on to another page arrives
 * there first: reading in between would call the tap back.
 */
export async function readAnew(): Promise<void> {
  await arrived();
  await invalidateAll().catch(() => {});
}

/** Milliseconds after which a phone in use has the pages of a block anew, and after which that is tried again. */
const KEEP_EVERY = 15 * 60_000;
const TRY_AGAIN = 60_000;
/** Before when, by the phone's clock, somebody's pages of a block are not fetched again. */
const notBefore = new Map<string, number>();

/** Keeps the pages of a block, where they were not a little while ago. @returns as `keepPages` does */
export async function keepBlock(person: string, block: string): Promise<number | undefined> {
  const whose = `${person} ${block}`;
  if (Date.now() < (notBefore.get(whose) ?? 0)) return undefined;
  notBefore.set(whose, Infinity);
  const readAt = await keepPages(person, block).catch(() => undefined);
  notBefore.set(whose, Date.now() + (readAt ? KEEP_EVERY : TRY_AGAIN));
  return readAt;
}

/**
 * Starts a field page: sends what waits, keeps the pages of its block, and has what is newer on the phone than
 * the page in front: without a signal a page starts as it was when it was opened.
 * @param readAt when the page's data was read, by the server's clock
 * @returns what ends it
 */
export function startField(outbox: Outbox, person: string, readAt: number): () => void {
  let ended = false;
  let stop = () => {};
  const keep = async () => {
    const pagesReadAt = await keepBlock(person, outbox.block!);
    if (pagesReadAt) await outbox.letGo(pagesReadAt);
  };
  const sent = async () => {
    await readAnew();
    await keep();
  };
  void outbox.start(() => void sent()).then((end) => (ended ? end() : (stop = end)));
  void catchUp(person, readAt).then(keep);
  return () => ((ended = true), stop());
}

/** Reads a page anew from what this phone keeps, where that is newer than what it started with. */
async function catchUp(person: string, readAt: number): Promise<void> {
  if (!('caches' in globalThis)) return;
  const kept = await keptExactly(
    await caches.open(pagesOf(person)),
    new URL(dataPath(location.pathname) + location.search, location.origin),
  ).catch(() => undefined);
  if (kept && readAtOf(kept) > readAt) await readAnew();
}

/**
 * What a field page works with: an outbox that sends what waits, a clock, and the service worker
 * that keeps the page. Call it while the component is set up.
 * @param data the page's own data with the person, the block, and when it was read
 * @param commands those whose effect the page's data shows once it is read anew
 */
export function fieldWork(
  data: () => { person?: { id: string }; block: { id: string }; at: number },
  commands: readonly CommandName[],
) {
  const [person, block] = untrack(() => [data().person!.id, data().block.id]);
  const outbox = new Outbox(person, block);
  let clock = $state(serverNow());
  onMount(() => {
    const stop = startField(outbox, person, data().at);
    const timer = setInterval(() => (clock = serverNow()), 1000);
    return () => (stop(), clearInterval(timer));
  });
  $effect.pre(() => {
    outbox.block = data().block.id;
    outbox.counts(data().at, commands);
  });
  return {
    outbox,
    get clock() {
      return clock;
    },
    /** What every entry carries, made on this phone at this moment. */
    event: () => ({ id: uuid(), at: momentNow(), device: 'phone' }),
  };
}

/**
 * Registers the service worker, tells it whose pages it keeps, and fetches all that a phone may open of a
 * block through it once: so that each of them starts without a signal, also from the home screen.
 * @returns when the first of them was read, by the server's clock; nothing where one did not come. What a browser
 *   cannot keep cannot be old.
 */
export async function keepPages(person: string, block?: string): Promise<number | undefined> {
  if (!('serviceWorker' in navigator) || !import.meta.env.PROD) return Infinity;
  await navigator.serviceWorker.register('/service-worker.js', { type: 'module' });
  await navigator.serviceWorker.ready;
  if (!navigator.serviceWorker.controller)
    await new Promise((taken) =>
      navigator.serviceWorker.addEventListener('controllerchange', taken, { once: true }),
    );
  const told = new MessageChannel();
  const known = new Promise((resolve) => (told.port1.onmessage = resolve));
  navigator.serviceWorker.controller?.postMessage({ person }, [told.port2]);
  await Promise.race([known, new Promise((resolve) => setTimeout(resolve, 2000))]);
  const pages = ['/field', AWAY, ...(block ? PAGES.map((page) => `/field/${block}${page}`) : [])];
  return readPages(pages.flatMap((page) => [page, dataPath(page)]));
}

/**
 * Fetches pages and their data, two at a time: a phone's connection is shared with whoever enters something
 * meanwhile. A page that the block does not have is none that could be old.
 * @returns when the first was read, by the server's clock; nothing where one did not come from the server
 */
export async function readPages(paths: string[]): Promise<number | undefined> {
  const read: (number | undefined)[] = [];
  const rest = [...paths];
  const fetchNext = async (): Promise<void> => {
    for (let path = rest.shift(); path; path = rest.shift()) {
      const answer = await fetch(path, { headers: { 'x-keep': '1' } }).catch(() => undefined);
      const came = answer && isOurs(answer) && !answer.redirected && answer.status < 500;
      read.push(came ? readAtOf(answer) : undefined);
    }
  };
  await Promise.all([fetchNext(), fetchNext()]);
  return read.every((at) => at) ? Math.min(...(read as number[])) : undefined;
}
