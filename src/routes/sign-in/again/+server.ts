import { json } from '@sveltejs/kit';
import * as yup from 'yup';
import { signIn } from '$lib/server/sign-in';
import { keepSession } from '$lib/server/session-cookie';
import { store } from '$lib/server/store';
import { words } from '$lib/words';
import type { RequestHandler } from './$types';

const schema = yup.object({
  name: yup.string().max(80).required(),
  password: yup.string().max(200).required(),
});

/** Signs somebody in without leaving the page on which their session ended. */
export const POST: RequestHandler = async ({ request, cookies, url, getClientAddress }) => {
  let asked: yup.InferType<typeof schema>;
  try {
    asked = await schema.validate(JSON.parse((await request.text()).slice(0, 2000)));
  } catch {
    return json({ error: 'A name and a password are needed.' }, { status: 400 });
  }
  const device = request.headers.get('user-agent') ?? '';
  const result = await signIn(
    await store(),
    asked.name,
    asked.password,
    getClientAddress(),
    device,
  );
  if ('refused' in result) return json({ error: words(result.refused) }, { status: 400 });
  keepSession(cookies, url, result);
  return json({ ok: true });
};
