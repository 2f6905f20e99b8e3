import { error } from '@sveltejs/kit';
import Papa from 'papaparse';
import {
  layoutToCsv,
  layoutToGeoJson,
  layoutToGpx,
  type LayoutExport,
} from '../../../../../../../core/formats/layout';
import { fallsOf, layOut } from '../../../../../../../core/rows/layout';
import type { RowSet } from '../../../../../../../core/rows/rowset';
import { settingOut } from '../../../../../../../core/rows/setting-out';
import { toRowSet } from '../../../../../../../core/rows/stored';
import { tags } from '../../../../../../../core/rows/trial';
import { briefing } from '../../../../../../../core/method/method';
import { layoutAccess } from '$lib/server/authorise';
import { layoutGroundOf, methodOfBlock, planeOf, rowsOf, surfaceOf } from '$lib/server/block';
import { today } from '$lib/server/clock';
import { pocketSheet, settingOutSheet, tagList } from '$lib/server/pocket-sheet';
import { store } from '$lib/server/store';
import type { Store } from '$lib/store';
import type { BlockRow } from '$lib/store/ground';
import type { LayoutRow } from '$lib/store/rows';
import type { RequestHandler } from './$types';

const WRITERS = {
  geojson: { write: layoutToGeoJson, type: 'application/geo+json' },
  gpx: { write: layoutToGpx, type: 'application/gpx+xml' },
  csv: { write: layoutToCsv, type: 'text/csv; charset=utf-8' },
};

/**
 * rows or positions as geojson, gpx or csv; pocket.pdf, cards.pdf with one card a planter,
 * setting-out.pdf, and of a trial tags.pdf or tags.csv.
 */
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

  const about = { block: block.name, version: layout.number, day: today(site.zone) };
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
      ...about,
      site: site.name,
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
  if (params.what === 'setting-out' && params.format === 'pdf') {
    const falls = await fallsOfRows(open, block.id, toRowSet(layout.rhythm, rows));
    const pdf = await settingOutSheet({
      ...about,
      site: site.name,
      units: locals.person!.units,
      out: settingOut(toRowSet(layout.rhythm, rows), falls),
      falls,
    });
    return file(new Uint8Array(pdf), 'application/pdf', 'inline');
  }
  if (params.what === 'tags') return tagsOf(layout, species, about, params.format, file);
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

/** How each row lies on the ground, where an elevation is known. */
async function fallsOfRows(open: Store, blockId: string, rows: RowSet) {
  const surface = await surfaceOf(open, blockId);
  return surface && fallsOf(surface, rows);
}

/** Tags are worked out from the parameters again: plots are not kept apart from them. */
async function tagsOf(
  layout: LayoutRow,
  species: readonly { name: string }[],
  about: { block: string; version: number; day: string },
  format: string,
  file: (body: BodyInit, type: string, shown?: string) => Response,
): Promise<Response> {
  const open = await store();
  const block = await open.block.findByPk(layout.blockId);
  const trial =
    layout.parameters.arrangement.kind === 'trial' && block
      ? layOut(await layoutGroundOf(open, block.get() as BlockRow), layout.parameters).trial
      : undefined;
  if (!trial) error(404, 'This version is no trial; it has no tags.');
  const list = tags(trial.plots);
  const treatments = species.map(({ name }) => name);
  if (format === 'csv') {
    const table = list.map(({ code, row, peg, treatment }) => ({
      tag: code,
      row,
      peg,
      treatment: treatments[treatment],
    }));
    return file(Papa.unparse(table, { newline: '\r\n' }), 'text/csv; charset=utf-8');
  }
  if (format !== 'pdf') error(404, 'There is no such export.');
  const pdf = await tagList({ ...about, treatments, tags: list });
  return file(new Uint8Array(pdf), 'application/pdf', 'inline');
}
