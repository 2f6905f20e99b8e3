import { redirect } from '@sveltejs/kit';
import { siteAccess, sitesOf } from '$lib/server/authorise';
import { store } from '$lib/server/store';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals }) => {
  const open = await store();
  const [access] = await sitesOf(open, locals.person!.id);
  if (!access) redirect(303, '/sign-in');
  await siteAccess(open, locals.person!.id, access.site.id, 'plan');
  const members = await open.membership.findAll({ where: { siteId: access.site.id }, raw: true });
  const people = await open.person.findAll({
    where: { id: members.map(({ personId }) => personId) },
    attributes: ['id', 'name', 'signIn'],
    raw: true,
  });
  return {
    members: people.map((person) => ({
      ...person,
      role: members.find(({ personId }) => personId === person.id)!.role,
    })),
  };
};
