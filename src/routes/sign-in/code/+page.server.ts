import { fail, redirect } from '@sveltejs/kit';
import { password, signInName } from '$lib/rooms/people/contract';
import { yup } from '$lib/rooms/fields';
import { signInByCode } from '$lib/server/sign-in';
import { keepSession } from '$lib/server/session-cookie';
import { store } from '$lib/server/store';
import { words } from '$lib/words';
import type { Actions } from './$types';

const schema = yup.object({
  name: signInName,
  code: yup.string().max(40).required(),
  password,
});

export const actions: Actions = {
  /** Sets a new password by the code that a leader gave; it is good once. */
  default: async ({ request, cookies, url, getClientAddress }) => {
    const form = Object.fromEntries(await request.formData());
    let asked: yup.InferType<typeof schema>;
    try {
      asked = await schema.validate(form);
    } catch (error) {
      return fail(400, { name: String(form.name ?? ''), refused: (error as Error).message });
    }
    const device = request.headers.get('user-agent') ?? '';
    const outcome = await signInByCode(await store(), asked, getClientAddress(), device);
    if ('refused' in outcome)
      return fail(400, { name: asked.name, refused: words(outcome.refused) });
    keepSession(cookies, url, outcome);
    redirect(303, '/');
  },
};
