import type { BlockCall } from '../morning/board';
import type { Day } from '../measure/dates';
import { shortRanges } from '../measure/ranges';
import { say } from '../say/message';
import type { Alone } from './alone';
import type { WaveState } from './waves';

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

/**
 * Rows with places left that nobody has, where others have theirs: new ones of a version that continues another, or
 * those of somebody who left.
 * @param left places by row, of rows that are in nobody's share
 */
export function nobodysCalls(left: ReadonlyMap<number, number>, block: string): BlockCall[] {
  if (!left.size) return [];
  return [
    {
      room: 'crew',
      urgency: 'soon',
      when: say('when.today'),
      say: say('crew.nobodys', { rows: shortRanges([...left.keys()]), count: left.size, block }),
      detail: say('crew.nobodysWhy', { trees: [...left.values()].reduce((a, b) => a + b, 0) }),
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

/** Somebody who works alone and has not been heard of, or could not have been. */
export function aloneCalls(
  alone: readonly (Alone & { name: string })[],
  block: string,
): BlockCall[] {
  return alone.flatMap(({ name, state, last, place, due }) => {
    if (state === 'well') return [];
    const figures = { planter: name, block, last: { moment: last.at }, due: { moment: due } };
    return [
      {
        room: 'crew' as const,
        urgency: state === 'late' ? ('soon' as const) : ('stop' as const),
        when: say('when.now'),
        say:
          state === 'missed'
            ? say('crew.aloneMissed', figures)
            : state === 'silent'
              ? say('crew.aloneSilent', figures)
              : say('crew.aloneLate', figures),
        detail: place
          ? say('crew.alonePlace', {
              latitude: place.latitude.toFixed(5),
              longitude: place.longitude.toFixed(5),
              at: { moment: place.at },
            })
          : say('crew.aloneNoPlace'),
        action: say('action.seeCrew'),
      },
    ];
  });
}

/** Days without a look after which old habits have had time to return. Common practice, no source. */
export const UNWATCHED_DAYS = 7;

/**
 * Who plants and has not been seen at the boxes lately.
 * @param planters who planted of late, with the days since they were watched; null for never
 */
export function unwatchedCalls(
  planters: readonly { name: string; days: number | null }[],
  block: string,
): BlockCall[] {
  const unwatched = planters.filter(({ days }) => days === null || days >= UNWATCHED_DAYS);
  if (!unwatched.length) return [];
  return [
    {
      room: 'crew',
      urgency: 'soon',
      when: say('when.today'),
      say: say('crew.unwatched', {
        planters: { list: unwatched.map(({ name }) => name) },
        many: unwatched.length,
        block,
      }),
      detail: say('crew.unwatchedWhy', { days: UNWATCHED_DAYS }),
      action: say('action.seeCrew'),
    },
  ];
}

/** What has waited for a wave for longer than this, days, is no work behind planters any more. From memory. */
const FORGOTTEN = 60;

/**
 * Waves that lie too far behind the planters.
 * @param now milliseconds since 1970
 */
export function waveCalls(waves: readonly WaveState[], block: string, now: number): BlockCall[] {
  return waves
    .map(({ wave, next: all }) => {
      const next = all.filter(({ late, due }) => late && now - due <= FORGOTTEN * 86_400_000);
      return { wave, next, late: next.reduce((sum, { trees }) => sum + trees, 0) };
    })
    .filter(({ late }) => late > 0)
    .map(({ wave, late, next }) => ({
      room: 'crew',
      urgency: 'soon',
      when: say('when.today'),
      say: say('crew.waveLate', { wave, trees: late, block }),
      detail: say('crew.waveNext', { row: next[0].row, trees: next[0].trees }),
      action: say('action.seeCrew'),
    }));
}

/** Boxes that run dry soon. */
export function boxCalls(
  rows: readonly { row: number; boxes: number; dry: string | null }[],
  today: Day,
  until: Day,
  block: string,
): BlockCall[] {
  const dry = rows.filter((row) => row.dry !== null && row.dry <= until);
  if (!dry.length) return [];
  const first = dry.reduce((a, b) => (a.dry! <= b.dry! ? a : b));
  return [
    {
      room: 'crew',
      urgency: 'soon',
      when: say('when.today'),
      say: say('crew.boxesDry', {
        boxes: dry.reduce((sum, { boxes }) => sum + boxes, 0),
        rows: dry.length,
        block,
      }),
      detail: say(first.dry! < today ? 'crew.boxesSince' : 'crew.boxesFirst', {
        row: first.row,
        day: { day: first.dry!, withYear: true },
      }),
      action: say('action.seeCrew'),
    },
  ];
}

/** Notes from the field of the last day. */
export function noteCalls(
  notes: readonly { row: number | null; photo: boolean }[],
  block: string,
): BlockCall[] {
  if (!notes.length) return [];
  return [
    {
      room: 'crew',
      urgency: 'note',
      when: say('when.today'),
      say: say('crew.noted', { notes: notes.length, block }),
      detail: say('crew.notedWhat', { photos: notes.filter(({ photo }) => photo).length }),
      action: say('action.seeCrew'),
    },
  ];
}
