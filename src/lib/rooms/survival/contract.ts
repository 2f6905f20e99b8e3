import { command, gives } from '../contract';
import { count, day, event, id, yup } from '../fields';

const { number, object, string } = yup;

export const survivalContract = {
  'survival.count': command({
    input: object({
      ...event,
      layoutId: id,
      row: count,
      set: count,
      alive: number().integer().min(0).max(1_000_000).required(),
      marks: string()
        .matches(/^[01]*$/)
        .max(20_000)
        .default(''),
      cause: string().trim().max(24).default(''),
      countedOn: day.required(),
      /** Why a row is counted again; a count stands beside the one before it. */
      why: string().trim().max(300).default(''),
    }),
    result: gives<{ again?: boolean }>(),
    refusals: ['survival.*', 'site.dayAhead', 'rows.notReleased'],
    touches: ['survival'],
    waits: true,
  }),
  'survival.target': command({
    input: object({ blockId: id, targetDensity: number().moreThan(0).max(10).required() }),
    refusals: [],
    touches: ['survival'],
  }),
};
