import { parseNmeaSentence } from 'nmea-simple';
import type { FieldKey } from '$lib/words/field';

/** Why there is no position, as a text of the catalogue. */
export type NoPosition = FieldKey & `receiver.${string}`;

/** One reading of where the device is. */
export interface Reading {
  lon: number;
  lat: number;
  /** Metres, 68 % of the time. */
  accuracy: number;
  /** Milliseconds since 1970. */
  at: number;
}

/** Is this a reading, as a walk keeps them? */
export const isReading = (given: unknown): given is Reading =>
  typeof given === 'object' &&
  (['lon', 'lat', 'accuracy', 'at'] as const).every((part) =>
    Number.isFinite((given as Reading | null)?.[part]),
  );

/** Metres that one unit of horizontal dilution stands for; a usual handheld receiver. From memory. */
const METRES_A_DILUTION = 2.5;

/**
 * Reads an NMEA 0183 sentence. Only fixes (GGA) say where one is; other sentences, noise on the line
 * and sentences with a wrong checksum give nothing.
 */
export function readSentence(sentence: string, at: number): Reading | undefined {
  try {
    const packet = parseNmeaSentence(sentence.trim());
    if (packet.sentenceId !== 'GGA' || packet.fixType === 'none') return undefined;
    const { latitude: lat, longitude: lon, horizontalDilution } = packet;
    if (!Number.isFinite(lat) || !Number.isFinite(lon)) return undefined;
    return { lon, lat, accuracy: (horizontalDilution || 1) * METRES_A_DILUTION, at };
  } catch {
    return undefined;
  }
}

export interface Listening {
  stop: () => void;
}

/**
 * Listens to the phone's own position.
 * @param failed told why there is none
 */
export function listenToPhone(
  heard: (reading: Reading) => void,
  failed: (why: NoPosition) => void,
): Listening {
  if (!('geolocation' in navigator)) {
    failed('receiver.none');
    return { stop: () => {} };
  }
  const watch = navigator.geolocation.watchPosition(
    ({ coords, timestamp }) =>
      heard({
        lon: coords.longitude,
        lat: coords.latitude,
        accuracy: coords.accuracy,
        at: timestamp,
      }),
    ({ code }) => failed(code === 1 ? 'receiver.refused' : 'receiver.lost'),
    { enableHighAccuracy: true, maximumAge: 1000, timeout: 20_000 },
  );
  return { stop: () => navigator.geolocation.clearWatch(watch) };
}

/** Listens to the receiver that ships with the application and plays a walk along the rows. */
export function listenToStandIn(
  blockId: string,
  heard: (reading: Reading) => void,
  failed: (why: NoPosition) => void,
): Listening {
  const source = new EventSource(`/field/${blockId}/receiver`);
  source.onmessage = ({ data }: MessageEvent<string>) => {
    const reading = readSentence(data, Date.now());
    if (reading) heard(reading);
  };
  source.onerror = () => failed('receiver.walkLost');
  return { stop: () => source.close() };
}
