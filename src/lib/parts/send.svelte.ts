import { invalidate } from '$app/navigation';
import { arrived } from './arrived.svelte';
import { v7 as uuid } from 'uuid';
import { ValidationError } from 'yup';
import type { Message } from '$core/say/message';
import { contractOf, type CommandName, type Given, type Result } from '$lib/rooms/contracts';
import { words } from '$lib/words';
import { forgetTyped } from './typed.svelte';
import { reader } from './reader.svelte';

/** Whether everything has reached the server; shown at the right of the header. */
export const saving = $state({ open: 0, error: '' });

/** Somebody's session has ended; whoever waits goes on once they have signed in again, in place. */
export const session = $state<{ ended: boolean; resume?: (signedIn: boolean) => void }>({
  ended: false,
});

/** What stands on the server when somebody else saved first. */
export interface StaleValue {
  edition: number;
  [part: string]: unknown;
}

export class CommandError extends Error {
  override name = 'CommandError';
  constructor(
    message: string,
    readonly more: { field?: string; said?: Message; stale?: StaleValue } = {},
  ) {
    super(message);
  }
  get field() {
    return this.more.field;
  }
  /** What the other one saved, when that is why it was refused. */
  get stale() {
    return this.more.stale;
  }
}

interface Answer {
  ok?: true;
  error?: string;
  message?: string;
  said?: Message;
  field?: string;
  stale?: StaleValue;
}

/**
 * Asks the server to do something. The payload is checked here with the contract that the server
 * checks it with again; what the command touches is loaded anew when it has been done.
 * @throws CommandError with the sentence to show, the field it is about, or what stands there meanwhile
 */
export async function send<Name extends CommandName>(
  name: Name,
  payload: Given<Name>,
  options: { reload?: boolean } = {},
): Promise<Result<Name> & { already?: boolean }> {
  saving.error = '';
  const contract = contractOf(name);
  try {
    await contract.input.validate(payload, { abortEarly: true });
  } catch (error) {
    if (error instanceof ValidationError) throw fail(error.message, { field: error.path });
    throw error;
  }
  saving.open++;
  try {
    for (;;) {
      const response = await fetch(`/do/${name}`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify(payload),
      }).catch(() => {
        throw fail(
          'No answer from the server. Nothing was saved; try again when there is a signal.',
        );
      });
      // A hotspot's page says neither yes nor no, whatever its status.
      const body = (await response.json().catch(() => {
        throw fail('The server broke off. Nothing was saved.');
      })) as Answer;
      if (response.status === 401 && (await signedInAgain())) continue;
      if (!response.ok) {
        const { said, field, stale } = body;
        const sentence = said ? words(said, reader) : (body.error ?? body.message ?? '');
        throw fail(sentence, { field, said, stale });
      }
      forgetTyped();
      if (options.reload !== false) await reload(name);
      return body as unknown as Result<Name> & { already?: boolean };
    }
  } finally {
    saving.open--;
  }
}

/** Waits until whoever works here has signed in again, or says not now. */
export function signedInAgain(): Promise<boolean> {
  return new Promise((resolve) => {
    session.ended = true;
    session.resume = (signedIn) => {
      session.ended = false;
      resolve(signedIn);
    };
  });
}

/**
 * Loads anew what a command touches. Whoever has clicked on to another page meanwhile arrives there first:
 * loading anew in between would call the click back.
 */
async function reload(name: CommandName): Promise<void> {
  await arrived();
  await Promise.all(contractOf(name).touches.map((topic) => invalidate(`viridane:${topic}`)));
}

function fail(message: string, more: CommandError['more'] = {}): CommandError {
  saving.error = message;
  return new CommandError(message, more);
}

/** What every event carries, made on this device at this moment. */
export function newEvent(moment?: string): { id: string; at: string; device: string } {
  return { id: uuid(), at: moment ?? new Date().toISOString(), device: 'browser' };
}
