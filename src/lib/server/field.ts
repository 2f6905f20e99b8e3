import { error } from '@sveltejs/kit';
import { plantersFact } from '../rooms/crew/facts.server';
import { may } from './authorise';
import { openBlock } from './page';

/**
 * What every planter's page of a block has: the block, and who enters here. A planter is themself; whoever
 * may enter for others names them in the address.
 */
export async function openField(locals: App.Locals, blockId: string, url: URL) {
  const page = await openBlock(locals, blockId);
  const { block, site, role, facts, person } = page;
  const planters = (await facts.of(plantersFact)).filter(({ retiredOn }) => !retiredOn);
  const wanted = url.searchParams.get('planter');
  const planter =
    (role !== 'planter' && planters.find(({ id }) => id === wanted)) ||
    planters.find(({ personId }) => personId === person.id);
  return {
    ...page,
    planter,
    shown: {
      at: facts.now,
      block: { id: block.id, name: block.name },
      siteId: site.id,
      zone: site.zone,
      today: facts.today,
      planter: planter ? { id: planter.id, name: planter.name } : null,
      planters: role === 'planter' ? [] : planters.map(({ id, name }) => ({ id, name })),
      mayTally: may(role, 'tally'),
      mayRecord: may(role, 'record'),
    },
  };
}

/** Ends a request for a page that needs a released layout. */
export function noLayout(name: string): never {
  error(404, `No layout of ${name} is released to the crew yet.`);
}
