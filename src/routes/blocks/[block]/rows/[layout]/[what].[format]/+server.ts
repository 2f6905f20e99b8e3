import { error } from '@sveltejs/kit';
import {
  layoutToCsv,
  layoutToGeoJson,
  layoutToGpx,
  type LayoutExport,
} from '../../../../../../../core/formats/layout';
import { briefing } from '../../../../../../../core/method/method';
import { layoutAccess } from '$lib/server/authorise';
import { methodOfBlock, planeOf, rowsOf } from '$lib/server/block';
import { today } from '$lib/server/clock';
import { pocketSheet } from '$lib/server/pocket-sheet';
import { store } from '$lib/server/store';
import type { RequestHandler } from './$types';

const WRITERS = {
  geojson: { write: layoutToGeoJson, type: 'application/geo+json' },
  gpx: { write: layoutToGpx, type: 'application/gpx+xml' },
  csv: { write: layoutToCsv, type: 'text/csv; charset=utf-8' },
};

/** rows or positions as geojson, gpx or csv; pocket.pdf, and cards.pdf with one card a planter. */
export const GET: RequestHandler = async ({ params, locals }) => {
  const open = await store();
  const { block, site, layout } = await layoutAccess(
    open,
    locals.person!.id,
    params.layout,
    'read',
  );
  const rows = await rowsOf(open, layout.id);
  const cards = await open.species.findAll({ where: { siteId: site.id }, raw: true });
  const species = layout.parameters.mix.map(({ species: id }) =>
    cards.find((card) => card.id === id)!,
  );
  const name = `${block.name} ${layout.number} ${params.what}`.replace(/[^\w]+/g, '-');
  const file = (body: BodyInit, type: string, shown = 'attachment') =>
    new Response(body, {
      headers: {
        'content-type': type,
        'content-disposition': `${shown}; filename="${name}.${params.format}"`,
      },
    });

  if (params.format === 'pdf' && (params.what === 'pocket' || params.what === 'cards')) {
    const shares = await open.rowShare.findAll({
      where: { layoutId: layout.id },
      order: [['firstRow', 'ASC']],
      raw: true,
    });
    const planters = await open.planter.findAll({
      where: { siteId: site.id },
      attributes: ['id', 'name'],
      raw: true,
    });
    const pdf = await pocketSheet({
      block: block.name,
      site: site.name,
      version: layout.number,
      day: today(site.zone),
      rhythm: layout.rhythm,
      rows,
      species,
      brief: briefing(methodOfBlock(block)),
      units: locals.person!.units,
      cards:
        params.what === 'cards' && shares.length
          ? shares.map(({ planterId, firstRow, lastRow }) => ({
              title: `${planters.find(({ id }) => id === planterId)?.name}: rows ${firstRow} to ${lastRow}`,
              rows: rows.filter(({ number }) => number >= firstRow && number <= lastRow),
            }))
          : [{ title: `${block.name}, all rows`, rows }],
    });
    return file(new Uint8Array(pdf), 'application/pdf', 'inline');
  }
  const writer = WRITERS[params.format as keyof typeof WRITERS];
  if (!writer || (params.what !== 'rows' && params.what !== 'positions'))
    error(404, 'There is no such export.');
  const layoutExport: LayoutExport = {
    block: block.name,
    version: layout.number,
    rhythm: layout.rhythm,
    rows,
    species,
    plane: planeOf(block),
  };
  return file(writer.write(layoutExport, params.what), writer.type);
};
