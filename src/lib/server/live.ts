import { liveOf } from '../rooms/crew/live.server';
import { blocksFact } from '../rooms/ground/facts.server';
import type { SiteRow } from '../rooms/people/tables.server';
import type { Store } from '../store';
import { now } from './clock';
import { Facts, marksOf, stampOf } from './facts';

/** How often the database is asked whether anything happened. */
const EVERY = 1000;
/** A word so often though nothing happened: clocks run on, and a dead line is noticed. */
const AT_LEAST = 20_000;

interface Watch {
  stamp: string;
  told: number;
  listeners: Map<string, Set<(text: string) => void>>;
  timer?: ReturnType<typeof setTimeout>;
}

const watches = new Map<string, Watch>();

/**
 * Tells a listener how a block is, now and whenever something was written about its site by whichever
 * server process: each asks the database's marks once a second for a site, however many listen.
 * @param tell is given the state as JSON
 * @returns what ends it
 */
export function watchBlock(
  store: Store,
  site: SiteRow,
  blockId: string,
  tell: (text: string) => void,
): () => void {
  const watch: Watch = watches.get(site.id) ?? { stamp: '', told: 0, listeners: new Map() };
  watches.set(site.id, watch);
  const own = watch.listeners.get(blockId) ?? new Set();
  watch.listeners.set(blockId, own.add(tell));
  // Whoever has just come is told at once.
  watch.told = 0;
  if (watch.timer) clearTimeout(watch.timer);
  void ask(store, site, watch);
  return () => {
    own.delete(tell);
    if (!own.size) watch.listeners.delete(blockId);
    if (watch.listeners.size) return;
    if (watch.timer) clearTimeout(watch.timer);
    watches.delete(site.id);
  };
}

async function ask(store: Store, site: SiteRow, watch: Watch): Promise<void> {
  try {
    const at = now();
    const marks = await marksOf(store, site.id);
    const stamp = stampOf(marks);
    if (stamp !== watch.stamp || Date.now() - watch.told >= AT_LEAST) {
      const facts = new Facts(store, site, marks, at);
      const blocks = await facts.of(blocksFact);
      for (const [blockId, listeners] of watch.listeners) {
        const block = blocks.find(({ id }) => id === blockId);
        if (!block) continue;
        const text = JSON.stringify(await liveOf(facts, block));
        for (const tell of listeners) tell(text);
      }
      watch.stamp = stamp;
      watch.told = Date.now();
    }
  } catch {
    // The database is away: the next second asks again, and the page sees by the clock that it is old.
  }
  if (!watch.listeners.size) return;
  if (watch.timer) clearTimeout(watch.timer);
  watch.timer = setTimeout(() => void ask(store, site, watch), EVERY);
  watch.timer.unref?.();
}
