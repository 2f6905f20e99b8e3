export type HabitKey =
  | 'moist'
  | 'one-out'
  | 'no-sling'
  | 'no-slap'
  | 'shade'
  | 're-wet'
  | 'dripping'
  | 'rim'
  | 'wait'
  | 'lift';

/** A habit at the boxes, and which stock it is about; both when that is left out. */
export interface Habit {
  key: HabitKey;
  stock?: 'bare-root' | 'container';
}

/**
 * Habits at the boxes. How each should be, what was seen when it was not and why it matters are messages,
 * `habit.<key>`; all common practice, no source.
 */
export const HABITS: readonly Habit[] = [
  { key: 'moist', stock: 'bare-root' },
  { key: 'one-out', stock: 'bare-root' },
  { key: 'no-sling', stock: 'bare-root' },
  { key: 'no-slap', stock: 'bare-root' },
  { key: 'shade' },
  { key: 're-wet', stock: 'bare-root' },
  { key: 'dripping', stock: 'container' },
  { key: 'rim', stock: 'container' },
  { key: 'wait' },
  { key: 'lift' },
];

export type Seen = 'kept' | 'broken';
export interface HandlingAudit {
  id: string;
  at: string;
  lot: string | null;
  planter: string | null;
  seen: Record<string, Seen>;
  /** The look that this one stands in for. */
  corrects?: string | null;
}

/** Looks that stand: the newest word on each, and nothing of what was taken back. */
export function standingLooks<Look extends HandlingAudit>(looks: readonly Look[]): Look[] {
  const corrected = new Set(looks.flatMap(({ corrects }) => corrects ?? []));
  return looks.filter(({ id, seen }) => !corrected.has(id) && Object.keys(seen).length > 0);
}

/** Looks older than this many days say nothing of how stock is handled now. */
export const HANDLING_DAYS = 7;

export interface HabitTally {
  habit: Habit;
  kept: number;
  broken: number;
}

/** How often each habit was kept and broken, the worst first; habits never looked at left out. */
export function tallyHabits(audits: readonly HandlingAudit[]): HabitTally[] {
  return HABITS.map((habit) => {
    const marks = audits.map(({ seen }) => seen[habit.key]);
    return {
      habit,
      kept: marks.filter((mark) => mark === 'kept').length,
      broken: marks.filter((mark) => mark === 'broken').length,
    };
  })
    .filter(({ kept, broken }) => kept + broken > 0)
    .sort((a, b) => b.broken / (b.kept + b.broken) - a.broken / (a.kept + a.broken));
}

/** Habits that were broken at the looks at each lot or planter, by whom they were seen at. */
export function brokenBy(
  looks: readonly HandlingAudit[],
  by: 'lot' | 'planter',
): Map<string, HabitTally[]> {
  const groups = new Map<string, HandlingAudit[]>();
  for (const look of looks) {
    const whose = look[by];
    if (whose) groups.set(whose, [...(groups.get(whose) ?? []), look]);
  }
  return new Map(
    [...groups].map(([whose, own]) => [whose, tallyHabits(own).filter(({ broken }) => broken)]),
  );
}

/**
 * The habit to show again: broken at two looks or more of the last days, and at a third or more of those
 * that looked at it. One slip is a slip. Common practice, no source for the bounds.
 * @param now milliseconds since 1970
 */
export function habitToShow(
  looks: readonly HandlingAudit[],
  now: number,
): (HabitTally & { lots: string[]; planters: string[] }) | undefined {
  const recent = looks.filter(({ at }) => now - Date.parse(at) < HANDLING_DAYS * 86_400_000);
  const worst = tallyHabits(recent)
    .filter(({ kept, broken }) => broken >= 2 && broken >= (kept + broken) / 3)
    .sort((a, b) => b.broken - a.broken)[0];
  if (!worst) return undefined;
  const where = recent.filter(({ seen }) => seen[worst.habit.key] === 'broken');
  const told = (by: 'lot' | 'planter') => [...new Set(where.flatMap((look) => look[by] ?? []))];
  return { ...worst, lots: told('lot'), planters: told('planter') };
}
