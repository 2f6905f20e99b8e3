import { redirect } from '@sveltejs/kit';
import { flags } from '../../core/morning/board';
import { morningBoard } from '$lib/server/board';
import { store } from '$lib/server/store';
import type { PageServerLoad } from './$types';

/** The morning board: every block of the site, and what each wants today. */
export const load: PageServerLoad = async ({ parent }) => {
  const { site } = await parent();
  if (!site) redirect(303, '/people');
  const board = await morningBoard(await store(), site);
  return {
    calls: board.calls,
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
