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
import { methodOfBlock } from '$lib/rooms/calendar/tasks.server';
import { plantersFact, sharesFact } from '$lib/rooms/crew/facts.server';
import { planeOf, readLayoutGround, readSurface } from '$lib/rooms/ground/facts.server';
import type { BlockRow } from '$lib/rooms/ground/tables.server';
import { layoutsFact, readRows } from '$lib/rooms/rows/facts.server';
import { pocketSheet, settingOutSheet, tagList } from '$lib/rooms/rows/pocket-sheet.server';
import type { LayoutRow } from '$lib/rooms/rows/tables.server';
import { cardsFact } from '$lib/rooms/stock/facts.server';
import { dayOf } from '../../../../../../../core/say/day';
import type { Facts } from '$lib/server/facts';
import { openBlock } from '$lib/server/page';
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
  const { block, site, facts } = await openBlock(locals, params.block);
  const layout = (await facts.of(layoutsFact, block.id)).find(({ id }) => id === params.layout);
  if (!layout) error(404, 'There is no such layout among yours.');
  const rows = (await readRows(facts.reader, [layout.id])).get(layout.id) ?? [];
  const cards = await facts.of(cardsFact);
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

  const about = { block: block.name, version: layout.number, day: dayOf(facts.now, site.zone) };
  if (params.format === 'pdf' && (params.what === 'pocket' || params.what === 'cards')) {
    const shares = (await facts.of(sharesFact, block.id)).filter(
      ({ layoutId }) => layoutId === layout.id,
    );
    const planters = await facts.of(plantersFact);
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
    const falls = await fallsOfRows(facts, block.id, toRowSet(layout.rhythm, rows));
    const pdf = await settingOutSheet({
      ...about,
      site: site.name,
      units: locals.person!.units,
      out: settingOut(toRowSet(layout.rhythm, rows), falls),
      falls,
    });
    return file(new Uint8Array(pdf), 'application/pdf', 'inline');
  }
  if (params.what === 'tags')
    return tagsOf(facts, block, layout, species, about, params.format, file);
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
async function fallsOfRows(facts: Facts, blockId: string, rows: RowSet) {
  const surface = await readSurface(facts.reader, blockId);
  return surface && fallsOf(surface, rows);
}

/** Tags are worked out from the parameters again: plots are not kept apart from them. */
async function tagsOf(
  facts: Facts,
  block: BlockRow,
  layout: LayoutRow,
  species: readonly { name: string }[],
  about: { block: string; version: number; day: string },
  format: string,
  file: (body: BodyInit, type: string, shown?: string) => Response,
): Promise<Response> {
  const trial =
    layout.parameters.arrangement.kind === 'trial'
      ? layOut((await readLayoutGround(facts.reader, block)).ground, layout.parameters).trial
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
