import { FAULTS, type Fault } from '../../../../core/checks/quality';
import { isRecord } from '../../store/shape';
import { command } from '../contract';
import { count, event, id, yup } from '../fields';

const { mixed, number, object } = yup;

/** How many trees of a plot had each fault. */
export const faults = mixed<Partial<Record<Fault, number>>>()
  .default({})
  .test(
    'faults',
    'Faults are whole numbers of the kinds listed.',
    (value) =>
      isRecord(value ?? {}) &&
      Object.entries(value ?? {}).every(
        ([fault, count]) =>
          (FAULTS as readonly string[]).includes(fault) &&
          Number.isInteger(count) &&
          count! >= 0 &&
          count! <= 10_000,
      ),
  );

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
