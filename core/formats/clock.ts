import type { ClockTime } from './reading';

/**
 * Milliseconds of clock times in the order of the file. When a clock time stands still or steps
 * back within an hour that comes twice, clocks were set back there: the later of its two possible
 * moments is meant until the doubled hour has passed.
 */
export function unfold(values: readonly ClockTime[]): { moments: number[]; setBack: number } {
  let setBack = 0;
  let second = false;
  let before = -Infinity;
  const moments = values.map(({ at, offset }, i) => {
    if (offset) return at.toMillis();
    const possible = at.getPossibleOffsets().map((moment) => moment.toMillis());
    const early = Math.min(...possible);
    const late = Math.max(...possible);
    if (early === late) second = false;
    else if (!second && i > 0 && early <= before) {
      second = true;
      setBack++;
    }
    const moment = second ? late : early;
    before = moment;
    return moment;
  });
  return { moments, setBack };
}
