import { error } from '@sveltejs/kit';
import { say, type Message } from '../../../core/say/message';
import type { Role, SiteRow } from '../rooms/people/tables.server';
import { words } from '../words';
import type { Person } from './sign-in';

/** What can be done, from looking on to deciding. */
export type Action = 'read' | 'tally' | 'record' | 'plan';

const MAY: Record<Role, Action[]> = {
  leader: ['read', 'tally', 'record', 'plan'],
  checker: ['read', 'tally', 'record'],
  planter: ['read', 'tally'],
  viewer: ['read'],
};

export const may = (role: Role, action: Action): boolean => MAY[role].includes(action);

export interface Access {
  role: Role;
  site: SiteRow;
}

/** Ends a request with a message for whoever asked. */
export function refuse(status: 403 | 404 | 503, said: Message): never {
  error(status, { message: words(said), said });
}

/**
 * The person's role on a site. A site one does not belong to is answered like one that does not
 * exist, so that ids cannot be tried out.
 */
export function siteAccess(
  person: Person,
  siteId: string,
  action: Action,
  what: 'site' | 'block' | 'layout' = 'site',
): Access {
  const access = person.sites.find(({ site }) => site.id === siteId);
  if (!access) refuse(404, say('site.noSuch', { what }));
  const { role, site } = access;
  if (!may(role, action)) refuse(403, say('site.needsRole', { action, role, site: site.name }));
  return access;
}
