import type { BlockCall } from '../morning/board';
import { say, shareOf } from '../say/message';
import type { Refill, SurvivalEstimate } from './estimate';

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
