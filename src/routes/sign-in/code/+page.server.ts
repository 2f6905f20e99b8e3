import { fail, redirect } from '@sveltejs/kit';
import { say } from '../../../../core/say/message';
import { codeHash } from '$lib/rooms/people/commands.server';
import { password, signInName } from '$lib/rooms/people/contract';
import { yup } from '$lib/rooms/fields';
import { now } from '$lib/server/clock';
import { hashPassword, openSession, SESSION_COOKIE, throttled } from '$lib/server/sign-in';
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
    const open = await store();
    const address = getClientAddress();
    const refuse = (message: string) => fail(400, { name: asked.name, refused: message });
    const waiting = await throttled(open, asked.name, address);
    if (waiting) return refuse(words(waiting));
    const person = await open.person.findOne({
      where: { signIn: asked.name, anonymous: false },
      raw: true,
    });
    const code = person && (await open.resetCode.findByPk(person.id, { raw: true }));
    const good =
      code && new Date(code.expiresAt).getTime() > now() && code.codeHash === codeHash(asked.code);
    if (!person || !good) {
      await open.signInAttempt.create({
        signIn: asked.name,
        address: address.slice(0, 64),
        at: new Date(now()),
      });
      return refuse(words(say('people.badCode')));
    }
    const passwordHash = await hashPassword(asked.password);
    await open.sequelize.transaction(async (transaction) => {
      // Whoever takes the code away first has used it.
      const used = await open.resetCode.destroy({ where: { personId: person.id }, transaction });
      if (!used) throw new Error('The code was used a moment ago.');
      await open.person.update({ passwordHash }, { where: { id: person.id }, transaction });
      await open.session.destroy({ where: { personId: person.id }, transaction });
    });
    const { token, expires } = await openSession(
      open,
      person.id,
      request.headers.get('user-agent') ?? '',
    );
    cookies.set(SESSION_COOKIE, token, {
      path: '/',
      httpOnly: true,
      sameSite: 'lax',
      secure: url.protocol === 'https:',
      expires,
    });
    redirect(303, '/');
  },
};
