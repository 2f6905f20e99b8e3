import { error } from '@sveltejs/kit';
import { siteAccess } from '$lib/server/authorise';
import { store } from '$lib/server/store';
import type { RequestHandler } from './$types';

/** One picture of a species card. A picture is never changed, so a browser may keep it. */
export const GET: RequestHandler = async ({ params, locals }) => {
  const open = await store();
  const picture = await open.speciesPicture.findByPk(params.picture);
  const card = picture && (await open.species.findByPk(picture.speciesId));
  if (!picture || !card) error(404, 'There is no such picture among yours.');
  siteAccess(locals.person!, card.siteId, 'read');
  return new Response(new Uint8Array(picture.bytes), {
    headers: {
      'content-type': picture.mime,
      'cache-control': 'private, max-age=31536000, immutable',
      'x-content-type-options': 'nosniff',
    },
  });
};
