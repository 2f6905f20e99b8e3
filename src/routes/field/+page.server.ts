import { layoutsFact, releasedOf } from '$lib/rooms/rows/facts.server';
import { shortRanges } from '../../../core/measure/ranges';
import { holds } from '../../../core/crew/share';
import { plantersFact, sharesFact } from '$lib/rooms/crew/facts.server';
import { inHandOf } from '$lib/rooms/crew/in-hand.server';
import { blocksAtWork } from '$lib/rooms/ground/facts.server';
import { lotsFact } from '$lib/rooms/stock/facts.server';
import { may } from '$lib/server/authorise';
import { openSite } from '$lib/server/page';
import type { PageServerLoad } from './$types';

/** Blocks at work with a released layout, to plant on, or with stock to look after. */
export const load: PageServerLoad = async ({ locals }) => {
  const page = await openSite(locals);
  if (!page) return { fieldBlocks: [] };
  const { facts, role, person } = page;
  const blocks = await blocksAtWork(facts);
  const ids = blocks.map(({ id }) => id);
  const [layouts, lots, shares, planters] = await Promise.all([
    facts.all(layoutsFact, ids),
    facts.all(lotsFact, ids),
    facts.all(sharesFact, ids),
    facts.of(plantersFact),
  ]);
  const records = may(role, 'record');
  const me = planters.find(({ personId }) => personId === person.id)?.id;
  /** Rows with places left of whoever asks, dead ones of a refill too, block by block. */
  const own = new Map(
    await Promise.all(
      ids
        .filter((id) => me && shares.get(id)?.some(({ planterId }) => planterId === me))
        .map(async (id) => {
          const open = (await inHandOf(facts, id)).rows.filter(
            (row) => row.open + row.dead > 0 && holds(shares.get(id)!, me!, row.number),
          );
          const left = open.reduce((sum, row) => sum + row.open + row.dead, 0);
          return [id, { rows: shortRanges(open.map(({ number }) => number)), left }] as const;
        }),
    ),
  );
  return {
    fieldBlocks: blocks
      .map(({ id, name }) => ({
        id,
        name,
        trees: releasedOf(layouts.get(id) ?? [])?.trees,
        lots: records ? (lots.get(id)?.length ?? 0) : 0,
        own: own.get(id)?.rows ?? '',
        left: own.get(id)?.left ?? 0,
      }))
      .filter(({ trees, lots: held }) => trees || held)
      .sort((a, b) => Number(Boolean(b.own)) - Number(Boolean(a.own))),
  };
};
