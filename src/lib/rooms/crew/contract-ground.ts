import { FAULTS } from '../../../../core/checks/quality';
import { LONGEST_GAP, MOST_IN_TRIAL } from '../../../../core/crew/trial-run';
import { WAVES } from '../../../../core/crew/waves';
import { command, gives } from '../contract';
import { count, event, id, maybeId, yup } from '../fields';

const { array, boolean, number, object, string } = yup;

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
  /** Ten trees set at planting speed and measured: gaps from tree to tree, and the soil over each, metres. */
  'crew.trialRun': command({
    input: object({
      ...event,
      layoutId: id,
      seat: string().trim().max(10).default(''),
      apart: number().moreThan(0).max(LONGEST_GAP).required(),
      gaps: array(number().moreThan(0).lessThan(LONGEST_GAP).required())
        .min(3)
        .max(MOST_IN_TRIAL)
        .required(),
      depths: array(number().min(-1).max(1).required()).max(MOST_IN_TRIAL).required(),
      corrects: maybeId,
    }),
    refusals: ['crew.*', 'rows.notReleased'],
    touches: ['crew'],
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
