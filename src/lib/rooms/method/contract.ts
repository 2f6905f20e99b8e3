import { type Difference, scopeKey, type Scope } from '../../../../core/method/differences';
import { BROWSERS, SCHOOLS } from '../../../../core/method/schools';
import { type Method } from '../../../../core/method/method';
import { command, gives } from '../contract';
import { edition, id, yup } from '../fields';

const { array, boolean, mixed, number, object, string } = yup;

const STOCKS = ['bare-root', 'container'] as const;

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
  stock: string().oneOf(STOCKS).required(),
  browse: string().oneOf(BROWSERS).default('none'),
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

const rowNumber = number().integer().min(1).max(100_000).required();

/** Each kind of scope by its own members; nothing else comes along. */
const SCOPES = {
  stock: object({ by: string().required(), stock: string().oneOf(STOCKS).required() }),
  zone: object({ by: string().required(), zone: id }),
  lot: object({ by: string().required(), lot: id }),
  rows: object({
    by: string().required(),
    letter: string()
      .matches(/^[B-Z]$/)
      .required(),
    rows: array().of(rowNumber).min(1).max(5000).required(),
    version: number().integer().min(1).max(1_000_000).required(),
    among: yup.tuple([rowNumber, rowNumber]).required(),
  }),
} as const;

/** What a scope of this kind is held to; nothing for a kind there is not. */
function shapeOfScope(value: unknown) {
  const by = (value as { by?: unknown } | null | undefined)?.by;
  return typeof by === 'string' && Object.hasOwn(SCOPES, by)
    ? SCOPES[by as keyof typeof SCOPES]
    : undefined;
}

const scope = yup.lazy(
  (value: unknown) =>
    shapeOfScope(value) ??
    object({
      by: string()
        .oneOf(Object.keys(SCOPES) as Scope['by'][])
        .required(),
    }),
);

/** What differs from the block, for whom; nobody twice. */
export const differences = array()
  .of(object({ scope: scope as never, method }))
  .max(60)
  .default([])
  .test('twice', 'Two differences are for the same trees. Put them into one.', (value) => {
    // What is no scope is refused where it stands, and is the same as no other.
    const scopes = ((value ?? []) as (Partial<Difference> | null)[]).flatMap((entry) =>
      shapeOfScope(entry?.scope)?.isValidSync(entry?.scope) ? [entry!.scope!] : [],
    );
    const keys = scopes.map(scopeKey);
    return new Set(keys).size === keys.length;
  });

export const methodContract = {
  'method.save': command({
    input: object({ blockId: id, conditions, method, differences, edition }),
    result: gives<{ edition: number }>(),
    refusals: ['changed.stale', 'method.noSuchZone'],
    touches: ['ground', 'calendar'],
  }),
};
