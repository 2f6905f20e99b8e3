import { FAULTS } from '../../../../core/checks/quality';
import { WAVES } from '../../../../core/crew/waves';
import { command, gives } from '../contract';
import { count, event, id, maybeId, yup } from '../fields';

const { boolean, number, object, string } = yup;

/** What follows the planters over the ground. */
export const followContract = {
  /** Trees of a row that a following wave has done. */
  'crew.wave': command({
    input: object({
      ...event,
      layoutId: id,
      row: count,
      wave: string().oneOf(WAVES).required(),
      count,
      corrects: maybeId,
    }),
    result: gives<{ done: number; planted: number }>(),
    refusals: ['crew.*', 'rows.notReleased'],
    touches: ['crew'],
    waits: true,
  }),
  /** A fault found walking behind the machine. */
  'crew.fault': command({
    input: object({
      ...event,
      layoutId: id,
      row: count,
      peg: count,
      fault: string().oneOf(FAULTS).required(),
      mended: boolean().required(),
      seat: string().trim().max(10).default(''),
      corrects: maybeId,
    }),
    refusals: ['crew.*', 'checks.noPeg', 'rows.notReleased'],
    touches: ['crew', 'checks'],
    waits: true,
  }),
  /** Reservoir boxes of a row set and filled, or filled again. */
  'crew.box': command({
    input: object({
      ...event,
      layoutId: id,
      row: count,
      boxes: count,
      litres: number().moreThan(0).max(1000).required(),
      kind: string()
        .oneOf(['set', 'refill'] as const)
        .required(),
      corrects: maybeId,
    }),
    refusals: ['crew.*', 'rows.notReleased'],
    touches: ['crew'],
    waits: true,
  }),
};
