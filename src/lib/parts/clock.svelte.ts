import { hearing, byServer, type Heard } from './server-clock';
import { isOurs } from '../field/kept';

/** Where this device keeps what it heard, for starts without a signal. */
const KEPT = 'viridane-clock';
/** Milliseconds for which what was heard is as good as new. */
const GOOD_FOR = 10 * 60_000;

function kept(): Heard | undefined {
  try {
    const { at, ahead } = JSON.parse(localStorage.getItem(KEPT) ?? '') as Heard;
    return Number.isFinite(at) && Number.isFinite(ahead) ? { at, ahead } : undefined;
  } catch {
    // No storage, or nothing of ours in it: the device's own clock is all there is.
    return undefined;
  }
}

let heard = $state.raw<Heard | undefined>(kept());
/** When that was, by the device's clock; never in this page as yet. */
let heardAt = -Infinity;

export const clock = {
  /** What this device knows of the server's clock. */
  get heard(): Heard | undefined {
    return heard;
  },
  /** Milliseconds by which this device's clock is ahead, as far as is known. */
  get ahead(): number {
    return heard?.ahead ?? 0;
  },
};

/** Now by the server's clock, milliseconds since 1970 UTC: when what is entered here happens. */
export const serverNow = (): number => byServer(Date.now(), heard);

/** That moment as events carry it. */
export const momentNow = (): string => new Date(serverNow()).toISOString();

/** Notes the moment that an answer of the server carries. @param asked when it was asked, by the device */
export function hear(server: number, asked: number): void {
  const answered = Date.now();
  const told = server > 0 ? hearing(server, asked, answered) : undefined;
  if (!told) return;
  heardAt = answered;
  heard = told;
  try {
    localStorage.setItem(KEPT, JSON.stringify(heard));
  } catch {
    // Full or closed: it is heard again at the next start.
  }
}

/** Hears the clock now, and again whenever somebody comes back to the page: they may have set theirs. @returns what ends it */
export function keepHearing(): () => void {
  const back = () => void (document.hidden || hearClock());
  document.addEventListener('visibilitychange', back);
  void hearClock();
  return () => document.removeEventListener('visibilitychange', back);
}

/**
 * Asks the server for its time where it was not heard of lately, or this device's clock was set back since.
 * @returns whether it is known as well as it can be; not, where the server did not answer
 */
export async function hearClock(): Promise<boolean> {
  const asked = Date.now();
  if (asked >= heardAt && asked - heardAt < GOOD_FOR) return true;
  const answer = await fetch('/clock', { cache: 'no-store' }).catch(() => undefined);
  if (!answer?.ok || !isOurs(answer)) return false;
  hear(Number(answer.headers.get('x-read-at')), asked);
  return heardAt >= asked;
}
