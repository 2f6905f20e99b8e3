import { PICTURE_BYTES } from '../../../../core/crew/pictures';
import { command } from '../contract';
import { count, day, event, id, maybeId, yup } from '../fields';

const { number, object, string } = yup;

const body = string().trim().max(500);
const degrees = (most: number) => number().min(-most).max(most).nullable().default(null);

/** What is said between leader and phones: messages, notes, briefings, being well. */
export const wordsContract = {
  /** To one planter, or to all of a block, or to all. */
  'crew.message': command({
    input: object({
      ...event,
      siteId: id,
      blockId: maybeId,
      planterId: maybeId,
      body: body.required(),
    }),
    refusals: ['crew.*'],
    touches: ['crew'],
  }),
  /** Takes a message back; who has seen it stays known. */
  'crew.withdraw': command({
    input: object({ ...event, siteId: id, messageId: id }),
    refusals: ['crew.*'],
    touches: ['crew'],
  }),
  'crew.seen': command({
    input: object({ ...event, siteId: id, messageId: id, planterId: id }),
    refusals: ['crew.*'],
    touches: ['crew'],
    waits: true,
  }),
  /** A note bound to a row and peg, with a photograph that the phone has made small. */
  'crew.note': command({
    input: object({
      ...event,
      blockId: id,
      layoutId: maybeId,
      row: count.notRequired().nullable().default(null),
      peg: count.notRequired().nullable().default(null),
      body: body.default(''),
      photo: string()
        .max(Math.ceil((PICTURE_BYTES * 4) / 3) + 4)
        .matches(/^[A-Za-z0-9+/]*={0,2}$/, 'The photograph came broken; take it again.')
        .default(''),
    }),
    refusals: ['crew.*'],
    touches: ['crew'],
    waits: true,
    bytes: 600_000,
  }),
  /** Takes a note back; its picture is shown no more. */
  'crew.noteBack': command({
    input: object({ ...event, blockId: id, noteId: id }),
    refusals: ['crew.*'],
    touches: ['crew'],
    waits: true,
  }),
  /** The morning's briefing was read, as it stood. */
  'crew.brief': command({
    input: object({
      ...event,
      blockId: id,
      planterId: id,
      day: day.required(),
      content: string()
        .matches(/^[0-9a-f]{16}$/, 'The briefing has no mark; load the page again.')
        .required(),
    }),
    refusals: ['crew.*'],
    touches: ['crew'],
    waits: true,
  }),
  /** Somebody works alone, is well, or is back. */
  'crew.checkIn': command({
    input: object({
      ...event,
      siteId: id,
      blockId: id,
      planterId: id,
      kind: string()
        .oneOf(['alone', 'here', 'done'] as const)
        .required(),
      minutes: number().integer().min(0).max(240).default(0),
      longitude: degrees(180),
      latitude: degrees(90),
    }),
    refusals: ['crew.*'],
    touches: ['crew'],
    waits: true,
  }),
};
