import { daysBetween } from '../../../../core/measure/dates';
import type { Figure } from '../../../../core/measure/working';
import { say } from '../../../../core/say/message';
import { ANCHOR_MINUTES } from '../../../../core/stock/exposure';
import {
  keepingAdvice,
  keepingSpan,
  PLACE_RULES,
  stress,
  usedUp,
  type KeepingReading,
} from '../../../../core/stock/keeping';
import type { Facts } from '../../server/facts';
import { dipOf, placesFact, readingsFact, type LotState } from './facts.server';
import type { PlaceRow } from './tables.server';

export interface LotStress {
  stress: Figure;
  /** The place that has most of it. */
  place?: PlaceRow;
  days: number;
  warmHours: number;
  daysSinceLifting?: number;
  /** Minutes of the anchor air that its roots bear. */
  airAllowed: number;
  advice: ReturnType<typeof keepingAdvice>;
}

/**
 * Hours too warm since a lot came, by the readings they are counted from: these stay the same list until the place
 * is read again.
 */
const warmHoursOf = new WeakMap<readonly KeepingReading[], Map<string, number>>();

/** How much of what each lot can bear is used up. */
export async function stressOf(
  facts: Facts,
  states: readonly LotState[],
  exposures: ReadonlyMap<string, Figure>,
): Promise<Map<string, LotStress>> {
  const at = facts.now;
  const [places, logged] = await Promise.all([facts.of(placesFact), facts.of(readingsFact)]);
  const warmSince = (place: PlaceRow, since: number): number => {
    const readings = logged.get(place.id);
    if (!readings) return 0;
    const known = warmHoursOf.get(readings) ?? new Map<string, number>();
    warmHoursOf.set(readings, known);
    const key = `${place.coolest} ${place.warmest} ${since}`;
    const before = known.get(key);
    if (before !== undefined) return before;
    const first = readings.findIndex(({ at: moment }) => moment >= since);
    const hours = first < 0 ? 0 : keepingSpan(readings.slice(first), place).warm;
    known.set(key, hours);
    return hours;
  };
  return new Map(
    states.map((state): [string, LotStress] => {
      const most = state.balance.held
        .filter(([holder]) => holder.startsWith('p:'))
        .sort((a, b) => b[1] - a[1])[0];
      const place = most && places.find(({ id }) => most[0] === `p:${id}`);
      const since = most ? Date.parse(state.since.get(most[0]) ?? '') : NaN;
      const days = most && Number.isFinite(since) ? Math.max(0, (at - since) / 86_400_000) : 0;
      const warmHours = place && most ? warmSince(place, since) : 0;
      const rules = place
        ? { ...PLACE_RULES[place.kind], name: place.name, days: place.days }
        : { ...PLACE_RULES.shade, name: say('place.none') };
      const { liftedOn } = state.lot;
      const kept = {
        ...{ days, warmHours, place: rules },
        exposure: exposures.get(state.lot.id)?.value ?? 0,
        exposureAllowed: ANCHOR_MINUTES * dipOf(state),
      };
      return [
        state.lot.id,
        {
          place,
          days,
          warmHours,
          daysSinceLifting: liftedOn ? daysBetween(liftedOn, facts.today) : undefined,
          stress: stress(kept),
          airAllowed: kept.exposureAllowed,
          advice: keepingAdvice(usedUp(kept), rules.days),
        },
      ];
    }),
  );
}
