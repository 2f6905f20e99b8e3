import { CAUSES } from '../../../../core/survival/marks';
import { command, gives } from '../contract';
import { count, day, event, id, yup } from '../fields';

const { array, number, object, string } = yup;

export const survivalContract = {
  'survival.count': command({
    input: object({
      ...event,
      layoutId: id,
      row: count,
      set: count,
      alive: number().integer().min(0).max(1_000_000).required(),
      marks: string()
        .matches(
          /^[1pb0g-]*$/,
          'Trees are marked 1 alive, p poor, b browsed, 0 dead, g gone, - not looked at.',
        )
        .max(20_000)
        .default(''),
      cause: string().trim().max(24).default(''),
      /** What killed which tree, where it was seen. */
      causes: array()
        .of(object({ peg: count, cause: string().oneOf(CAUSES).required() }).noUnknown())
        .max(20_000)
        .default([]),
      heights: array()
        .of(object({ peg: count, height: number().moreThan(0).max(60).required() }).noUnknown())
        .max(20_000)
        .default([]),
      countedOn: day.required(),
      /** Why a row is counted again; a count stands beside the one before it. */
      why: string().trim().max(300).default(''),
    }),
    result: gives<{ again?: boolean; cameBack?: number[] }>(),
    refusals: ['survival.*', 'site.dayAhead', 'rows.notReleased', 'crew.noRow'],
    touches: ['survival'],
    waits: true,
  }),
  'survival.target': command({
    input: object({ blockId: id, targetDensity: number().moreThan(0).max(10).required() }),
    refusals: [],
    touches: ['survival'],
  }),
};
