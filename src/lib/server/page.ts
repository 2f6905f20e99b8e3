import { say } from '../../../core/say/message';
import type { BlockRow } from '../rooms/ground/tables.server';
import { blocksFact } from '../rooms/ground/facts.server';
import type { SiteRow, Role } from '../rooms/people/tables.server';
import type { Store } from '../store';
import { refuse, siteAccess, type Action } from './authorise';
import { Facts } from './facts';
import type { Person } from './sign-in';
import { store } from './store';

export interface SitePage {
  store: Store;
  person: Person;
  role: Role;
  site: SiteRow;
  facts: Facts;
}
export interface BlockPage extends SitePage {
  block: BlockRow;
}

const opened = new WeakMap<App.Locals, Map<string, Promise<Facts>>>();

/** The facts of a site, one for a request though its layout and its page both ask. */
function factsOf(locals: App.Locals, open: Store, site: SiteRow): Promise<Facts> {
  const bySite = opened.get(locals) ?? new Map<string, Promise<Facts>>();
  opened.set(locals, bySite);
  let facts = bySite.get(site.id);
  if (!facts) {
    facts = Facts.read(open, site);
    bySite.set(site.id, facts);
  }
  return facts;
}

/** The first site of whoever is signed in; undefined when they belong to none yet. */
export async function openSite(
  locals: App.Locals,
  action: Action = 'read',
): Promise<SitePage | undefined> {
  const person = locals.person!;
  const [first] = person.sites;
  if (!first) return undefined;
  const { site, role } = siteAccess(person, first.site.id, action);
  const open = await store();
  return { store: open, person, site, role, facts: await factsOf(locals, open, site) };
}

/** A block of whoever is signed in, with its site and its facts. @throws 404 or 403 */
export async function openBlock(
  locals: App.Locals,
  blockId: string,
  action: Action = 'read',
): Promise<BlockPage> {
  const person = locals.person!;
  const open = await store();
  for (const { site, role } of person.sites) {
    const facts = await factsOf(locals, open, site);
    const block = (await facts.of(blocksFact)).find(({ id }) => id === blockId);
    if (!block) continue;
    siteAccess(person, site.id, action, 'block');
    return { store: open, person, site, role, facts, block };
  }
  refuse(404, say('site.noSuch', { what: 'block' }));
}
