/** A habit at the boxes, seen or not, and why it matters. All common practice, no source. */
export interface Habit {
  key: string;
  /** How it should be. */
  label: string;
  /** What was seen when it was not. */
  broken: string;
  why: string;
  /** Which stock it is about; both when left out. */
  stock?: 'bare-root' | 'container';
}

export const HABITS: readonly Habit[] = [
  {
    key: 'moist',
    label: 'Roots moist',
    broken: 'roots dry',
    why: 'Fine roots take up the water. They die first, and you cannot see it afterwards.',
    stock: 'bare-root',
  },
  {
    key: 'one-out',
    label: 'One tree out, bag closed again',
    broken: 'bag left open',
    why: 'Fifteen to twenty minutes of open air are all a root has in its whole life.',
    stock: 'bare-root',
  },
  {
    key: 'no-sling',
    label: 'Soil not slung off',
    broken: 'soil slung off the roots',
    why: 'Slinging strips the coating and blow-dries the root hairs.',
    stock: 'bare-root',
  },
  {
    key: 'no-slap',
    label: 'Roots not slapped on the box',
    broken: 'roots slapped on the box',
    why: 'Bruised bark on a root lets infection in.',
    stock: 'bare-root',
  },
  {
    key: 'shade',
    label: 'Boxes shaded, out of the wind',
    broken: 'boxes in sun or wind',
    why: 'Wind dries first, then sun; a box in the sun cooks within the hour.',
  },
  {
    key: 're-wet',
    label: 'Re-wet on a long wait',
    broken: 'no water on a long wait',
    why: 'Moisture from the morning is gone by noon.',
    stock: 'bare-root',
  },
  {
    key: 'dripping',
    label: 'Trays went out dripping',
    broken: 'trays went out dry',
    why: 'A plug that is planted dry takes no water from the soil around it.',
    stock: 'container',
  },
  {
    key: 'rim',
    label: 'Pot knocked at its rim',
    broken: 'pot beaten on its base',
    why: 'The ball must slide out whole; a beaten ball breaks and tears its fine roots.',
    stock: 'container',
  },
  {
    key: 'wait',
    label: 'Tree waits in water or wrapped',
    broken: 'tree lay bare while its hole was widened',
    why: 'A hole that needs widening takes longer than bare roots have.',
  },
  {
    key: 'lift',
    label: 'Wet boxes lifted by two',
    broken: 'wet box lifted alone',
    why: 'A wet box can weigh more than one back should lift.',
  },
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
