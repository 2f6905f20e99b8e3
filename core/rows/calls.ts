import { addTo, daysBetween, type Day } from '../measure/dates';
import type { BlockCall } from '../morning/board';
import { lengthOf, onDay, onDayOfYear, say } from '../say/message';

/** Days before planting from which a layout that is not released is called for, and is urgent. */
const CALLED = 60;
const URGENT = 14;
/** Rows are set out so many days before planting. */
const SETTING_OUT = 10;

/** A draft that should be released, and what must be located before anybody digs. */
export function releaseCalls(
  draft: { number: number; trees: number },
  plantingDay: Day,
  today: Day,
  buried: { name: string; setback: number } | undefined,
  block: string,
): BlockCall[] {
  const days = daysBetween(today, plantingDay);
  const calls: BlockCall[] = [];
  if (days <= CALLED)
    calls.push({
      room: 'rows',
      urgency: days <= URGENT ? 'stop' : 'soon',
      when:
        days < SETTING_OUT
          ? say('when.late')
          : say('when.day', { day: onDay(addTo(plantingDay, { days: -SETTING_OUT })) }),
      say:
        days < 0
          ? say('rows.releaseLate', { block, day: onDayOfYear(plantingDay) })
          : say('rows.releaseOne', { block, days }),
      detail: say('rows.versionSaved', { number: draft.number, trees: draft.trees }),
      action: say('action.openRows'),
    });
  if (buried)
    calls.push({
      room: 'ground',
      urgency: 'soon',
      when: say('when.first'),
      say: say('ground.locateFirst', { keepout: buried.name, block }),
      detail: say('ground.keptFree', { setback: lengthOf(buried.setback) }),
      action: say('action.seeGround'),
    });
  return calls;
}
