import { plotsToNumbers } from '../../../../core/rows/trial';
import { v7 as uuid } from 'uuid';
import { geodesicMeasure } from '../../../../core/ground/polygon';
import { layOut, COMPUTATION_VERSION, type LayoutParameters } from '../../../../core/rows/layout';
import { rhythmOf, toStoredRows, treesInRow } from '../../../../core/rows/stored';
import { told } from '../../../../core/say/told';
import { askJob } from '../../server/jobs';
import { ALREADY, type Handlers, type Work } from '../../server/work';
import { readLayoutGround } from '../ground/facts.server';
import type { BlockRow } from '../ground/tables.server';
import type { rowsContract } from './contract';
import { isBegun, placesAlike, releaseVersion, toRelease } from './release.server';

export const rowsCommands: Handlers<typeof rowsContract> = {
  async 'rows.save'({ blockId, name, parameters }, work) {
    // The lock also makes two leaders who save at once get numbers in turn.
    const { block, site } = await work.block(blockId, 'plan');
    const given = parameters as LayoutParameters;
    // So many trees take their time: a thread lays them out, and shows how far it is.
    if (treesAbout(block, given) > MOST_AT_ONCE)
      return {
        job: await askJob(work, site.id, 'rows.save', { blockId, name, parameters: given }),
      };
    return saveVersion(work, block, name, given);
  },

  async 'rows.release'({ layoutId }, work) {
    const { layout, block, before } = await toRelease(work, layoutId);
    // So many trees take their time: a thread holds the two versions against each other.
    if (before && before.trees + layout.trees > MOST_AT_ONCE && (await isBegun(work, before.id)))
      return { job: await askJob(work, block.siteId, 'rows.release', { layoutId }) };
    await releaseVersion(work, layoutId);
    return undefined;
  },

  async 'rows.pegged'({ layoutId, rows, stand, late, ...input }, work) {
    const { blockId, layout } = await work.releasedLayout(layoutId, 'tally');
    const numbers = [...new Set(rows)].sort((a, b) => a - b);
    const last = await work.tables.layoutRow.max('number', { layoutId });
    const unknown = numbers.find((row) => row > last);
    if (unknown !== undefined) throw told('crew.noRow', { row: unknown });
    const event = { ...work.event(input), layoutId, inRows: numbers, stand, late };
    if (!(await work.record(work.tables.rowPegged, event))) return ALREADY;
    if (layout.state !== 'withdrawn') return;
    // A phone that still had the version before: what stands on a row's own places serves the new one too.
    const now = await work.tables.layout.one({ blockId, state: 'released' });
    if (!now) return;
    const same = await placesAlike(work, layoutId, now.id);
    const inRows = numbers.flatMap((row) => same.get(row) ?? []);
    if (inRows.length)
      await work.tables.rowPegged.add({ ...event, id: uuid(), layoutId: now.id, inRows });
  },
};

/** Rows written at a time. */
const ROWS_A_TIME = 500;
/** Trees that are laid out, or held against others, while the leader waits for the answer. */
const MOST_AT_ONCE = 60_000;

/** About how many trees a block would hold, for deciding who lays them out. */
function treesAbout(block: BlockRow, { inRow, between }: LayoutParameters): number {
  return geodesicMeasure(block.boundary).area / Math.max(0.01, inRow * between);
}

/** Lays a block out anew from parameters and keeps the rows as its next version. */
export async function saveVersion(
  work: Work,
  block: BlockRow,
  name: string,
  parameters: LayoutParameters,
  tell: (share: number) => Promise<void> = async () => {},
): Promise<{ layoutId: string; number: number }> {
  const known = await work.tables.species.all({
    where: { siteId: block.siteId },
    columns: ['id'],
  });
  if (parameters.mix.some(({ species }) => !known.some(({ id }) => id === species)))
    throw told('site.noSpecies');
  const { plantable, ground } = await readLayoutGround(work, block);
  const layout = layOut(ground, parameters);
  await tell(0.5);
  if (!layout.rows.total) throw told('rows.noTree');
  const number = 1 + (await work.tables.layout.max('number', { blockId: block.id }));
  const id = uuid();
  await work.tables.layout.add({
    id,
    blockId: block.id,
    number,
    name,
    state: 'saved',
    computation: COMPUTATION_VERSION,
    parameters,
    rhythm: rhythmOf(layout.rows),
    trees: layout.rows.total,
    plantableArea: plantable.plantable.value,
    speciesCounts: layout.speciesCounts,
    trial: plotsToNumbers(layout.trial?.plots ?? []),
    createdAt: new Date(work.now),
    createdBy: work.person.id,
    releasedAt: null,
    releasedBy: null,
    continues: null,
  });
  const stored = toStoredRows(layout.rows, layout.runs);
  for (let from = 0; from < stored.length; from += ROWS_A_TIME) {
    await work.tables.layoutRow.addAll(
      stored
        .slice(from, from + ROWS_A_TIME)
        .map((row) => ({ layoutId: id, ...row, trees: treesInRow(row) })),
    );
    await tell(0.5 + (0.5 * from) / stored.length);
  }
  return { layoutId: id, number };
}
