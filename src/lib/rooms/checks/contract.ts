import { FAULTS } from '../../../../core/checks/quality';
import { command } from '../contract';
import { count, event, id, yup } from '../fields';

const { number, object } = yup;

/** How many trees of a plot had each fault. */
export const faults = object(
  Object.fromEntries(
    FAULTS.map((fault) => [fault, number().integer().min(0).max(10_000).optional()]),
  ),
).default({});

export const checksContract = {
  'checks.plot': command({
    input: object({
      ...event,
      layoutId: id,
      planterId: id,
      row: count,
      peg: count,
      area: number().moreThan(1).max(10_000).required(),
      good: number().integer().min(0).max(10_000).required(),
      faults,
    }),
    refusals: ['checks.*', 'crew.noPlanter', 'crew.noRow', 'rows.notReleased'],
    touches: ['checks'],
    waits: true,
  }),
};
