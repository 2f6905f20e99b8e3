import { readOut } from '$lib/words/method';
import { error } from '@sveltejs/kit';
import { findingsOf } from '$lib/rooms/checks/findings.server';
import { plantedOf } from '$lib/rooms/crew/facts.server';
import { waysOfBlock } from '$lib/rooms/method/facts.server';
import { releasedLayout } from '$lib/rooms/rows/facts.server';
import { notesFact } from '$lib/rooms/crew/words.server';
import { dayOf } from '../../../../../../core/say/day';
import { formatDay } from '../../../../../../core/measure/dates';
import { closingReport, spreadPhotos } from '$lib/rooms/survival/closing.server';
import { costsOf } from '$lib/rooms/survival/money.server';
import { treatmentsOf } from '$lib/rooms/survival/treatments.server';
import { countedOf } from '$lib/rooms/survival/facts.server';
import { survivalFindings } from '$lib/rooms/survival/findings.server';
import { inUnits } from '../../../../../../core/measure/units';
import { openBlock } from '$lib/server/page';
import { unitsAsked } from '$lib/server/units-asked';
import type { RequestHandler } from './$types';

const PRINTED = new Set(['image/jpeg', 'image/png']);

/** The closing report for client and cost share. */
export const GET: RequestHandler = async ({ params, locals, url }) => {
  const { block, site, facts, person } = await openBlock(locals, params.block);
  const units = unitsAsked(url, person.units);
  const [layout, season, found, checks, planted, ways, treatments, money] = await Promise.all([
    releasedLayout(facts, block.id),
    countedOf(facts, block),
    survivalFindings(facts, block),
    findingsOf(facts, block),
    plantedOf(facts, block.id),
    waysOfBlock(facts, block),
    treatmentsOf(facts, block),
    costsOf(facts, block),
  ]);
  if (!layout || !season || !found)
    error(404, `Nothing is counted on ${block.name} yet: a closing report needs a count.`);
  const pictured = (await facts.of(notesFact, block.id))
    .filter(({ photo, layoutId }) => photo && (!layoutId || layoutId === layout.id))
    .reverse();
  const shown = spreadPhotos(pictured);
  const stored = shown.length
    ? await facts.reader.tables.fieldNote.all({ where: { id: shown.map(({ id }) => id) } })
    : [];
  const photos = shown.flatMap(({ id, at, row, peg, body }) => {
    const note = stored.find((one) => one.id === id);
    // What a PDF cannot hold stays on its own page.
    if (!note?.photo || !PRINTED.has(note.photoType)) return [];
    const where = row ? `Row ${row}${peg ? `, peg ${peg}` : ''}. ` : '';
    const day = formatDay(dayOf(new Date(at).toISOString(), site.zone), true);
    return [
      {
        caption: `${where}${day}${body ? `. ${body}` : ''}`,
        image: `data:${note.photoType};base64,${Buffer.from(note.photo).toString('base64')}`,
      },
    ];
  });
  const days = [...planted.sums.byDay.keys()].sort();
  const report = (pictures: typeof photos) =>
    closingReport({
      photos: pictures,
      about: { block: block.name, site: site.name, version: layout.number, day: facts.today },
      plan: {
        ...{ pattern: layout.parameters.pattern, inRow: layout.rhythm.step },
        ...{ between: layout.rhythm.between, area: layout.plantableArea, trees: layout.trees },
      },
      treatments: treatments.map((one) => ({ ...one, does: inUnits(one.does, units) })),
      money,
      planted: planted.planted,
      plantedDays: days.length ? [days[0], days[days.length - 1]] : null,
      ...{ season, found, checks, units },
      brief: inUnits(readOut(ways[0].lines), units),
    });
  // One picture that is broken inside takes the photographs out of the report, not the report away.
  const pdf = await report(photos).catch((wrong: unknown) => {
    if (!photos.length) throw wrong;
    return report([]);
  });
  return new Response(new Uint8Array(pdf), {
    headers: { 'content-type': 'application/pdf', 'content-disposition': 'inline' },
  });
};
