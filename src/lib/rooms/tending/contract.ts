import { CARE } from '../../../../core/tending/care';
import { INSTRUMENTS } from '../../../../core/tending/instruments';
import { SEEN } from '../../../../core/tending/visit';
import { command } from '../contract';
import { count, day, event, id, maybeId, yup } from '../fields';

const { array, number, object, string } = yup;

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
  /** Readings of a probe or a gauge, day by day: typed, from its file, or of the stand-in. */
  'tending.readings': command({
    input: object({
      ...event,
      blockId: id,
      /** Where a probe stands; nothing for the ground outside the zones, and for a gauge. */
      zoneId: maybeId,
      kind: string().oneOf(INSTRUMENTS).required(),
      came: string()
        .oneOf(['typed', 'file', 'stand-in'] as const)
        .required(),
      /** Share of volume, or millimetres of rain. */
      readings: array()
        .of(object({ day: day.required(), value: number().min(0).max(600).required() }).noUnknown())
        .min(1)
        .max(2000)
        .required(),
      corrects: maybeId,
    }),
    refusals: ['crew.noTarget', 'site.dayAhead', 'ground.*', 'tending.*'],
    touches: ['tending'],
    bytes: 200_000,
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
