import { json } from '@sveltejs/kit';
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
  return json(body, { status });
};
