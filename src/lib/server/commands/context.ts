import type { Transaction } from 'sequelize';
import type { Store } from '../../store';
import type { Person } from '../sign-in';
import { now } from '../clock';
import type { CommandName, Payload } from '../../schemas';

export interface CommandContext {
  store: Store;
  person: Person;
  transaction: Transaction;
}

/** Carries out one command; what it returns is sent back to the browser. */
export type Handler<Name extends CommandName> = (
  context: CommandContext,
  payload: Payload<Name>,
) => Promise<Record<string, unknown> | void>;

export type Handlers<Prefix extends string> = {
  [Name in Extract<CommandName, `${Prefix}.${string}`>]: Handler<Name>;
};

/** Something that cannot be done, said to the person who asked. Nothing was changed. */
export class Refusal extends Error {
  override name = 'Refusal';
}

/** The columns every event has. */
export function eventRow(
  context: CommandContext,
  { id, at, device }: { id: string; at: string; device: string },
) {
  return { id, at: new Date(at), recordedAt: new Date(now()), authorId: context.person.id, device };
}
