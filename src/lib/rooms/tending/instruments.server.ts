import type { Day } from '../../../../core/measure/dates';
import type { Instrument, InstrumentDay } from '../../../../core/tending/instruments';
import { listedFact, milliseconds } from '../../server/facts';
import { parse } from '../../store/shape';
import { instrumentDays } from './tables.server';

export interface Readings {
  id: string;
  zoneId: string | null;
  kind: Instrument;
  came: 'typed' | 'file' | 'stand-in';
  readings: InstrumentDay[];
  author: string;
  at: number;
}

/** What probes and gauges of a block have read, in the order in which it was entered, what was taken back left out. */
export const readingsFact = listedFact<
  Omit<Readings, 'readings'> & { readings: unknown; corrects: string | null },
  Readings[]
>('readings', ['tending'], {
  from: 'FROM instrument_reading r WHERE r.block_id IN (:ids)',
  of: 'r.block_id',
  columns: {
    ...{ id: 'r.id', zoneId: 'r.zone_id', kind: 'r.kind', came: 'r.came' },
    ...{ readings: 'r.readings', author: 'r.author_id', corrects: 'r.corrects' },
    at: milliseconds('r.at'),
  },
  value: (rows) => {
    const gone = new Set(rows.map(({ corrects }) => corrects).filter(Boolean));
    return rows
      .filter(({ id, corrects }) => !corrects && !gone.has(id))
      .sort((a, b) => a.at - b.at)
      .map(({ readings, corrects: _corrects, ...rest }) => ({
        ...rest,
        readings: parse(instrumentDays, readings, 'instrument_reading.readings'),
      }));
  },
});

/** Days and values of one instrument: what was entered last for a day holds. */
export const daysOfInstrument = (
  readings: readonly Readings[],
  kind: Instrument,
  zoneId: string | null = null,
): Map<Day, number> =>
  new Map(
    readings
      .filter((one) => one.kind === kind && (kind === 'gauge' || one.zoneId === zoneId))
      .flatMap((one) => one.readings.map(({ day, value }): [Day, number] => [day, value])),
  );
