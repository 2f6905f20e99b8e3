/**
 * A device's clock against the server's. A phone whose clock was moved an hour by hand, or began anew after its
 * battery was empty, still enters things at the moment at which they happened.
 */

/** What a device heard last of the server's clock; milliseconds. */
export interface Heard {
  /** The server's moment, since 1970 UTC. */
  at: number;
  /** How far the device's own clock was ahead of it; 0 where both agree as well as clocks do. */
  ahead: number;
}

/** Clocks nearer than this to one another agree: an answer's way and its rounding are in it. */
const AGREES = 60_000;

/**
 * What an answer of the server tells about the device's clock: it was given between asking and hearing. One that took
 * long tells nothing: a photograph on a thin line, or a phone that slept on the way, is no wrong clock.
 * @param server the moment the answer carries
 * @param asked when the device asked, by its own clock
 * @param answered when it had the answer, by its own clock
 * @returns nothing after a minute, or where the clock was set back meanwhile
 * @example hearing(0, 3_600_000, 3_600_200)!.ahead // => 3600100
 */
export function hearing(server: number, asked: number, answered: number): Heard | undefined {
  const took = answered - asked;
  if (took < 0 || took >= AGREES) return undefined;
  const ahead = Math.round((asked + answered) / 2 - server);
  return { at: server, ahead: Math.abs(ahead) < AGREES ? 0 : ahead };
}

/** A moment of the device's clock by the server's, as far as the device has heard of it. */
export const byServer = (device: number, heard: Heard | undefined): number =>
  device - (heard?.ahead ?? 0);

/**
 * When something happened that was entered while no signal was, once the server's clock is heard again. What the
 * device took for its moment holds if it lies where it can: after what was heard before it, and not ahead of now.
 * Else the device's clock was wrong, or was set meanwhile, and what is heard now tells by how much.
 * @param at the moment as it was taken, by what was known then
 * @param before what was known then
 * @param heard what is known now
 * @param device now, by the device's clock
 */
export function settledAt(
  at: number,
  before: Heard | undefined,
  heard: Heard,
  device: number,
): number {
  const now = byServer(device, heard);
  if (before && at >= before.at - AGREES && at <= now + AGREES) return at;
  return Math.min(now, byServer(at + (before?.ahead ?? 0), heard));
}

/** Wrong by so much a clock is worth a word. */
const WORTH_SAYING = 5 * 60_000;

/** How far a device's clock is off, for a sentence; nothing where it is near enough. */
export function clockOff(ahead: number) {
  const off = Math.abs(ahead);
  if (off < WORTH_SAYING) return undefined;
  const [minutes, hours, days] = [60_000, 3_600_000, 86_400_000].map((unit) =>
    Math.floor(Math.round(off / 60_000) / (unit / 60_000)),
  );
  return {
    way: ahead > 0 ? 'ahead' : 'behind',
    much: days > 1 ? 'days' : hours ? 'hours' : 'minutes',
    ...{ days, hours, minutes: minutes % 60 },
  };
}
