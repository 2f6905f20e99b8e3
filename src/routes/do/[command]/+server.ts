import { json } from '@sveltejs/kit';
import { say } from '../../../../core/say/message';
import { isTold, told } from '../../../../core/say/told';
import { contractOf, isCommand } from '$lib/rooms/contracts';
import { perform } from '$lib/rooms/commands.server';
import { now } from '$lib/server/clock';
import { guardText } from '$lib/server/guard';
import { isAway } from '$lib/server/work';
import { store } from '$lib/server/store';
import { words } from '$lib/words';
import type { RequestHandler } from './$types';

/** Bytes a request may have where its contract says nothing. */
const USUAL_BYTES = 64_000;

/** Reads a body no longer than it may be; what is longer is never held. */
async function readText(request: Request, most: number): Promise<string> {
  const chunks: Uint8Array[] = [];
  let length = 0;
  for await (const chunk of request.body ?? []) {
    length += (chunk as Uint8Array).byteLength;
    if (length > most)
      throw told('changed.tooLarge', {
        found: Math.ceil(length / 1000),
        most: Math.floor(most / 1000),
      });
    chunks.push(chunk as Uint8Array);
  }
  return Buffer.concat(chunks).toString('utf8');
}

async function readPayload(request: Request, command: string): Promise<unknown> {
  const most = isCommand(command) ? (contractOf(command).bytes ?? USUAL_BYTES) : USUAL_BYTES;
  const text = await readText(request, most);
  guardText(text);
  try {
    return JSON.parse(text) as unknown;
  } catch {
    throw told('changed.noJson');
  }
}

export const POST: RequestHandler = async ({ params, request, locals }) => {
  try {
    const payload = await readPayload(request, params.command);
    const { status, body } = await perform(await store(), locals.person!, params.command, payload);
    // When it was done, by the server's clock: a phone knows by it which pages count the entry.
    return json(body, { status, headers: { 'x-done-at': String(now()) } });
  } catch (error) {
    if (isTold(error)) return json({ error: words(error.said), said: error.said }, { status: 400 });
    if (!isAway(error)) throw error;
    const said = say('site.databaseAway');
    return json({ error: words(said), said }, { status: 503 });
  }
};
