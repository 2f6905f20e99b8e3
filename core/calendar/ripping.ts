import { say } from '../say/message';
import { told } from '../say/told';
import type { Figure } from '../measure/working';

/** A row's metres to rip, by the name of the zone they lie in; '' is outside all zones. */
export interface RipRow {
  number: number;
  metres: ReadonlyMap<string, number>;
}

export interface RipTerms {
  /** Times the tine goes along each line. */
  passes: number;
  /** km/h while ripping. */
  speed: number;
  /** Minutes to turn at a row's end. */
  turn: number;
  /** Share of the hours that the tine is in the ground: refuelling, stones, repairs. From memory. */
  efficiency: number;
}

export const RIP_TERMS: RipTerms = { passes: 1, speed: 3, turn: 1.5, efficiency: 0.8 };

export interface RipPlan {
  metres: Figure;
  hours: Figure;
  byZone: { zone: string; metres: number; hours: number }[];
  /** Rows in the order to drive them: dry ground first, wet last, there and back in turn. */
  order: { row: number; backwards: boolean; wet: boolean }[];
}

/**
 * Metres, passes and hours of ripping along rows.
 * @param wet names of zones that stand wet; rows with more than half of their length there go last
 * @throws Told for terms that cannot be
 */
export function ripPlan(
  rows: readonly RipRow[],
  wet: ReadonlySet<string>,
  terms: RipTerms = RIP_TERMS,
): RipPlan {
  const { passes, speed, turn, efficiency } = terms;
  if (!(passes >= 1 && speed > 0 && turn >= 0 && efficiency > 0 && efficiency <= 1))
    throw told('calendar.ripTerms');
  const byZone = new Map<string, number>();
  let total = 0;
  const sorted = rows.map((row) => {
    let [length, wetLength] = [0, 0];
    for (const [zone, metres] of row.metres) {
      byZone.set(zone, (byZone.get(zone) ?? 0) + metres);
      length += metres;
      if (wet.has(zone)) wetLength += metres;
    }
    total += length;
    return { row: row.number, wet: wetLength * 2 > length };
  });
  const hoursOf = (metres: number) => (metres * passes) / (speed * 1000) / efficiency;
  const turning = (rows.length * passes * turn) / 60;
  return {
    metres: {
      value: total * passes,
      kind: 'distance',
      formula: say('formula.ripped'),
      steps: [
        { label: say('step.rows'), value: total, kind: 'distance' },
        { label: say('step.passes'), value: passes, kind: 'number' },
      ],
    },
    hours: {
      value: hoursOf(total) + turning,
      kind: 'hours',
      formula: say('formula.rippingHours'),
      steps: [
        { label: say('step.driven'), value: total * passes, kind: 'distance' },
        { label: say('step.speed'), value: speed / 3.6, kind: 'speed' },
        { label: say('step.tineInTheGround'), value: efficiency, kind: 'share' },
        { label: say('step.turning'), value: turning, kind: 'hours' },
      ],
    },
    byZone: [...byZone].map(([zone, metres]) => ({
      zone,
      metres: metres * passes,
      hours: hoursOf(metres),
    })),
    order: [...sorted.filter((row) => !row.wet), ...sorted.filter((row) => row.wet)].map(
      (entry, i) => ({ ...entry, backwards: i % 2 === 1 }),
    ),
  };
}
