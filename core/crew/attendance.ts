import { dayOf } from '../say/day';
import type { Day } from '../measure/dates';

/** Somebody clocked on or off. */
export interface Clocked {
  id: string;
  planter: string;
  kind: 'on' | 'off';
  /** Milliseconds since 1970. */
  at: number;
  /** What they plant with; told when they clock on. */
  tool?: string;
  corrects?: string | null;
}

/** Nobody plants longer in one go: whoever forgot to clock off went home then, hours. From memory. */
export const LONGEST_SHIFT = 12;
const HOUR = 3_600_000;

/** What counts of what was clocked: each once, what was taken back left out, in order of time. */
function standing(clocked: readonly Clocked[]): Clocked[] {
  const byId = new Map(clocked.map((entry) => [entry.id, entry]));
  const gone = new Set([...byId.values()].map(({ corrects }) => corrects).filter(Boolean));
  return [...byId.values()]
    .filter(({ id, corrects }) => !corrects && !gone.has(id))
    .sort((a, b) => a.at - b.at || (a.id < b.id ? -1 : 1));
}

/** A time somebody worked without a break. */
export interface Shift {
  planter: string;
  from: number;
  /** Until now for whoever is still here. */
  to: number;
  here: boolean;
  tool: string;
  /** Nobody said in time when it ended: it is the longest that is believed. */
  cut?: true;
}

/**
 * Shifts from what was clocked. On twice is on once; off without on is nothing; whoever forgot to clock
 * off worked until the next on, and half a day at most.
 * @param now milliseconds since 1970
 */
export function shiftsOf(clocked: readonly Clocked[], now: number): Shift[] {
  const shifts: Shift[] = [];
  const open = new Map<string, Shift>();
  for (const { planter, kind, at, tool } of standing(clocked)) {
    const shift = open.get(planter);
    const longest = shift ? shift.from + LONGEST_SHIFT * HOUR : 0;
    if (kind === 'off') {
      if (!shift) continue;
      shift.to = Math.min(at, longest);
      shift.here = false;
      if (at > longest) shift.cut = true;
      open.delete(planter);
      continue;
    }
    if (shift && at < longest) {
      // Told again what they plant with: the shift goes on.
      if (tool) shift.tool = tool;
      continue;
    }
    const next = { planter, from: at, to: at, here: true, tool: tool ?? '' };
    if (shift) Object.assign(shift, { to: longest, here: false, cut: true });
    shifts.push(next);
    open.set(planter, next);
  }
  for (const shift of open.values()) {
    const longest = shift.from + LONGEST_SHIFT * HOUR;
    shift.to = Math.max(shift.from, Math.min(now, longest));
    shift.here = now <= longest;
    if (!shift.here) shift.cut = true;
  }
  return shifts;
}

/** What each planter clocked on with last, as far as anybody said; what was taken back says nothing. */
export function lastTools(clocked: readonly Clocked[]): Map<string, string> {
  const tools = new Map<string, string>();
  for (const { planter, kind, tool } of standing(clocked))
    if (kind === 'on' && tool) tools.set(planter, tool);
  return tools;
}

/** Hours by planter and the site's day; a shift belongs to the day on which it began. */
export function workedHours(shifts: readonly Shift[], zone: string): Map<string, Map<Day, number>> {
  const hours = new Map<string, Map<Day, number>>();
  for (const { planter, from, to } of shifts) {
    const own = hours.get(planter) ?? new Map<Day, number>();
    const day = dayOf(from, zone);
    own.set(day, (own.get(day) ?? 0) + (to - from) / HOUR);
    hours.set(planter, own);
  }
  return hours;
}
