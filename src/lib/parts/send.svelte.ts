import { invalidate } from '$app/navigation';
import { arrived } from './arrived.svelte';
import { v7 as uuid } from 'uuid';
import { ValidationError } from 'yup';
import type { Message } from '$core/say/message';
import { contractOf, type CommandName, type Given, type Result } from '$lib/rooms/contracts';
import { fieldRefusal } from '$lib/words/field-refusal';
import { words } from '$lib/words';
import { hear, momentNow, serverNow } from './clock.svelte';
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
 * Rows of a long list that are asked for at once: what is sent is validated first, and more of them would hold
 * the page, and everybody at the server, for a moment.
 */
export const PIECE = 1200;

/** What was asked last of each command, as long as it is on its way or was a moment ago. */
const lately = new Map<CommandName, { content: string; answer: Promise<unknown> }>();
/** Milliseconds within which the same said again is one press that went down twice. */
const ONE_PRESS = 700;

/** What is said, whatever id and moment the press gave to an event. */
function contentOf(name: CommandName, payload: object): string {
  if (!('device' in payload)) return JSON.stringify([name, payload]);
  const { id: _id, at, ...rest } = payload as { id?: string; at?: string };
  const now = Math.abs(serverNow() - Date.parse(String(at))) < 5000;
  return JSON.stringify([name, rest, now || at]);
}

type Answered<Name extends CommandName> = Promise<Result<Name> & { already?: boolean }>;

/**
 * Asks the server to do something. The payload is checked here with the contract that the server
 * checks it with again; what the command touches is loaded anew when it has been done. The same said twice
 * within a moment is asked once.
 * @throws CommandError with the sentence to show, the field it is about, or what stands there meanwhile
 */
export function send<Name extends CommandName>(
  name: Name,
  payload: Given<Name>,
  options: { reload?: boolean } = {},
): Answered<Name> {
  const content = contentOf(name, payload);
  const before = lately.get(name);
  if (before?.content === content) return before.answer as Answered<Name>;
  const begun = Date.now();
  const answer = post(name, payload, options);
  const asked = { content, answer };
  lately.set(name, asked);
  const forget = () => lately.get(name) === asked && lately.delete(name);
  answer.then(() => setTimeout(forget, Math.max(0, begun + ONE_PRESS - Date.now())), forget);
  return answer;
}

/**
 * Asks the server for several of a kind, one after the other, and loads anew once: also where one is refused,
 * for those before it were done.
 * @throws CommandError of the one that was refused; those behind it are not asked for
 */
export async function sendAll<Name extends CommandName>(
  name: Name,
  payloads: readonly Given<Name>[],
): Promise<void> {
  if (!payloads.length) return;
  try {
    for (const payload of payloads) await send(name, payload, { reload: false });
  } finally {
    await reload(name);
  }
}

async function post<Name extends CommandName>(
  name: Name,
  payload: Given<Name>,
  options: { reload?: boolean },
): Answered<Name> {
  saving.error = '';
  const contract = contractOf(name);
  try {
    await contract.input.validate(payload, { abortEarly: true, context: { now: serverNow() } });
  } catch (error) {
    if (error instanceof ValidationError)
      throw fail(fieldRefusal(error, reader.system), { field: error.path });
    throw error;
  }
  saving.open++;
  try {
    for (;;) {
      const asked = Date.now();
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
      hear(Number(response.headers.get('x-done-at')), asked);
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
  return { id: uuid(), at: moment ?? momentNow(), device: 'browser' };
}
