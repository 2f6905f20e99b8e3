import { addTo, daysBetween, type Day } from '../measure/dates';
import { rangesOf } from '../measure/ranges';
import type { BlockCall } from '../morning/board';
import { lengthOf, onDay, onDayOfYear, say } from '../say/message';
import type { Pegged } from './pegging';

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

/**
 * Rows that are shared out and have no pegs yet. Only where pegs are told of at all does their absence say something.
 * @param left rows without pegs
 * @param shared rows that somebody is to plant and nobody has begun
 */
export function pegCalls(
  { stand, left }: Pick<Pegged, 'stand' | 'left'>,
  shared: ReadonlySet<number>,
  block: string,
): BlockCall[] {
  const rows = stand.size ? left.filter((row) => shared.has(row)) : [];
  if (!rows.length) return [];
  return [
    {
      room: 'rows',
      urgency: 'soon',
      when: say('when.first'),
      say: say('rows.unpegged', { block, rows: rangesOf(rows), count: rows.length }),
      detail: say('rows.peggedSoFar', { stand: stand.size, left: left.length }),
      action: say('action.openRows'),
    },
  ];
}
