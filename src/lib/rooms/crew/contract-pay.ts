import { command, gives } from '../contract';
import { day, event, id, name, yup } from '../fields';

const { array, boolean, number, object, string } = yup;

/** Who plants, and what they are paid. */
export const payContract = {
  /** Planters by their names; whoever is known already is left as they are. */
  'crew.paste': command({
    input: object({
      siteId: id,
      planters: array().of(object({ id, name })).min(1).max(200).required(),
      rate: number().moreThan(0).max(20_000).nullable().defined(),
    }),
    result: gives<{ added: number; known: string[] }>(),
    refusals: ['crew.*'],
    touches: ['crew', 'site'],
  }),
  /** What somebody is paid from a day on. */
  'crew.payRate': command({
    input: object({
      ...event,
      siteId: id,
      planterId: id,
      kind: string()
        .oneOf(['piece', 'hour'] as const)
        .required(),
      amount: number().min(0).max(100_000).required(),
      fromDay: day.required(),
    }),
    refusals: ['crew.*'],
    touches: ['crew'],
  }),
  /** Whether trees that checks of a day would fail are paid. */
  'crew.payDecision': command({
    input: object({
      ...event,
      siteId: id,
      planterId: id,
      day: day.required(),
      counts: boolean().required(),
      note: string().trim().max(300).default(''),
    }),
    refusals: ['crew.*'],
    touches: ['crew'],
  }),
};
