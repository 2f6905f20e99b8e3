import { CARE } from '../../../../core/tending/care';
import { SEEN } from '../../../../core/tending/visit';
import { command } from '../contract';
import { count, event, id, maybeId, yup } from '../fields';

const { number, object, string } = yup;

export const tendingContract = {
  /** Water given to a row. */
  'tending.watered': command({
    input: object({
      ...event,
      layoutId: id,
      row: count,
      trees: count,
      litres: number().moreThan(0).max(1000).required(),
      corrects: maybeId,
    }),
    refusals: ['crew.noRow', 'crew.noTarget', 'tending.*', 'rows.notReleased'],
    touches: ['tending'],
    waits: true,
  }),
  /** Care of the trees of a row: weeds, mulch, guards, stakes, ties. */
  'tending.cared': command({
    input: object({
      ...event,
      layoutId: id,
      row: count,
      kind: string().oneOf(CARE).required(),
      trees: count,
      corrects: maybeId,
    }),
    refusals: ['crew.noRow', 'crew.noTarget', 'tending.*', 'rows.notReleased'],
    touches: ['tending'],
    waits: true,
  }),
  /** What a walk through a block has found, by row and peg or over an area. */
  'tending.seen': command({
    input: object({
      ...event,
      blockId: id,
      layoutId: maybeId,
      fromRow: number().integer().min(1).max(1_000_000).nullable().default(null),
      toRow: number().integer().min(1).max(1_000_000).nullable().default(null),
      peg: number().integer().min(1).max(1_000_000).nullable().default(null),
      kind: string().oneOf(SEEN).required(),
      trees: number().integer().min(1).max(1_000_000).nullable().default(null),
      body: string().trim().max(300).default(''),
      corrects: maybeId,
    }),
    refusals: ['crew.noRow', 'crew.noTarget', 'crew.noLayout', 'checks.noPeg', 'tending.*'],
    touches: ['tending'],
    waits: true,
  }),
};
