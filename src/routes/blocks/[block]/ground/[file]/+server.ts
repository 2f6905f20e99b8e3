import { error } from '@sveltejs/kit';
import {
  groundToCsv,
  groundToGeoJson,
  groundToGpx,
  groundToKml,
} from '../../../../../../core/formats/ground';
import { blockAccess } from '$lib/server/authorise';
import { keepoutsOf, zonesOf } from '$lib/server/block';
import { store } from '$lib/server/store';
import type { RequestHandler } from './$types';

const WRITERS: Record<string, { write: typeof groundToKml; type: string }> = {
  geojson: { write: groundToGeoJson, type: 'application/geo+json' },
  kml: { write: groundToKml, type: 'application/vnd.google-earth.kml+xml' },
  gpx: { write: groundToGpx, type: 'application/gpx+xml' },
  csv: { write: groundToCsv, type: 'text/csv; charset=utf-8' },
};

/** Boundary, keep-outs and zones: ground.geojson, .kml, .gpx or .csv. */
export const GET: RequestHandler = async ({ params, locals }) => {
  const open = await store();
  const { block } = await blockAccess(open, locals.person!.id, params.block, 'read');
  const [name, format] = params.file.split('.');
  const writer = Object.hasOwn(WRITERS, format ?? '') ? WRITERS[format] : undefined;
  if (name !== 'ground' || !writer) error(404, 'There is no such export.');
  const body = writer.write({
    block: block.name,
    boundary: block.boundary,
    keepouts: await keepoutsOf(open, block.id),
    zones: await zonesOf(open, block.id),
  });
  return new Response(body, {
    headers: {
      'content-type': writer.type,
      'content-disposition': `attachment; filename="${block.name.replace(/[^\w]+/g, '-')}-ground.${format}"`,
    },
  });
};
