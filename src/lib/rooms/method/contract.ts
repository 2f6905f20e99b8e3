import { SCHOOLS } from '../../../../core/method/schools';
import { type Method } from '../../../../core/method/method';
import { command, gives } from '../contract';
import { edition, id, yup } from '../fields';

const { boolean, mixed, object, string } = yup;

export const conditions = object({
  texture: string()
    .oneOf(['sand', 'loam', 'clay'] as const)
    .required(),
  moisture: string()
    .oneOf(['dry', 'fresh', 'wet'] as const)
    .required(),
  cover: string()
    .oneOf(['sod', 'bare', 'cleared'] as const)
    .required(),
  compacted: boolean().required(),
  exposed: boolean().required(),
  sloping: boolean().required(),
  planting: string()
    .oneOf(['hand', 'machine'] as const)
    .required(),
  stock: string()
    .oneOf(['bare-root', 'container'] as const)
    .required(),
});

const method = mixed<Method>()
  .required()
  .test('schools', 'The method names a school that does not exist.', (value) =>
    Object.entries((value ?? {}) as Method).every(([question, chosen]) =>
      SCHOOLS.find((entry) => entry.question === question)?.schools.some(
        ({ key }) => key === chosen,
      ),
    ),
  );

export const methodContract = {
  'method.save': command({
    input: object({ blockId: id, conditions, method, edition }),
    result: gives<{ edition: number }>(),
    refusals: ['changed.stale'],
    touches: ['ground', 'calendar'],
  }),
};
