import type { BlockCall } from '../morning/board';
import { say } from '../say/message';
import type { Quality } from './quality';

/** Planters whose faults are beyond chance. */
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
