import { redirect } from '@sveltejs/kit';
import { flags } from '../../core/morning/board';
import { morningBoard } from '$lib/rooms/morning/board.server';
import { openSite } from '$lib/server/page';
import type { PageServerLoad } from './$types';

/** The morning board: every block of the site, and what each wants today. */
export const load: PageServerLoad = async ({ locals, depends }) => {
  depends(
    'viridane:ground',
    'viridane:rows',
    'viridane:stock',
    'viridane:calendar',
    'viridane:crew',
    'viridane:checks',
    'viridane:tending',
    'viridane:survival',
    'viridane:people',
  );
  const page = await openSite(locals);
  if (!page) redirect(303, '/people');
  const board = await morningBoard(page.facts);
  return {
    calls: board.calls,
    steps: board.steps,
    hours: board.air?.hours ?? [],
    flags: flags(board.calls),
    blockStates: board.states.map(({ block, planted, total, standing, layout }) => ({
      id: block.id,
      name: block.name,
      planted,
      total,
      standing,
      released: layout?.state === 'released',
    })),
  };
};
