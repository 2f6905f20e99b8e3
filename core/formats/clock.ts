import { DateTime } from 'luxon';

const FORMATS = [
  'yyyy-MM-dd HH:mm:ss',
  'yyyy-MM-dd HH:mm',
  'yyyy/MM/dd HH:mm:ss',
  'yyyy/MM/dd HH:mm',
  'dd.MM.yyyy HH:mm:ss',
  'dd.MM.yyyy HH:mm',
  'd/M/yyyy H:mm:ss',
  'd/M/yyyy H:mm',
];

export interface ClockTime {
  at: DateTime;
  /** It was written with its offset from UTC. */
  offset: boolean;
}

/** Reads a moment as files write it; clock times without an offset are in `zone`. */
export function readTime(text: string, zone: string): ClockTime | undefined {
  const iso = text.replace(/^(\d{4}-\d{2}-\d{2}) (\d)/, '$1T$2').replace(/ (?=[+-]\d)/, '');
  const offset = /(Z|[+-]\d{2}:?\d{2})$/i.test(iso) && iso.includes('T');
  const direct = DateTime.fromISO(iso, { zone, setZone: false });
  if (direct.isValid) return { at: direct, offset };
  for (const format of FORMATS) {
    const at = DateTime.fromFormat(text, format, { zone });
    if (at.isValid) return { at, offset: false };
  }
  return undefined;
}

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
