import { PLANTER_KINDS } from '../../../../core/crew/usual';
import { command, gives } from '../contract';
import { count, day, edition, event, id, maybeId, name, yup } from '../fields';
import { followContract } from './contract-ground';
import { payContract } from './contract-pay';
import { wordsContract } from './contract-words';

const { array, number, object, string } = yup;

export const crewContract = {
  ...payContract,
  ...wordsContract,
  ...followContract,
  'crew.planter': command({
    input: object({
      id,
      siteId: id,
      name,
      /** Trees a day; nothing where the usual ones hold. */
      rate: number().moreThan(0).max(20_000).nullable().defined(),
      /** One of the crew or a group; left out, as it was. */
      kind: string().oneOf(PLANTER_KINDS).notRequired(),
      people: count.max(500).notRequired(),
      /** Who signs in as this planter; left out, whoever it was. */
      personId: id.notRequired().nullable(),
      /** The day they left; left out, as it was. */
      retiredOn: day.notRequired().nullable(),
      edition,
    }),
    result: gives<{ edition: number }>(),
    refusals: ['crew.*', 'people.notHere', 'changed.stale'],
    touches: ['crew', 'site'],
  }),
  'crew.share': command({
    input: object({
      layoutId: id,
      planters: array().of(id).min(1).max(200).required(),
      /** Rows for the whole block, or as many as the planters reach on their day. */
      scope: string()
        .oneOf(['block', 'today'] as const)
        .default('block'),
      /** Of the shares that whoever asks has before them (`sharesEdition`). */
      edition,
    }),
    result: gives<{ edition: number }>(),
    refusals: ['crew.*', 'rows.notReleased'],
    touches: ['crew'],
  }),
  /** Who has which rows, as the leader drew it. */
  'crew.assign': command({
    input: object({
      layoutId: id,
      shares: array()
        .of(object({ planterId: id, firstRow: count, lastRow: count }))
        .min(1)
        .max(2000)
        .required(),
      /** Of the shares that it was drawn from (`sharesEdition`). */
      edition,
    }),
    result: gives<{ edition: number }>(),
    refusals: ['crew.*', 'rows.notReleased', 'changed.stale'],
    touches: ['crew'],
  }),
  /** Somebody begins or ends work; a correction takes back what was clocked. */
  'crew.clock': command({
    input: object({
      ...event,
      siteId: id,
      blockId: maybeId,
      planterId: id,
      kind: string()
        .oneOf(['on', 'off'] as const)
        .required(),
      tool: string().trim().max(40).default(''),
      corrects: maybeId,
    }),
    refusals: ['crew.*'],
    touches: ['crew'],
    waits: true,
  }),
  'crew.tally': command({
    input: object({
      ...event,
      layoutId: id,
      row: count,
      planterId: id,
      count,
      corrects: maybeId,
      note: string().trim().max(300).default(''),
    }),
    result: gives<{ planted: number; places: number; withdrawn?: boolean }>(),
    refusals: ['crew.*', 'rows.notReleased'],
    touches: ['crew'],
    waits: true,
  }),
};
