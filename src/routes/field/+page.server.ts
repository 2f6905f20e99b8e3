import { layoutsFact, releasedOf } from '$lib/rooms/rows/facts.server';
import { blocksFact } from '$lib/rooms/ground/facts.server';
import { lotsFact } from '$lib/rooms/stock/facts.server';
import { may } from '$lib/server/authorise';
import { openSite } from '$lib/server/page';
import type { PageServerLoad } from './$types';

/** Blocks with a released layout, to plant on, or with stock to look after. */
export const load: PageServerLoad = async ({ locals }) => {
  const page = await openSite(locals);
  if (!page) return { fieldBlocks: [] };
  const { facts, role } = page;
  const blocks = await facts.of(blocksFact);
  const ids = blocks.map(({ id }) => id);
  const [layouts, lots] = await Promise.all([
    facts.all(layoutsFact, ids),
    facts.all(lotsFact, ids),
  ]);
  const records = may(role, 'record');
  return {
    fieldBlocks: blocks
      .map(({ id, name }) => ({
        id,
        name,
        trees: releasedOf(layouts.get(id) ?? [])?.trees,
        lots: records ? (lots.get(id)?.length ?? 0) : 0,
      }))
      .filter(({ trees, lots: own }) => trees || own),
  };
};
