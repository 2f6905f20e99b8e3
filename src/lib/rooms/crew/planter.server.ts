import { told } from '../../../../core/say/told';
import type { Work } from '../../server/work';

/** A planter of the site. */
export async function planterOf(work: Work, id: string, siteId: string) {
  const planter = await work.tables.planter.one({ id, siteId });
  if (!planter) throw told('crew.noPlanter');
  return planter;
}

/** A planter who has not left: for what is still to come. */
export async function activePlanter(work: Work, id: string, siteId: string) {
  const planter = await planterOf(work, id, siteId);
  if (planter.retiredOn)
    throw told('crew.retired', { planter: planter.name, day: { day: planter.retiredOn } });
  return planter;
}

/** A planter for whom this person enters: everybody but a planter enters for all. */
export async function ownPlanter(work: Work, id: string, siteId: string, role: string) {
  const planter = await planterOf(work, id, siteId);
  if (role === 'planter' && planter.personId !== work.person.id)
    throw told('crew.ownWords', { planter: planter.name });
  return planter;
}
