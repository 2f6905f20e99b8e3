import { plantedSums, type PlantedSums } from '../../../core/crew/sums';
import { asTally, readPlanted, readTallies, rebuildPlanted } from '../rooms/crew/sums.server';
import { rebuildLot, readStockSums, sumsFromEvents } from '../rooms/stock/sums.server';
import { Reader } from '../server/reader';
import { Work } from '../server/work';
import type { Store } from '.';

/** A sum that is not what its events say. */
export interface Difference {
  what: string;
  kept: number;
  events: number;
}

interface Layout {
  id: string;
  zone: string;
}

const layoutsOf = (reader: Reader) =>
  reader.query<Layout>(
    `SELECT l.id, s.zone FROM layout l JOIN block b ON b.id = l.block_id JOIN site s ON s.id = b.site_id
     WHERE l.state <> 'saved'`,
  );
const lotsOf = (reader: Reader) => reader.query<{ id: string }>('SELECT id FROM lot');

/**
 * Rebuilds every sum from its events by the core's folds and compares.
 * @returns what differs; nothing when all is well
 */
export async function compareSums(store: Store): Promise<Difference[]> {
  const reader = new Reader(store);
  const found: Difference[] = [];
  const differ = (what: string, kept = 0, events = 0) => {
    if (Math.abs(kept - events) > 1e-6 * Math.max(1, Math.abs(events)))
      found.push({ what, kept, events });
  };
  const compare = (what: string, kept: Map<string, number>, events: Map<string, number>) => {
    for (const key of new Set([...kept.keys(), ...events.keys()]))
      differ(`${what} ${key}`, kept.get(key), events.get(key));
  };
  for (const { id, zone } of await layoutsOf(reader)) {
    const events = plantedSums((await readTallies(reader, id)).map(asTally), zone);
    const kept = (await readPlanted(reader, [id])).get(id);
    compare(`planted ${id}`, flat(kept), flat(events));
  }
  for (const { id } of await lotsOf(reader)) {
    const { stock, roots } = await sumsFromEvents(reader, id);
    const kept = await readStockSums(reader, id);
    compare(`total ${id}`, kept.totals, stock.totals);
    const counts = (held: Map<string, { count: number }>) =>
      new Map([...held].map(([holder, { count }]) => [holder, count]));
    compare(`held ${id}`, counts(kept.held), counts(stock.held));
    const minutes = await reader.tables.rootTotal.all({ where: { lotId: id } });
    compare(
      `minutes ${id}`,
      new Map(minutes.map(({ label, minutes: sum }) => [label, sum])),
      new Map([...roots.totals].map(([label, { minutes: sum }]) => [label, sum])),
    );
    const open = await reader.tables.rootOpen.all({ where: { lotId: id } });
    compare(
      `open ${id}`,
      new Map(open.map((row) => [row.id, 1])),
      new Map([...roots.open.keys()].map((key) => [key, 1])),
    );
  }
  return found;
}

function flat(sums: PlantedSums | undefined): Map<string, number> {
  const all = new Map<string, number>();
  for (const [row, trees] of sums?.byRow ?? []) all.set(`row ${row}`, trees);
  for (const [day, ofDay] of sums?.byDay ?? [])
    for (const [planter, trees] of ofDay) all.set(`${day} ${planter}`, trees);
  return all;
}

/**
 * Makes every sum anew, each lot and each layout in a transaction of its own.
 * @param apart false where the caller's own connection is in a transaction already
 */
export async function mendSums(store: Store, apart = true): Promise<void> {
  const reader = new Reader(store);
  const nobody = {
    id: '',
    signIn: '',
    name: '',
    units: 'metric',
    theme: 'day',
    language: 'en',
    sites: [],
  } as const;
  const mend = (how: (work: Work) => Promise<void>) =>
    apart
      ? store.sequelize.transaction((transaction) =>
          how(new Work(store, { ...nobody, sites: [] }, transaction)),
        )
      : how(new Work(store, { ...nobody, sites: [] }));
  for (const { id, zone } of await layoutsOf(reader))
    await mend((work) => rebuildPlanted(work, id, zone));
  for (const { id } of await lotsOf(reader)) await mend((work) => rebuildLot(work, id));
}
