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
  at: string;
  lot: string | null;
  planter: string | null;
  seen: Record<string, Seen>;
}

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
