import { waveSums, type Wave } from '../../../../core/crew/waves';
import { told } from '../../../../core/say/told';
import { listedFact, milliseconds } from '../../server/facts';
import { ALREADY, type Handlers, type Work } from '../../server/work';
import type { Rows } from '../../store/rows';
import type { EventRow } from '../../store/define';
import { numbers, parse } from '../../store/shape';
import type { followContract } from './contract-ground';
import { treesAgain } from '../survival/refills.server';
import {
  asRowFault,
  asWave,
  type BoxFilled,
  type RowFault,
  type TrialRun,
  type WaveEntry,
} from './follow';

/** What a correction takes back: it must be there, of the same layout, and no correction itself. */
async function admitCorrection<
  Row extends EventRow & { layoutId: string; corrects: string | null },
>(work: Work, table: Rows<Row>, row: Row): Promise<boolean> {
  if (!row.corrects) return true;
  const target = await table.one({ id: row.corrects } as never);
  if (!target || target.layoutId !== row.layoutId || target.corrects) throw told('crew.noTarget');
  const taken = await table.one({ corrects: row.corrects } as never);
  return !taken || taken.id === row.id;
}

export const followCommands: Handlers<typeof followContract> = {
  async 'crew.wave'({ layoutId, row, wave, count, corrects, late, ...input }, work) {
    await work.releasedLayout(layoutId, 'tally');
    const place = await work.row(layoutId, row);
    if (!place) throw told('crew.noRow', { row });
    const before = (
      await work.tables.waveDone.all({ where: { layoutId, rowNumber: row, wave } })
    ).map(asWave);
    const done =
      waveSums(before)
        .get(wave as Wave)
        ?.get(row) ?? 0;
    const event = {
      ...work.event(input),
      ...{ layoutId, rowNumber: row, wave: wave as Wave, count, corrects, late },
    };
    const known = before.some(({ id }) => id === event.id);
    // More than has a place cannot be done; more than is planted may: the planters' tally is on its way.
    const places = place.trees + (await treesAgain(work, layoutId, row));
    if (!known && !corrects && done + count > places)
      throw told('crew.waveFull', { row, places, done, more: count });
    if (!(await admitCorrection(work, work.tables.waveDone, event)))
      return ALREADY_WITH(done, place.planted);
    if (!(await work.record(work.tables.waveDone, event))) return ALREADY_WITH(done, place.planted);
    const sums = waveSums([...before, asWave(event)]);
    return { done: sums.get(wave as Wave)?.get(row) ?? 0, planted: place.planted };
  },

  async 'crew.fault'({ layoutId, row, peg, fault, mended, seat, corrects, ...input }, work) {
    await work.releasedLayout(layoutId, 'tally');
    const place = await work.row(layoutId, row);
    if (!place) throw told('crew.noRow', { row });
    if (peg > place.trees) throw told('checks.noPeg', { row, pegs: place.trees, peg });
    const event = {
      ...work.event(input),
      ...{ layoutId, rowNumber: row, peg, fault, mended, seat, corrects },
    };
    if (!(await admitCorrection(work, work.tables.rowFault, event))) return ALREADY;
    return (await work.record(work.tables.rowFault, event)) ? undefined : ALREADY;
  },

  async 'crew.trialRun'({ layoutId, seat, apart, gaps, depths, corrects, ...input }, work) {
    await work.releasedLayout(layoutId, 'tally');
    const event = { ...work.event(input), ...{ layoutId, seat, apart, gaps, depths, corrects } };
    if (!(await admitCorrection(work, work.tables.trialRun, event))) return ALREADY;
    return (await work.record(work.tables.trialRun, event)) ? undefined : ALREADY;
  },

  async 'crew.box'({ layoutId, row, boxes, litres, kind, corrects, late, ...input }, work) {
    await work.releasedLayout(layoutId, 'tally');
    const place = await work.row(layoutId, row);
    if (!place) throw told('crew.noRow', { row });
    const before = kind === 'set' && !corrects ? await boxesSet(work, layoutId, row, input.id) : 0;
    if (before + boxes > place.trees)
      throw told('crew.boxesFull', { row, places: place.trees, boxes: before + boxes });
    const event = {
      ...work.event(input),
      ...{ layoutId, rowNumber: row, boxes, litres, kind, corrects, late },
    };
    if (!(await admitCorrection(work, work.tables.boxFill, event))) return ALREADY;
    return (await work.record(work.tables.boxFill, event)) ? undefined : ALREADY;
  },
};

/** Boxes that stand in a row by what was entered, this entry left out: it may be sent again. */
async function boxesSet(work: Work, layoutId: string, row: number, id: string): Promise<number> {
  const fills = await work.tables.boxFill.all({ where: { layoutId, rowNumber: row, kind: 'set' } });
  return fills
    .filter((one) => one.id !== id)
    .reduce((sum, { boxes, corrects }) => sum + (corrects ? -boxes : boxes), 0);
}

const ALREADY_WITH = (done: number, planted: number) => ({ ...ALREADY, done, planted });

const ofReleased = (table: string) =>
  `FROM layout l JOIN ${table} e ON e.layout_id = l.id WHERE l.block_id IN (:ids) AND l.state = 'released'`;
const columns = {
  ...{ id: 'e.id', row: 'e.`row_number`', corrects: 'e.corrects', at: milliseconds('e.at') },
};

/** What following waves have done on the released version. */
export const wavesFact = listedFact<WaveEntry, WaveEntry[]>('waves', ['crew', 'rows'], {
  from: ofReleased('wave_done'),
  of: 'l.block_id',
  columns: { ...columns, wave: 'e.wave', count: 'e.count' },
  value: (rows) => rows,
});

/** Faults found walking behind, of the released version, what was taken back left out. */
export const rowFaultsFact = listedFact<RowFault & { corrects: string | null }, RowFault[]>(
  'rowFaults',
  ['crew', 'rows'],
  {
    from: ofReleased('row_fault'),
    of: 'l.block_id',
    columns: {
      ...{ ...columns, peg: 'e.peg', fault: 'e.fault', mended: 'e.mended', seat: 'e.seat' },
    },
    value: (rows) => {
      const gone = new Set(rows.map(({ corrects }) => corrects).filter(Boolean));
      return rows
        .filter(({ id, corrects }) => !corrects && !gone.has(id))
        .map(asRowFault)
        .sort((a, b) => a.at - b.at);
    },
  },
);

/** Trial runs of the machine on the block, whatever version then stood, the last one first, what was taken back left out. */
export const trialRunsFact = listedFact<
  Omit<TrialRun, 'gaps' | 'depths'> & { gaps: unknown; depths: unknown; corrects: string | null },
  TrialRun[]
>('trialRuns', ['crew', 'rows'], {
  from: 'FROM layout l JOIN trial_run e ON e.layout_id = l.id WHERE l.block_id IN (:ids)',
  of: 'l.block_id',
  columns: {
    ...{ id: 'e.id', layoutId: 'e.layout_id', corrects: 'e.corrects' },
    ...{ at: milliseconds('e.at'), seat: 'e.seat' },
    ...{ apart: 'e.apart', gaps: 'e.gaps', depths: 'e.depths', author: 'e.author_id' },
  },
  value: (rows) => {
    const gone = new Set(rows.map(({ corrects }) => corrects).filter(Boolean));
    return rows
      .filter(({ id, corrects }) => !corrects && !gone.has(id))
      .map(({ corrects: _none, gaps, depths, ...run }) => ({
        ...run,
        gaps: parse(numbers, gaps, 'trial_run.gaps'),
        depths: parse(numbers, depths, 'trial_run.depths'),
      }))
      .sort((a, b) => b.at - a.at);
  },
});

/** Reservoir boxes as they were set and filled, of the released version. */
export const boxesFact = listedFact<BoxFilled & { corrects: string | null }, BoxFilled[]>(
  'boxes',
  ['crew', 'rows'],
  {
    from: ofReleased('box_fill'),
    of: 'l.block_id',
    columns: { ...columns, boxes: 'e.boxes', litres: 'e.litres', kind: 'e.kind' },
    value: (rows) => {
      const gone = new Set(rows.map(({ corrects }) => corrects).filter(Boolean));
      return rows
        .filter(({ id, corrects }) => !corrects && !gone.has(id))
        .map(({ corrects: _none, ...fill }) => fill)
        .sort((a, b) => a.at - b.at);
    },
  },
);
