import { error, redirect } from '@sveltejs/kit';
import Papa from 'papaparse';
import {
  layoutToCsv,
  layoutToGeoJson,
  layoutToGpx,
  type LayoutExport,
} from '../../../../../../../core/formats/layout';
import { tags } from '../../../../../../../core/rows/trial';
import { planeOf } from '$lib/rooms/ground/facts.server';
import { layoutsFact, readRows } from '$lib/rooms/rows/facts.server';
import { trialPlots } from '$lib/rooms/rows/trial.server';
import { PRINTS, printLayout, type LayoutPrint } from '$lib/rooms/rows/print.server';
import { cardsFact } from '$lib/rooms/stock/facts.server';
import { askJob } from '$lib/server/jobs';
import { openBlock } from '$lib/server/page';
import { Work } from '$lib/server/work';
import type { RequestHandler } from './$types';

const WRITERS = {
  geojson: { write: layoutToGeoJson, type: 'application/geo+json' },
  gpx: { write: layoutToGpx, type: 'application/gpx+xml' },
  csv: { write: layoutToCsv, type: 'text/csv; charset=utf-8' },
};

/** Rows from which on printing takes long enough to be worth showing how far it is. */
const LONG_PRINT = 400;

/**
 * rows or positions as geojson, gpx or csv; pocket.pdf, cards.pdf with one card a planter,
 * setting-out.pdf, and of a trial tags.pdf or tags.csv. Long prints are made by a thread, and shown how
 * far they are.
 */
export const GET: RequestHandler = async ({ params, locals }) => {
  const { block, site, facts, person, store } = await openBlock(locals, params.block);
  const layout = (await facts.of(layoutsFact, block.id)).find(({ id }) => id === params.layout);
  if (!layout) error(404, 'There is no such layout among yours.');
  const name = `${block.name} ${layout.number} ${params.what}`.replace(/[^\w]+/g, '-');
  const file = (body: BodyInit, type: string, shown = 'attachment') =>
    new Response(body, {
      headers: {
        'content-type': type,
        'content-disposition': `${shown}; filename="${name}.${params.format}"`,
      },
    });
  const trial = layout.parameters.arrangement.kind === 'trial';
  if (params.what === 'tags' && !trial) error(404, 'This version is no trial; it has no tags.');
  const rows = (await readRows(facts.reader, [layout.id])).get(layout.id) ?? [];
  if (params.format === 'pdf') {
    const what = PRINTS.find((print) => print === params.what);
    if (!what) error(404, 'There is no such export.');
    const print: LayoutPrint = {
      ...{ layoutId: layout.id, what, site: site.name, units: person.units },
      day: facts.today,
    };
    if (rows.length >= LONG_PRINT) {
      const id = await askJob(new Work(store, person), site.id, 'rows.print', { ...print });
      redirect(303, `/jobs/${id}`);
    }
    const pdf = await printLayout(facts.reader, print);
    return file(new Uint8Array(pdf), 'application/pdf', 'inline');
  }
  const cards = await facts.of(cardsFact);
  const species = layout.parameters.mix.map(({ species: id }) =>
    cards.find((card) => card.id === id)!,
  );
  if (params.what === 'tags') {
    if (params.format !== 'csv') error(404, 'There is no such export.');
    const list = tags(await trialPlots(facts.reader, block, layout, rows));
    const table = list.map(({ code, row, peg, treatment }) => ({
      ...{ tag: code, row, peg, treatment: species[treatment].name },
    }));
    return file(Papa.unparse(table, { newline: '\r\n' }), 'text/csv; charset=utf-8');
  }
  const writer = WRITERS[params.format as keyof typeof WRITERS];
  if (!writer || (params.what !== 'rows' && params.what !== 'positions'))
    error(404, 'There is no such export.');
  const layoutExport: LayoutExport = {
    ...{ block: block.name, version: layout.number, rhythm: layout.rhythm },
    ...{ rows, species, plane: planeOf(block) },
  };
  return file(writer.write(layoutExport, params.what, person.units), writer.type);
};
