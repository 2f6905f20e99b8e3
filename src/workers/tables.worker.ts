import { expose } from 'comlink';
import { readCounter } from '$core/formats/counter';
import { readStation } from '$core/formats/hours';
import { readInstrument } from '$core/formats/instrument';
import { readLogger } from '$core/formats/logger';
import { readOrders } from '$core/formats/orders';
import type { Said } from '$core/formats/reading';
import { readWeather } from '$core/formats/weather';
import type { Instrument } from '$core/tending/instruments';
import { tell } from './told';

/** Files of readings and lists, off the main thread: a season of a logger takes seconds. */
const worker = {
  counter: (text: string, zone: string) => tell(() => readCounter(text, zone)),
  days: (text: string, said: Said) => tell(() => readWeather(text, said)),
  hours: (text: string, zone: string, said: Said) => tell(() => readStation(text, zone, said)),
  instrument: (text: string, kind: Instrument, zone: string) =>
    tell(() => readInstrument(text, kind, zone)),
  logger: (text: string, zone: string, said: Said) => tell(() => readLogger(text, zone, said)),
  /** @param cards that a line may name by their name or letter */
  orders: (
    text: string,
    cards: readonly { id: string; name: string; letter: string }[],
    nursery: string,
  ) =>
    tell(() => {
      const called = (name: string) =>
        cards.find(({ name: full, letter }) =>
          [full, letter].some((one) => one.toLowerCase() === name.toLowerCase()),
        )?.id;
      return readOrders(text, called, nursery);
    }),
};

export type TablesWorker = typeof worker;
expose(worker);
