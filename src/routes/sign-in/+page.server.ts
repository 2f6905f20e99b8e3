import { words } from '$lib/words';
import { fail, redirect } from '@sveltejs/kit';
import { personOf, SESSION_COOKIE, signIn, signOut } from '$lib/server/sign-in';
import { keepSession } from '$lib/server/session-cookie';
import { store } from '$lib/server/store';
import { onward } from '$lib/parts/onward';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals }) => {
  if (locals.person) redirect(303, '/');
  if ((await (await store()).person.count()) === 0) redirect(303, '/welcome');
  return { demo: process.env.VIRIDANE_DEMO === '1' };
};

export const actions: Actions = {
  in: async ({ request, cookies, url, getClientAddress }) => {
    const form = await request.formData();
    const name = String(form.get('name') ?? '');
    const result = await signIn(
      await store(),
      name,
      String(form.get('password') ?? ''),
      getClientAddress(),
      request.headers.get('user-agent') ?? '',
    );
    if ('refused' in result) return fail(400, { name, refused: words(result.refused) });
    keepSession(cookies, url, result);
    const to = onward(url.searchParams.get('to'), url.origin);
    // Whoever only plants has come for their rows.
    const person = to === '/' ? await personOf(await store(), result.token) : undefined;
    const plants = person?.sites.length && person.sites.every(({ role }) => role === 'planter');
    redirect(303, plants ? '/field' : to);
  },
  out: async ({ cookies }) => {
    const token = cookies.get(SESSION_COOKIE);
    if (token) await signOut(await store(), token);
    cookies.delete(SESSION_COOKIE, { path: '/' });
    redirect(303, '/sign-in');
  },
};
