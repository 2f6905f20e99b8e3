import type { CalendarTerms } from './terms';

/**
 * What a new block takes over of another's terms: all that is the crew's, the trade's or the money's. What hangs on
 * the other's ground, rows, days or stock of material stays there: its gate and meeting point, the works that its
 * soil asked for, who came late on some day, the window's last day, what of each material lies in the shed, and the
 * rows of its count.
 * @param keyFor the key of an own task on the new block, by its key on the other
 */
export function takenOver(
  { count: _rows, ...terms }: CalendarTerms,
  keyFor: (key: string) => string,
): CalendarTerms {
  const { tasks, own, day, works, briefing, finish, materials } = terms;
  const renamed = new Map((own ?? []).map(({ key }) => [key, keyFor(key)]));
  /** A repetition is named by its task's key with a number behind it. */
  const rename = (key: string) => {
    const [task, ...number] = key.split('.');
    return [renamed.get(task) ?? task, ...number].join('.');
  };
  return {
    ...terms,
    ...(tasks && {
      tasks: Object.fromEntries(
        Object.entries(tasks).map(([key, task]) => [
          rename(key),
          { ...task, ...(task.needs && { needs: task.needs.map(rename) }) },
        ]),
      ),
    }),
    ...(own && { own: own.map((task) => ({ ...task, key: renamed.get(task.key)! })) }),
    ...(day && { day: without(day, 'own') }),
    ...(works && { works: { string: works.string, digging: works.digging } }),
    ...(briefing && { briefing: { ...briefing, meeting: '', word: '', gate: null } }),
    ...(finish && { finish: without(finish, 'until') }),
    ...(materials && {
      materials: Object.fromEntries(
        Object.entries(materials).map(([key, line]) => [key, { ...line, onHand: 0 }]),
      ),
    }),
  };
}

function without<Whole extends object, Part extends keyof Whole>(
  whole: Whole,
  part: Part,
): Omit<Whole, Part> {
  const { [part]: _left, ...rest } = whole;
  return rest;
}
