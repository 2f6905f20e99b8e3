import { dayOf } from '../../../../core/say/day';
import { onDay } from '../../../../core/say/message';
import { INSTRUMENT_MOST } from '../../../../core/tending/instruments';
import { told } from '../../../../core/say/told';
import { ALREADY, type Handlers, type Work } from '../../server/work';
import type { tendingContract } from './contract';

/** A row of a released layout that holds so many trees. @throws Told */
async function rowWith(work: Work, layoutId: string, row: number, trees: number): Promise<void> {
  await work.releasedLayout(layoutId, 'tally');
  const place = await work.row(layoutId, row);
  if (!place) throw told('crew.noRow', { row });
  if (trees > place.trees) throw told('tending.moreTrees', { row, trees, places: place.trees });
}

export const tendingCommands: Handlers<typeof tendingContract> = {
  async 'tending.cared'({ layoutId, row, trees, kind, corrects, late, ...input }, work) {
    await rowWith(work, layoutId, row, trees);
    if (await work.takenBack(work.tables.careDone, { id: input.id, corrects }, { layoutId }))
      return ALREADY;
    const fresh = await work.record(work.tables.careDone, {
      ...work.event(input),
      ...{ layoutId, rowNumber: row, kind, trees, corrects, late },
    });
    return fresh ? undefined : ALREADY;
  },

  async 'tending.watered'({ layoutId, row, trees, litres, corrects, late, ...input }, work) {
    await rowWith(work, layoutId, row, trees);
    if (await work.takenBack(work.tables.watering, { id: input.id, corrects }, { layoutId }))
      return ALREADY;
    const fresh = await work.record(work.tables.watering, {
      ...work.event(input),
      ...{ layoutId, rowNumber: row, trees, litres, corrects, late },
    });
    return fresh ? undefined : ALREADY;
  },

  async 'tending.readings'(
    { blockId, zoneId, kind, came, readings, corrects, late, ...input },
    work,
  ) {
    const { site } = await work.block(blockId, 'record', 'share');
    const today = dayOf(work.now, site.zone);
    const ahead = readings.find(({ day }) => day > today);
    if (ahead) throw told('site.dayAhead', { day: onDay(ahead.day) });
    const most = INSTRUMENT_MOST[kind];
    const wet = readings.find(({ value }) => value > most);
    if (wet) throw told('tending.tooWet', { day: onDay(wet.day), most: 100 * most });
    if (zoneId && !(await work.tables.zone.one({ id: zoneId, blockId })))
      throw told('tending.noZone');
    if (
      await work.takenBack(work.tables.instrumentReading, { id: input.id, corrects }, { blockId })
    )
      return ALREADY;
    const fresh = await work.record(work.tables.instrumentReading, {
      ...work.event(input),
      ...{ blockId, zoneId, kind, came, readings, corrects, late },
    });
    return fresh ? undefined : ALREADY;
  },

  async 'tending.seen'({ blockId, layoutId, fromRow, toRow, peg, ...input }, work) {
    await work.block(blockId, 'tally', 'share');
    const { kind, trees, body, corrects, late } = input;
    if (layoutId) {
      const layout = await work.tables.layout.one({ id: layoutId }, { columns: ['blockId'] });
      if (layout?.blockId !== blockId) throw told('crew.noLayout');
      if (fromRow && toRow && toRow < fromRow)
        throw told('tending.rowsBackwards', { from: fromRow, to: toRow });
      for (const row of [fromRow, toRow]) {
        if (!row) continue;
        const place = await work.tables.layoutRow.one({ layoutId, number: row });
        if (!place) throw told('crew.noRow', { row });
        if (peg && row === fromRow && peg > place.trees)
          throw told('checks.noPeg', { row, pegs: place.trees, peg });
      }
    } else if (fromRow || toRow || peg) throw told('crew.noLayout');
    if (await work.takenBack(work.tables.visitFinding, input, { blockId })) return ALREADY;
    const fresh = await work.record(work.tables.visitFinding, {
      ...work.event(input),
      ...{ blockId, layoutId, fromRow, toRow, peg, kind, trees, body, corrects, late },
    });
    return fresh ? undefined : ALREADY;
  },
};
