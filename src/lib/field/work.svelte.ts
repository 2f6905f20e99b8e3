import { onMount, untrack } from 'svelte';
import { invalidateAll } from '$app/navigation';
import { arrived } from '$lib/parts/arrived.svelte';
import { v7 as uuid } from 'uuid';
import type { CommandName } from '$lib/rooms/contracts';
import { Outbox } from './outbox.svelte';

/** Pages of a block that a phone should have with it before the signal goes. */
export const PAGES = [
  ...['', '/briefing', '/stock', '/handling', '/gate', '/spray'],
  ...['/note', '/follow', '/seat', '/behind', '/alone', '/peg'],
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

/**
 * What a field page works with: an outbox that sends what waits, a clock, and the service worker
 * that keeps the page. Call it while the component is set up.
 * @param data the page's own data with the person, the block, and when it was read
 * @param commands those whose effect the page's data shows once it is read anew
 */
export function fieldWork(
  data: () => { person?: { id: string }; block: { id: string }; at?: number },
  commands: readonly CommandName[],
) {
  const outbox = new Outbox(untrack(() => data().person!.id));
  let clock = $state(Date.now());
  onMount(() => {
    let off = () => {};
    void outbox.start(() => void readAnew()).then((stop) => (off = stop));
    const timer = setInterval(() => (clock = Date.now()), 1000);
    void keepPages(data().person!.id, data().block.id);
    return () => (off(), clearInterval(timer));
  });
  $effect(() => void outbox.settleBefore(data().at ?? 0, commands));
  return {
    outbox,
    get clock() {
      return clock;
    },
    /** What every entry carries, made on this phone at this moment. */
    event: () => ({ id: uuid(), at: new Date().toISOString(), device: 'phone' }),
  };
}

/**
 * Registers the service worker, tells it whose pages it keeps, and fetches all that a phone may open of a
 * block through it once: so that each of them starts without a signal, also from the home screen.
 */
export async function keepPages(person: string, block?: string): Promise<void> {
  if (!('serviceWorker' in navigator) || !import.meta.env.PROD) return;
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
  const pages = ['/field', ...(block ? PAGES.map((page) => `/field/${block}${page}`) : [])];
  // Two at a time: a phone's connection is shared with whoever enters something meanwhile.
  const paths = pages.flatMap((page) => [page, `${page}/__data.json`]);
  const fetchNext = async (): Promise<void> => {
    for (let path = paths.shift(); path; path = paths.shift())
      await fetch(path, { headers: { 'x-keep': '1' } }).catch(() => undefined);
  };
  await Promise.all([fetchNext(), fetchNext()]);
}
