import type { BlockCall } from '../morning/board';
import { shortRanges } from '../measure/ranges';
import { say } from '../say/message';
import type { Suspicion } from './findings';
import type { ReworkState } from './outcome';
import type { Quality } from './quality';

/**
 * Planters whose faults are beyond chance.
 * @param quality beyond what was decided already
 */
export function qualityCalls(
  quality: readonly Quality[],
  nameOf: (planter: string) => string,
  block: string,
): BlockCall[] {
  return quality
    .filter(({ outOfLine, worst }) => outOfLine && worst)
    .map(({ planter, worst, faults, looked, rest, plots }) => ({
      room: 'checks',
      urgency: 'soon',
      when: say('when.today'),
      say: say('checks.showAgain', {
        planter: nameOf(planter),
        block,
        found: faults[worst!] ?? 0,
        looked,
        fault: say(`fault.${worst!}`),
        restFaulty: rest.faulty,
        restLooked: rest.looked,
      }),
      detail: say('checks.beyondChance', { plots }),
      action: say('action.openPlots'),
    }));
}

/** A tool on a soil, or a lot, that leaves one fault whoever plants. */
export function suspicionCalls(
  suspicions: readonly Suspicion[],
  lotCode: (lot: string) => string,
  block: string,
): BlockCall[] {
  return suspicions.map(({ by, group, soil, fault, found, looked, rest, plots }) => ({
    room: 'checks',
    urgency: 'soon',
    when: say('when.today'),
    say: say('checks.suspect', {
      what:
        by === 'lot'
          ? say('checks.ofLot', { lot: lotCode(group) })
          : say('checks.ofTool', { tool: group, soil: soil ?? '' }),
      ...{ block, found, looked, fault: say(`fault.${fault}`) },
      ...{ restFaulty: rest.faulty, restLooked: rest.looked },
    }),
    detail: say('checks.beyondChance', { plots }),
    action: say('action.openPlots'),
  }));
}

/** Rows that were gone over and that nobody has looked at since. */
export function reworkCalls(
  states: readonly ReworkState[],
  nameOf: (planter: string) => string,
  block: string,
): BlockCall[] {
  return states
    .filter(({ unseen, done }) => unseen.length && !done)
    .map(({ decision, unseen, open }) => ({
      room: 'checks',
      urgency: 'soon',
      when: say('when.today'),
      say: say('checks.lookAgain', {
        ...{ planter: nameOf(decision.planter), block },
        ...{ rows: shortRanges(unseen), many: unseen.length },
      }),
      detail: say('checks.stillOpen', { open: open.length }),
      action: say('action.openPlots'),
    }));
}
