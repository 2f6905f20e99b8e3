import { parseNmeaSentence } from 'nmea-simple';

/** One reading of where the device is. */
export interface Reading {
  lon: number;
  lat: number;
  /** Metres, 68 % of the time. */
  accuracy: number;
  /** Milliseconds since 1970. */
  at: number;
}

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
 * @param failed told in a sentence why there is none
 */
export function listenToPhone(
  heard: (reading: Reading) => void,
  failed: (message: string) => void,
): Listening {
  if (!('geolocation' in navigator)) {
    failed('This device has no receiver of its own. The stand-in plays a walk.');
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
    ({ code }) =>
      failed(
        code === 1
          ? 'The device may not tell where it is. Allow it for this site in the browser, then try again.'
          : 'No position yet. Step out from under the trees, and wait a moment.',
      ),
    { enableHighAccuracy: true, maximumAge: 1000, timeout: 20_000 },
  );
  return { stop: () => navigator.geolocation.clearWatch(watch) };
}

/** Listens to the receiver that ships with the application and plays a walk along the rows. */
export function listenToStandIn(
  blockId: string,
  heard: (reading: Reading) => void,
  failed: (message: string) => void,
): Listening {
  const source = new EventSource(`/field/${blockId}/receiver`);
  source.onmessage = ({ data }: MessageEvent<string>) => {
    const reading = readSentence(data, Date.now());
    if (reading) heard(reading);
  };
  source.onerror = () => failed('The stand-in receiver does not answer. It needs the server.');
  return { stop: () => source.close() };
}
