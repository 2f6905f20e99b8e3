import {
  allowedOn,
  continueRows,
  rowsOfVersion,
  type Continued,
} from '../../../../core/rows/continue';
import { countSpecies } from '../../../../core/rows/species';
import { treesInRow, type StoredRow } from '../../../../core/rows/stored';
import { told } from '../../../../core/say/told';
import type { Reader } from '../../server/reader';
import type { Work } from '../../server/work';
import { readLayoutGround } from '../ground/facts.server';
import type { BlockRow } from '../ground/tables.server';
import { readRows } from './facts.server';
import type { LayoutRow } from './tables.server';

/** Trees entered on each row of a version, by row; rows without a tree are left out. */
export async function plantedRowsOf(
  reader: Reader,
  layoutId: string,
): Promise<Map<number, number>> {
  const rows = await reader.query<{ row: number; planted: number }>(
    `SELECT \`row_number\` AS \`row\`, planted FROM planted_row
     WHERE layout_id = :layoutId AND planted > 0`,
    { layoutId },
  );
  return new Map(rows.map(({ row, planted }) => [row, Number(planted)]));
}

interface Versions {
  before: LayoutRow;
  after: LayoutRow;
  /** Trees by row of the version before. */
  planted: ReadonlyMap<number, number>;
}

/**
 * What a version would become if it went on where another has begun.
 * @throws Told where either is a trial
 */
async function continued(
  reader: Reader,
  block: BlockRow,
  { before, after, planted }: Versions,
): Promise<Continued & { was: StoredRow[] }> {
  if (before.trial.length || after.trial.length)
    throw told('rows.plantedIn', {
      number: before.number,
      planted: [...planted.values()].reduce((sum, trees) => sum + trees, 0),
    });
  const [rows, { ground }] = await Promise.all([
    readRows(reader, [before.id, after.id]),
    readLayoutGround(reader, block),
  ]);
  const [was, will] = [before, after].map(({ id, ...version }) => ({
    ...rowsOfVersion({ ...version, rows: rows.get(id) ?? [] }),
  }));
  const { shortest } = after.parameters;
  const next = continueRows(was, will, planted, allowedOn(ground), shortest);
  return { ...next, was: [...was.rows] };
}

/**
 * Releases a version over one that has been begun. The version with the crew keeps its id, so that whatever was
 * entered against its rows, or comes late, still means them; what it was until now is kept, withdrawn, under the id
 * of the version that takes its place.
 */
export async function continueVersion(
  work: Work,
  block: BlockRow,
  versions: Versions,
): Promise<void> {
  const { before, after } = versions;
  const next = await continued(work, block, versions);
  const released = { releasedAt: new Date(work.now), releasedBy: work.person.id };
  const contents = ({ id: _id, blockId: _block, number: _number, ...rest }: LayoutRow) => rest;
  // Below nought they stand in nobody's way, and let their rows be written: see the triggers on layout_row.
  for (const { id, number } of [before, after])
    await work.tables.layout.set({ id }, { number: -number });
  const of = (layoutId: string) => (row: StoredRow) => ({
    ...{ layoutId, ...row },
    trees: treesInRow(row),
  });
  await work.tables.layoutRow.remove({ layoutId: after.id });
  await work.tables.layoutRow.addAll(next.was.map(of(after.id)));
  // What was entered hangs on these rows by their numbers: they are written over, none goes.
  await work.tables.layoutRow.addAll(next.rows.map(of(before.id)), {
    replace: ['line', 'start', 'step', 'listed', 'stretches', 'runs', 'trees'],
  });
  await work.tables.layout.set(
    { id: after.id },
    { ...contents(before), state: 'withdrawn', number: before.number },
  );
  const mix = next.mix.map(
    (species) =>
      after.parameters.mix.find((entry) => entry.species === species) ?? { species, share: 0 },
  );
  await work.tables.layout.set(
    { id: before.id },
    {
      ...{ ...contents(after), ...released, state: 'released', number: after.number },
      ...{ rhythm: next.rhythm, parameters: { ...after.parameters, mix } },
      trees: next.rows.reduce((sum, row) => sum + treesInRow(row), 0),
      speciesCounts: countSpecies(
        next.rows.map(({ runs }) => runs),
        mix.length,
      ),
      continues: before.number,
    },
  );
  await sharesThatStay(work, before.id, next.rows);
  await treatmentsThatStay(work, block, before.number, after.number);
}

/** Shares end where their last row is that was not given up; a share without one is nobody's. */
async function sharesThatStay(work: Work, layoutId: string, rows: readonly StoredRow[]) {
  const standing = rows.filter(treesInRow).map(({ number }) => number);
  for (const share of await work.tables.rowShare.all({ where: { layoutId } })) {
    const own = standing.filter((row) => row >= share.firstRow && row <= share.lastRow);
    const [firstRow, lastRow] = [own[0], own.at(-1)!];
    const key = { layoutId, planterId: share.planterId, firstRow: share.firstRow };
    if (firstRow === share.firstRow && lastRow === share.lastRow) continue;
    await work.tables.rowShare.remove(key);
    if (own.length) await work.tables.rowShare.add({ ...share, firstRow, lastRow });
  }
}

/** Rows that were planted otherwise keep their numbers, and their treatment with them. */
async function treatmentsThatStay(work: Work, block: BlockRow, before: number, after: number) {
  const differences = block.differences.map((one) =>
    one.scope.by === 'rows' && one.scope.version === before
      ? { ...one, scope: { ...one.scope, version: after } }
      : one,
  );
  if (differences.every((one, i) => one === block.differences[i])) return;
  await work.tables.block.set(
    { id: block.id },
    { differences, methodEdition: block.methodEdition + 1 },
  );
}
