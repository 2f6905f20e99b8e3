import { error, redirect } from '@sveltejs/kit';
import { LabelError, readCode, shortCode } from '../../../../core/stock/label';
import { sitesOf } from '$lib/server/authorise';
import { store } from '$lib/server/store';
import type { PageServerLoad } from './$types';

/** Where a label's code leads: the lot, on the field page of its block. */
export const load: PageServerLoad = async ({ params, locals }) => {
  let code: string;
  try {
    code = readCode(params.code);
  } catch (wrong) {
    if (wrong instanceof LabelError) error(404, wrong.message);
    throw wrong;
  }
  const open = await store();
  const sites = await sitesOf(open, locals.person!.id);
  const blocks = await open.block.findAll({
    where: { siteId: sites.map(({ site }) => site.id) },
    attributes: ['id'],
    raw: true,
  });
  const lots = await open.lot.findAll({
    where: { blockId: blocks.map(({ id }) => id) },
    attributes: ['id', 'blockId'],
    raw: true,
  });
  const lot = lots.find(({ id }) => shortCode(id) === code);
  if (!lot) error(404, `No lot of yours has the label ${code}.`);
  redirect(303, `/field/${lot.blockId}/stock?lot=${lot.id}`);
};
