import { json } from '@sveltejs/kit';
import { now } from '$lib/server/clock';
import { carryOut } from '$lib/server/commands';
import { store } from '$lib/server/store';
import type { RequestHandler } from './$types';

export const POST: RequestHandler = async ({ params, request, locals }) => {
  let payload: unknown;
  try {
    payload = await request.json();
  } catch {
    return json({ error: 'The request is no JSON.' }, { status: 400 });
  }
  const { status, body } = await carryOut(await store(), locals.person!, params.command, payload);
  // When it was done, by the server's clock: a phone knows by it which pages count the entry.
  return json(body, { status, headers: { 'x-done-at': String(now()) } });
};
