import { fail, redirect } from '@sveltejs/kit';
import { v7 as uuid } from 'uuid';
import { hashPassword, openSession } from '$lib/server/sign-in';
import { keepSession } from '$lib/server/session-cookie';
import { store } from '$lib/server/store';
import { yup } from '$lib/rooms/fields';
import { zone } from '$lib/rooms/people/contract';
import type { Actions, PageServerLoad } from './$types';

const schema = yup.object({
  site: yup.string().trim().min(2).max(120).required(),
  name: yup.string().trim().min(2).max(80).required(),
  signIn: yup.string().trim().lowercase().min(2).max(80).required(),
  password: yup.string().min(10).max(200).required(),
  zone,
  units: yup
    .string()
    .oneOf(['metric', 'us'] as const)
    .default('metric'),
});

/** The first start of an empty installation; closed as soon as somebody has signed up. */
export const load: PageServerLoad = async () => {
  if ((await (await store()).person.count()) > 0) redirect(303, '/sign-in');
};

export const actions: Actions = {
  default: async ({ request, cookies, url }) => {
    const open = await store();
    const form = Object.fromEntries(await request.formData());
    let asked: yup.InferType<typeof schema>;
    try {
      asked = await schema.validate(form);
    } catch (error) {
      return fail(400, { error: (error as Error).message, ...form, password: '' });
    }
    const passwordHash = await hashPassword(asked.password);
    const [siteId, personId] = [uuid(), uuid()];
    await open.sequelize.transaction(async (transaction) => {
      if (await open.person.findOne({ transaction, lock: transaction.LOCK.UPDATE }))
        redirect(303, '/sign-in');
      await open.site.create(
        {
          id: siteId,
          name: asked.site,
          longitude: 0,
          latitude: 0,
          zone: asked.zone,
          placed: false,
        },
        { transaction },
      );
      await open.person.create(
        {
          id: personId,
          signIn: asked.signIn,
          name: asked.name,
          passwordHash,
          units: asked.units,
          theme: 'day',
        },
        { transaction },
      );
      await open.membership.create({ personId, siteId, role: 'leader' }, { transaction });
    });
    const device = request.headers.get('user-agent') ?? '';
    keepSession(cookies, url, await openSession(open, personId, device));
    redirect(303, '/');
  },
};
