import { daysBetween, type Day } from '../measure/dates';
import type { BlockCall } from '../morning/board';
import { onDay, say, shareOf } from '../say/message';
import type { Refill, SurvivalEstimate } from './estimate';

/** A refill that was decided and is not all in the ground, when its day is near. */
export function refillDue(
  plan: { number: number; set: number; places: number; plantOn: Day; over?: boolean },
  block: string,
  today: Day,
): BlockCall[] {
  if (plan.over || plan.set >= plan.places || daysBetween(today, plan.plantOn) > 7) return [];
  return [
    {
      room: 'survival',
      urgency: 'soon',
      when:
        plan.plantOn <= today ? say('when.today') : say('when.day', { day: onDay(plan.plantOn) }),
      say: say('survival.refillDue', { block, left: plan.places - plan.set }),
      detail: say('survival.refillSet', { set: plan.set, places: plan.places }),
      action: say('action.seeCount'),
    },
  ];
}

/** A block that lives under what was asked. */
export function refillCalls(
  estimate: Pick<SurvivalEstimate, 'estimate'>,
  plan: Refill,
  block: string,
): BlockCall[] {
  if (plan.verdict === 'none') return [];
  return [
    {
      room: 'survival',
      urgency: 'soon',
      when: say('when.season'),
      say: say('survival.order', { trees: plan.trees.value, block }),
      detail: say('survival.aliveOf', {
        alive: shareOf(Math.round(estimate.estimate * 100) / 100),
        living: plan.living.value,
        asked: plan.living.value + plan.trees.value,
      }),
      action: say('action.seeCount'),
    },
  ];
}
