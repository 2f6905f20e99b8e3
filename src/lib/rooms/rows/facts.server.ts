import { packRows, type PackedRows } from '../../../../core/rows/packed';
import type { RowSet } from '../../../../core/rows/rowset';
import { peggedRows, type Pegged } from '../../../../core/rows/pegging';
import { drawnRow, toRowSet, type StoredRow } from '../../../../core/rows/stored';
import { groupBy } from '../../../../core/measure/group';
import { fact, listedFact, milliseconds, tableFact, type Facts } from '../../server/facts';
import type { Reader } from '../../server/reader';
import { numbers, parse } from '../../store/shape';
import type { LayoutRow } from './tables.server';

/** Versions of a block's layout, the newest first. */
export const layoutsFact = tableFact(
  'layouts',
  ['rows'],
  { table: 'layout', by: 'blockId' },
  (rows): LayoutRow[] => rows.sort((a, b) => b.number - a.number),
);

/** The version the crew plants by, if one is released. */
export const releasedOf = (layouts: readonly LayoutRow[]): LayoutRow | undefined =>
  layouts.find(({ state }) => state === 'released');

/** The released version, or else the newest saved one. */
export const currentOf = (layouts: readonly LayoutRow[]): LayoutRow | undefined =>
  releasedOf(layouts) ?? layouts.find(({ state }) => state === 'saved');

export async function currentLayout(facts: Facts, blockId: string): Promise<LayoutRow | undefined> {
  return currentOf(await facts.of(layoutsFact, blockId));
}
export async function releasedLayout(
  facts: Facts,
  blockId: string,
): Promise<LayoutRow | undefined> {
  return releasedOf(await facts.of(layoutsFact, blockId));
}

/** How many rows the released version has, and which of them stand pegged. */
export const peggedFact = listedFact<
  {
    standing: string | null;
    rows: string | null;
    stand: number | null;
    at: number;
    recorded: number;
  },
  Pegged & { total: number; last: number }
>('pegged', ['calendar', 'rows'], {
  from: `FROM layout l LEFT JOIN row_pegged p ON p.layout_id = l.id
    WHERE l.block_id IN (:ids) AND l.state = 'released'`,
  of: 'l.block_id',
  columns: {
    /** Rows that were given up have numbers and no pegs. */
    standing:
      '(SELECT GROUP_CONCAT(r.number) FROM layout_row r WHERE r.layout_id = l.id AND r.trees > 0)',
    ...{ rows: 'p.in_rows', stand: 'p.stand' },
    ...{ at: milliseconds('p.at'), recorded: milliseconds('p.recorded_at') },
  },
  value: (words) => {
    const all = (words[0]?.standing ?? '').split(',').filter(Boolean).map(Number);
    const events = words
      .filter(({ rows }) => rows !== null)
      .sort((a, b) => a.recorded - b.recorded)
      .map(({ rows, stand, at }) => ({
        ...{ rows: parse(numbers, rows, 'row_pegged.in_rows'), stand: Boolean(stand), at },
      }));
    return {
      total: all.length,
      last: Math.max(0, ...all),
      ...peggedRows(events, all),
    };
  },
});

/** Rows of layouts as they were stored. */
export async function readRows(
  reader: Reader,
  layoutIds: readonly string[],
): Promise<Map<string, StoredRow[]>> {
  if (!layoutIds.length) return new Map();
  const rows = await reader.tables.layoutRow.all({
    where: { layoutId: [...layoutIds] },
    order: [
      ['layoutId', 'ASC'],
      ['number', 'ASC'],
    ],
  });
  return new Map(
    [...groupBy(rows, ({ layoutId }) => layoutId)].map(([layoutId, own]) => [
      layoutId,
      own.map(({ number, line, start, step, listed, stretches, runs }) => ({
        ...{ number, line, start, step, stretches, runs },
        listed: Boolean(listed),
      })),
    ]),
  );
}

/** Rows of the current version of each block: the released one, or else the newest saved one. */
export const rowsFact = fact<StoredRow[]>(
  'rows',
  ['rows'],
  () => [],
  async (reader, blockIds) => {
    const rows = await reader.query<Written & { blockId: string }>(
      `SELECT c.block_id AS blockId, r.number, r.line, r.start, r.step, r.listed, r.stretches, r.runs
       FROM (SELECT id, block_id, ROW_NUMBER() OVER (PARTITION BY block_id
           ORDER BY state = 'released' DESC, number DESC) AS place
         FROM layout WHERE block_id IN (:blockIds) AND state <> 'withdrawn') c
       JOIN layout_row r ON r.layout_id = c.id WHERE c.place = 1 ORDER BY r.number`,
      { blockIds },
    );
    return new Map(
      [...groupBy(rows, ({ blockId }) => blockId)].map(([blockId, own]) => [
        blockId,
        own.map(({ number, line, start, step, listed, stretches, runs }) => ({
          ...{ number, start, step },
          listed: Boolean(listed),
          line: parse(numbers, line, 'layout_row.line'),
          stretches: parse(numbers, stretches, 'layout_row.stretches'),
          runs: parse(numbers, runs, 'layout_row.runs'),
        })),
      ]),
    );
  },
);

/** Lines and pegs of the rows of `rowsFact`, put together once a version; nothing before rows are laid. */
export async function pegsOf(facts: Facts, blockId: string): Promise<RowSet | undefined> {
  const [layout, rows] = await Promise.all([
    currentLayout(facts, blockId),
    facts.of(rowsFact, blockId),
  ]);
  if (!layout) return undefined;
  return facts.derive('pegs', blockId, [layoutsFact, rowsFact], layout.id, () =>
    toRowSet(layout.rhythm, rows),
  );
}

/** The rows of `rowsFact` as plans draw them: what is measured or printed takes the rows themselves. */
export const drawnRowsOf = async (facts: Facts, blockId: string): Promise<PackedRows> => {
  const rows = await facts.of(rowsFact, blockId);
  return facts.derive('drawnRows', blockId, [rowsFact], '', () =>
    packRows(rows.map((row) => drawnRow(row))),
  );
};

interface Written {
  number: number;
  start: number;
  step: number;
  listed: boolean;
  line: unknown;
  stretches: unknown;
  runs: unknown;
}
