import { error } from '@sveltejs/kit';
import {
  groundToCsv,
  groundToGeoJson,
  groundToGpx,
  groundToKml,
} from '../../../../../../core/formats/ground';
import { keepoutsFact, zonesFact } from '$lib/rooms/ground/facts.server';
import { openBlock } from '$lib/server/page';
import type { RequestHandler } from './$types';

const WRITERS: Record<string, { write: typeof groundToKml; type: string }> = {
  geojson: { write: groundToGeoJson, type: 'application/geo+json' },
  kml: { write: groundToKml, type: 'application/vnd.google-earth.kml+xml' },
  gpx: { write: groundToGpx, type: 'application/gpx+xml' },
  csv: { write: groundToCsv, type: 'text/csv; charset=utf-8' },
};

/** Boundary, keep-outs and zones: ground.geojson, .kml, .gpx or .csv. */
export const GET: RequestHandler = async ({ params, locals }) => {
  const { block, facts } = await openBlock(locals, params.block);
  const [name, format] = params.file.split('.');
  const writer = Object.hasOwn(WRITERS, format ?? '') ? WRITERS[format] : undefined;
  if (name !== 'ground' || !writer) error(404, 'There is no such export.');
  const body = writer.write({
    block: block.name,
    boundary: block.boundary,
    keepouts: await facts.of(keepoutsFact, block.id),
    zones: await facts.of(zonesFact, block.id),
  });
  return new Response(body, {
    headers: {
      'content-type': writer.type,
      'content-disposition': `attachment; filename="${block.name.replace(/[^\w]+/g, '-')}-ground.${format}"`,
    },
  });
};
