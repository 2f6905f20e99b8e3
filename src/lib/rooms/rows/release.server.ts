import { v7 as uuid } from 'uuid';
import { peggedRows, samePlaces } from '../../../../core/rows/pegging';
import { told } from '../../../../core/say/told';
import { siteAccess } from '../../server/authorise';
import type { Work } from '../../server/work';
import { continueVersion, plantedRowsOf } from './continue.server';
import { readRows } from './facts.server';

/** A version that may be released, its block under lock, and the one with the crew until now. */
export async function toRelease(work: Work, layoutId: string) {
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
  const hidden = await work.tables.keepout.one({
    blockId: block.id,
    kind: 'buried-service',
    located: null,
  });
  if (hidden && before?.id !== layoutId) throw told('rows.notLocated', { name: hidden.name });
  return { layout, block, before };
}

/** Whether trees are entered on a version. */
export const isBegun = async (work: Work, layoutId: string): Promise<boolean> =>
  (await plantedRowsOf(work, layoutId)).size > 0;

/** Gives a version to the crew: over one that was begun it goes on, any other it takes the place of. */
export async function releaseVersion(work: Work, layoutId: string): Promise<void> {
  const { layout, block, before } = await toRelease(work, layoutId);
  if (before?.id === layoutId) return;
  // Sent twice: under this id stands by now what the version with the crew has taken the place of.
  if (before && before.continues === layout.number && layout.state === 'withdrawn') return;
  if (before) {
    const planted = await plantedRowsOf(work, before.id);
    if (planted.size) {
      await continueVersion(work, block, { before, after: layout, planted });
      return;
    }
    await work.tables.layout.set({ id: before.id }, { state: 'withdrawn' });
  }
  await work.tables.layout.set(
    { id: layout.id },
    { state: 'released', releasedAt: new Date(work.now), releasedBy: work.person.id },
  );
  if (before) await pegsThatStay(work, before.id, layout.id);
}

/** Rows of two versions that stand on the same places, by number. */
export async function placesAlike(work: Work, before: string, after: string) {
  const rows = await readRows(work, [before, after]);
  return samePlaces(rows.get(before) ?? [], rows.get(after) ?? []);
}

/** Pegs of the version before that stand where rows of the new one have theirs stay pegged. */
async function pegsThatStay(work: Work, before: string, after: string): Promise<void> {
  const words = await work.tables.rowPegged.all({
    where: { layoutId: before },
    order: [['recordedAt', 'ASC']],
  });
  if (!words.length) return;
  const same = await placesAlike(work, before, after);
  const { stand } = peggedRows(
    words.map(({ inRows, at, ...word }) => ({ ...word, rows: inRows, at: at.getTime() })),
    [...same.keys()],
  );
  // Rows that were pegged on one day are one word of the new version.
  const byMoment = new Map<number, number[]>();
  for (const [row, at] of stand) byMoment.set(at, [...(byMoment.get(at) ?? []), same.get(row)!]);
  for (const [at, inRows] of byMoment) {
    const { authorId, device } = words.find((word) => word.stand && word.at.getTime() === at)!;
    await work.tables.rowPegged.add({
      ...{ id: uuid(), layoutId: after, inRows, stand: true, late: false },
      ...{ at: new Date(at), recordedAt: new Date(work.now), authorId, device },
    });
  }
}
