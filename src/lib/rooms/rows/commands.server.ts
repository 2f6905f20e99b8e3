import { plotsToNumbers } from '../../../../core/rows/trial';
import { v7 as uuid } from 'uuid';
import { geodesicMeasure } from '../../../../core/ground/polygon';
import { layOut, COMPUTATION_VERSION, type LayoutParameters } from '../../../../core/rows/layout';
import { rhythmOf, toStoredRows, treesInRow } from '../../../../core/rows/stored';
import { told } from '../../../../core/say/told';
import { siteAccess } from '../../server/authorise';
import { askJob } from '../../server/jobs';
import type { Handlers, Work } from '../../server/work';
import { readLayoutGround } from '../ground/facts.server';
import type { BlockRow } from '../ground/tables.server';
import type { rowsContract } from './contract';

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
    const [head] = await work.query<{ blockId: string; siteId: string }>(
      `SELECT l.block_id AS blockId, b.site_id AS siteId FROM layout l
       JOIN block b ON b.id = l.block_id WHERE l.id = :layoutId`,
      { layoutId },
    );
    siteAccess(work.person, head?.siteId ?? '', 'plan', 'layout');
    const { block } = await work.block(head.blockId, 'plan');
    const layout = (await work.tables.layout.one({ id: layoutId }, { lock: 'update' }))!;
    const before = await work.tables.layout.one(
      { blockId: block.id, state: 'released' },
      { lock: 'update' },
    );
    if (before?.id === layoutId) return;
    const hidden = await work.tables.keepout.one({
      blockId: block.id,
      kind: 'buried-service',
      located: null,
    });
    if (hidden) throw told('rows.notLocated', { name: hidden.name });
    if (before) {
      const [{ planted }] = await work.query<{ planted: string | null }>(
        `SELECT SUM(planted) AS planted FROM planted_row WHERE layout_id = :id`,
        { id: before.id },
      );
      if (Number(planted ?? 0) > 0)
        throw told('rows.plantedIn', { number: before.number, planted: Number(planted) });
      await work.tables.layout.set({ id: before.id }, { state: 'withdrawn' });
    }
    await work.tables.layout.set(
      { id: layout.id },
      { state: 'released', releasedAt: new Date(work.now), releasedBy: work.person.id },
    );
  },
};

/** Rows written at a time. */
const ROWS_A_TIME = 500;
/** Trees that are laid out while the leader waits for the answer. */
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
