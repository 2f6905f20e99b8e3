import { error } from '@sveltejs/kit';
import type { Store } from '../store';
import type { BlockRow } from '../store/ground';
import type { Role, SiteRow } from '../store/people';
import type { LayoutRow } from '../store/rows';

/** What can be done, from looking on to deciding. */
export type Action = 'read' | 'tally' | 'record' | 'plan';

const MAY: Record<Role, Action[]> = {
  leader: ['read', 'tally', 'record', 'plan'],
  checker: ['read', 'tally', 'record'],
  planter: ['read', 'tally'],
  viewer: ['read'],
};

const NEEDS: Record<Action, string> = {
  read: 'a place in the crew',
  tally: 'to be a planter, checker or leader',
  record: 'to be a checker or leader',
  plan: 'to be the leader',
};

export const may = (role: Role, action: Action): boolean => MAY[role].includes(action);

export interface Access {
  role: Role;
  site: SiteRow;
}

/**
 * The person's role on a site. A site one does not belong to is answered like one that does not
 * exist, so that ids cannot be tried out.
 */
export async function siteAccess(
  store: Store,
  personId: string,
  siteId: string,
  action: Action,
  what: 'site' | 'block' | 'layout' = 'site',
): Promise<Access> {
  const membership = await store.membership.findOne({ where: { personId, siteId } });
  const site = membership && (await store.site.findByPk(siteId));
  if (!membership || !site) error(404, `There is no such ${what} among yours.`);
  if (!may(membership.role, action)) {
    error(403, `This needs ${NEEDS[action]}; you are a ${membership.role} on ${site.name}.`);
  }
  return { role: membership.role, site: site.get() as SiteRow };
}

export async function blockAccess(
  store: Store,
  personId: string,
  blockId: string,
  action: Action,
  what: 'block' | 'layout' = 'block',
): Promise<Access & { block: BlockRow }> {
  const block = await store.block.findByPk(blockId);
  if (!block) error(404, `There is no such ${what} among yours.`);
  const access = await siteAccess(store, personId, block.siteId, action, what);
  return { ...access, block: block.get() as BlockRow };
}

export async function layoutAccess(
  store: Store,
  personId: string,
  layoutId: string,
  action: Action,
): Promise<Access & { block: BlockRow; layout: LayoutRow }> {
  const layout = await store.layout.findByPk(layoutId);
  if (!layout) error(404, 'There is no such layout among yours.');
  const access = await blockAccess(store, personId, layout.blockId, action, 'layout');
  return { ...access, layout: layout.get() as LayoutRow };
}

/** The sites a person belongs to. */
export async function sitesOf(store: Store, personId: string): Promise<Access[]> {
  const memberships = await store.membership.findAll({ where: { personId } });
  const sites = await store.site.findAll({
    where: { id: memberships.map(({ siteId }) => siteId) },
  });
  return sites.map((site) => ({
    site: site.get() as SiteRow,
    role: memberships.find(({ siteId }) => siteId === site.id)!.role,
  }));
}
