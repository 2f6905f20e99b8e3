import { error, redirect } from '@sveltejs/kit';
import { isTold } from '../../../../core/say/told';
import { readCode, shortCode } from '../../../../core/stock/label';
import { Reader } from '$lib/server/reader';
import { store } from '$lib/server/store';
import { wordsOf } from '$lib/words';
import type { PageServerLoad } from './$types';

/** Where a label's code leads: the lot, on the field page of its block. */
export const load: PageServerLoad = async ({ params, locals }) => {
  let code: string;
  try {
    code = readCode(params.code);
  } catch (wrong) {
    if (isTold(wrong)) error(404, wordsOf(wrong));
    throw wrong;
  }
  const siteIds = locals.person!.sites.map(({ site }) => site.id);
  const lots = siteIds.length
    ? await new Reader(await store()).query<{ id: string; blockId: string }>(
        `SELECT l.id, l.block_id AS blockId FROM lot l JOIN block b ON b.id = l.block_id
         WHERE b.site_id IN (:siteIds)`,
        { siteIds },
      )
    : [];
  const lot = lots.find(({ id }) => shortCode(id) === code);
  if (!lot) error(404, `No lot of yours has the label ${code}.`);
  redirect(303, `/field/${lot.blockId}/stock?lot=${lot.id}`);
};
