import { invalidateAll } from '$app/navigation';
import { navigating } from '$app/state';
import { v7 as uuid } from 'uuid';
import { ValidationError } from 'yup';
import { schemas, type CommandName } from '$lib/schemas';

/** Whether everything has reached the server; shown at the right of the header. */
export const saving = $state({ open: 0, error: '' });

export class CommandError extends Error {
  override name = 'CommandError';
  constructor(
    message: string,
    readonly field?: string,
  ) {
    super(message);
  }
}

/**
 * Asks the server to do something. The payload is checked here with the schema that the server
 * checks it with again; the page's data is loaded anew when it has been done.
 * @throws CommandError with the sentence to show and the field it is about
 */
export async function send<Result = Record<string, unknown>>(
  name: CommandName,
  payload: Record<string, unknown>,
  options: { reload?: boolean } = {},
): Promise<Result> {
  saving.error = '';
  try {
    await schemas[name].validate(payload, { abortEarly: true });
  } catch (error) {
    if (error instanceof ValidationError) throw fail(error.message, error.path);
    throw error;
  }
  saving.open++;
  try {
    const response = await fetch(`/do/${name}`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(payload),
    }).catch(() => {
      throw fail('No answer from the server. Nothing was saved; try again when there is a signal.');
    });
    const body = await response
      .json()
      .catch(() => ({ error: 'The server broke off. Nothing was saved.' }));
    if (!response.ok) throw fail(body.error ?? body.message, body.field);
    if (options.reload !== false) await reload();
    return body as Result;
  } finally {
    saving.open--;
  }
}

/**
 * Loads the page's data anew. Whoever has clicked on to another page meanwhile arrives there first:
 * loading anew in between would call the click back.
 */
async function reload(): Promise<void> {
  await navigating.complete?.catch(() => {});
  await invalidateAll();
}

function fail(message: string, field?: string): CommandError {
  saving.error = message;
  return new CommandError(message, field);
}

/** What every event carries, made on this device at this moment. */
export function newEvent(): { id: string; at: string; device: string } {
  return { id: uuid(), at: new Date().toISOString(), device: 'browser' };
}
