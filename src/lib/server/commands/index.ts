import { isHttpError } from '@sveltejs/kit';
import { Transaction, UniqueConstraintError } from 'sequelize';
import { ValidationError } from 'yup';
import { schemas, type CommandName, type Payload } from '../../schemas';
import type { Store } from '../../store';
import { now } from '../clock';
import { gate } from '../gate';
import type { Person } from '../sign-in';
import type { CommandContext, Handler } from './context';
import { ground } from './ground';
import { people } from './people';
import { rows } from './rows';
import { stock } from './stock';
import { calendar } from './calendar';
import { checks, crew, survival } from './work';

const handlers: { [Name in CommandName]: Handler<Name> } = {
  ...people,
  ...ground,
  ...rows,
  ...stock,
  ...calendar,
  ...crew,
  ...checks,
  ...survival,
};

export interface Outcome {
  status: number;
  body: { ok: true; [key: string]: unknown } | { error: string; field?: string };
}

/** Whoever waited for a lock must see what was written meanwhile, not the state before the wait. */
const { READ_COMMITTED } = Transaction.ISOLATION_LEVELS;

/** Well under half of the pool's connections. */
const inTurn = gate(5);

/** Errors whose sentence is meant for the person who asked. */
const TOLD = new Set([
  'Refusal',
  'GroundError',
  'LedgerError',
  'TallyError',
  'CountError',
  'CrewError',
  'SpacingError',
  'LatticeError',
  'MixError',
  'OrderError',
  'RootError',
  'LabelError',
  'FormatError',
  'SurfaceError',
  'ContourError',
  'GuideError',
  'ScatterError',
  'TrialError',
]);

/**
 * Checks and carries out one command in one transaction: the same schema as in the browser, then
 * the person's role on the site, then the work. Whatever fails changes nothing.
 */
export async function carryOut(
  store: Store,
  person: Person,
  name: string,
  payload: unknown,
): Promise<Outcome> {
  if (!Object.hasOwn(schemas, name))
    return { status: 404, body: { error: `There is no command “${name}”.` } };
  const command = name as CommandName;
  try {
    const checked = await schemas[command].validate(payload, {
      abortEarly: true,
      stripUnknown: true,
      context: { now: now() },
    });
    const handler = handlers[command] as unknown as (
      context: CommandContext,
      payload: Payload<CommandName>,
    ) => Promise<object | void>;
    const result = await inTurn(() =>
      store.sequelize.transaction({ isolationLevel: READ_COMMITTED }, (transaction) =>
        handler({ store, person, transaction }, checked as Payload<CommandName>),
      ),
    );
    return { status: 200, body: { ok: true, ...result } };
  } catch (error) {
    if (error instanceof ValidationError) {
      return { status: 400, body: { error: error.message, field: error.path || undefined } };
    }
    if (isHttpError(error)) return { status: error.status, body: { error: error.body.message } };
    if (error instanceof UniqueConstraintError)
      return { status: 200, body: { ok: true, already: true } };
    if (error instanceof Error && TOLD.has(error.name))
      return { status: 409, body: { error: error.message } };
    throw error;
  }
}
