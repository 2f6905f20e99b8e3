import type { BlockCall } from '../morning/board';
import { say } from '../say/message';

/** Trees of a withdrawn version that have no place in the one the crew plants by. */
export function nowhereCalls(nowhere: number, block: string): BlockCall[] {
  if (!nowhere) return [];
  return [
    {
      room: 'crew',
      urgency: 'soon',
      when: say('when.today'),
      say: say('crew.nowhere', { trees: nowhere, block }),
      detail: say('crew.nowhereWhy'),
      action: say('action.seeCrew'),
    },
  ];
}

/** Entries that planters handed over because they could not be taken as they were. */
export function handedCalls(handed: number, block: string): BlockCall[] {
  if (!handed) return [];
  return [
    {
      room: 'crew',
      urgency: 'soon',
      when: say('when.today'),
      say: say('crew.handed', { entries: handed, block }),
      detail: say('crew.handedWhy'),
      action: say('action.seeCrew'),
    },
  ];
}
