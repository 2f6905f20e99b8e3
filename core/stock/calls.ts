import { daysBetween, type Day } from '../measure/dates';
import { groupBy } from '../measure/group';
import type { BlockCall } from '../morning/board';
import {
  atMoment,
  atMomentOfDay,
  onDay,
  onDayOfYear,
  say,
  shareOf,
  windOf,
  type Message,
} from '../say/message';
import { vesselClock, type Air, type OpenVessel } from './exposure';
import { soakState, SOAK_HOURS } from './keeping';
import type { habitToShow } from './handling';
import type { OrderState } from './orders';
import type { Reach } from './reach';

/** A lot as its calls need it. */
export interface CalledLot {
  code: string;
  /** How many times longer its roots last, 1 without a dip. */
  dip: number;
  open: readonly (OpenVessel & { label: string })[];
  soaks: readonly { count: number; startedAt: string }[];
  /** Trees of it that somebody has less than nothing of: the other half of an entry is still to come. */
  owed: number;
}

/**
 * Whole minutes an open vessel has been out, has left or is over, and may be out in all by the clock:
 * rounded one way, so that every page says the same and what it says adds up. Air that was milder when the
 * vessel was opened used less of what roots bear, so `of` is not what the air of the moment alone allows.
 */
export function minutesLeft({ left, open = 0 }: { left: number; open?: number }) {
  const out = Math.floor(open);
  const whole =
    left > 0 ? { left: Math.floor(left), over: 0 } : { left: 0, over: Math.floor(Math.abs(left)) };
  return { ...whole, out, of: out + whole.left - whole.over };
}

/** To enter when a bag was closed that by the clock stands open for longer than a working day. */
export const forgottenBag = (lot: string, vessel: { label: string; openedAt: string }): Message =>
  say('stock.bagForgotten', {
    ...{ vessel: vessel.label || 'bag', lot },
    since: atMomentOfDay(Date.parse(vessel.openedAt)),
  });

/** Bags that stand open, the most urgent there is. */
export function rootCalls(
  lots: readonly CalledLot[],
  air: Air,
  block: string,
  now: number,
): BlockCall[] {
  return lots.flatMap(({ code, open, dip }) =>
    open.map((vessel): BlockCall => {
      const clock = vesselClock(vessel, air, dip, now);
      const { left, over, out } = minutesLeft(clock);
      const figures = { vessel: vessel.label || 'bag', lot: code, out };
      if (clock.forgotten)
        return {
          room: 'stock',
          urgency: 'soon',
          when: say('when.late'),
          say: forgottenBag(code, vessel),
          detail: say('stock.driedUntilSaid', { block }),
          action: say('action.closeBag'),
        };
      return {
        room: 'stock',
        urgency: 'stop',
        when: say('when.now'),
        say:
          left > 0
            ? say('stock.closeBag', { ...figures, left })
            : say('stock.wetBag', { ...figures, over }),
        detail: say('stock.airNow', {
          block,
          wind: windOf(air.wind),
          humidity: shareOf(Math.round(air.humidity * 100) / 100),
        }),
        action: say('action.closeBag'),
      };
    }),
  );
}

/** Trees in water: too soon, ready, or drowning. */
export function soakCalls(lots: readonly CalledLot[], block: string, now: number): BlockCall[] {
  return lots.flatMap(({ code, soaks }) =>
    soaks.map(({ count, startedAt }): BlockCall => {
      const { state, hours, readyAt, overAt } = soakState(startedAt, now);
      const figures = { count, lot: code };
      const said =
        state === 'too-long'
          ? say('stock.soakedTooLong', {
              ...figures,
              hours: Math.round(hours * 10) / 10,
              most: SOAK_HOURS.most,
            })
          : state === 'ready'
            ? say('stock.soakReady', { ...figures, by: atMoment(overAt) })
            : say('stock.soakOn', { ...figures, until: atMoment(readyAt) });
      return {
        room: 'stock',
        urgency: state === 'too-long' ? 'stop' : 'soon',
        when:
          state === 'too-long'
            ? say('when.late')
            : say('when.time', { time: atMoment(state === 'too-soon' ? readyAt : overAt) }),
        say: said,
        // What drowns may have been put in yesterday.
        detail: say('stock.inWaterSince', {
          block,
          since: (state === 'too-long' ? atMomentOfDay : atMoment)(Date.parse(startedAt)),
        }),
        action: say('action.seeKeeping'),
      };
    }),
  );
}

/** Species that run out before the rows do. */
export function reachCalls(
  reach: readonly (Reach & {
    name: string;
    lots: readonly string[];
    unclosed: number;
    /** Trees on order that have not come yet. */
    coming: number;
  })[],
  block: string,
): BlockCall[] {
  return reach
    .filter(({ short }) => short > 0)
    .map(({ short, name, dryAtRow, lots, onHand, needed, unclosed, coming }) => ({
      room: 'stock',
      urgency: 'soon',
      when: say('when.today'),
      say: say('stock.callOff', {
        ...{ short, species: name, block, row: dryAtRow ?? 0 },
        coming: coming > 0 ? 'yes' : 'no',
      }),
      detail: say('stock.leftOf', {
        lots: lots.join(', '),
        known: lots.length ? 'yes' : 'no',
        left: onHand,
        needed,
        unclosed,
      }),
      action: say('action.openStock'),
    }));
}

/** A line of an order as its calls need it. */
export interface CalledLine {
  nursery: string;
  /** In words, "alder". */
  species: string;
  state: OrderState;
  deliverOn: Day | null;
  /** Trees of it still to come. */
  toCome: number;
  /** Whether any of it came. */
  came: boolean;
}

/** Days before a delivery in which a nursery that has not answered is asked again. From memory. */
const ASK_AGAIN = 28;
/** Days ahead in which a delivery is told of: a place for it is made ready. From memory. */
const COMES_SOON = 2;

/**
 * Deliveries that are near, missing, or not answered for, by nursery and day. Of what came in part nothing is
 * said: whoever counted it in knows.
 * @param plantedOn the last day of planting once every place is planted: what was due by then is wanted no more
 */
export function deliveryCalls(
  lines: readonly CalledLine[],
  block: string,
  today: Day,
  plantedOn?: Day,
): BlockCall[] {
  const open = lines.filter(
    ({ deliverOn, toCome, came }) =>
      deliverOn && toCome > 0 && !came && !(plantedOn && deliverOn <= plantedOn),
  );
  const deliveries = groupBy(
    open,
    ({ nursery, deliverOn, state }) => `${deliverOn} ${state} ${nursery}`,
  );
  return [...deliveries.values()].flatMap((own): BlockCall[] => {
    const [{ nursery, state }] = own;
    const deliverOn = own[0].deliverOn!;
    const ahead = daysBetween(today, deliverOn);
    const figures = {
      ...{ trees: own.reduce((sum, { toCome }) => sum + toCome, 0), nursery, block },
      known: nursery ? 'yes' : 'no',
      day: (deliverOn.slice(0, 4) === today.slice(0, 4) ? onDay : onDayOfYear)(deliverOn),
    };
    const call = {
      room: 'stock' as const,
      detail: say('stock.deliveryOf', {
        species: [...new Set(own.map(({ species }) => species))].sort().join(', '),
      }),
      action: say('action.openStock'),
    };
    if (state === 'asked')
      return ahead > ASK_AGAIN
        ? []
        : [
            {
              ...call,
              urgency: 'soon',
              when: say(ahead < 0 ? 'when.late' : 'when.today'),
              say: say('stock.notAnswered', figures),
            },
          ];
    if (ahead > COMES_SOON) return [];
    if (ahead < 0)
      return [
        { ...call, urgency: 'soon', when: say('when.late'), say: say('stock.notCome', figures) },
      ];
    return [
      {
        ...call,
        urgency: ahead ? 'note' : 'soon',
        when: ahead ? say('when.day', { day: onDay(deliverOn) }) : say('when.today'),
        say: say('stock.comes', figures),
      },
    ];
  });
}

/** A habit that is broken again and again at the boxes. */
export function handlingCalls(
  shown: ReturnType<typeof habitToShow>,
  nameOf: { lot(id: string): string; planter(id: string): string },
  block: string,
): BlockCall[] {
  if (!shown) return [];
  const { habit, broken, kept, lots, planters } = shown;
  const whose = [...planters.map(nameOf.planter), ...lots.map(nameOf.lot)].filter(Boolean);
  return [
    {
      room: 'stock',
      urgency: 'soon',
      when: say('when.today'),
      say: say('stock.showHabit', { habit: say(`habit.${habit.key}`), block }),
      detail: say('stock.habitSeen', {
        seen: say(`habit.${habit.key}.broken`),
        broken,
        looks: broken + kept,
        whose: whose.join(', '),
        known: whose.length ? 'yes' : 'no',
      }),
      action: say('action.seeHandling'),
    },
  ];
}

/** Entries whose other half has not come yet. */
export function owedCalls(lots: readonly CalledLot[], block: string): BlockCall[] {
  return lots
    .filter(({ owed }) => owed > 0)
    .map(({ code, owed }) => ({
      room: 'stock',
      urgency: 'soon',
      when: say('when.today'),
      say: say('stock.owed', { lot: code, count: owed, block }),
      detail: say('stock.owedWhy'),
      action: say('action.openStock'),
    }));
}
