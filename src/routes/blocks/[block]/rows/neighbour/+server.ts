import { error, json } from '@sveltejs/kit';
import { nearestRow } from '../../../../../../core/rows/guides';
import { hasPegs, lineBetween, rowCount, rowSpan } from '../../../../../../core/rows/rowset';
import { toRowSet } from '../../../../../../core/rows/stored';
import { blocksFact, plantableOf, planeOf } from '$lib/rooms/ground/facts.server';
import { currentLayout, rowsFact } from '$lib/rooms/rows/facts.server';
import { openBlock } from '$lib/server/page';
import type { RequestHandler } from './$types';

/** Of another block's rows the one nearest to this block, in this block's plane: to be gone on with. */
export const GET: RequestHandler = async ({ params, locals, url }) => {
  const { block, facts } = await openBlock(locals, params.block);
  const other = (await facts.of(blocksFact)).find(({ id }) => id === url.searchParams.get('of'));
  if (!other) error(404, 'There is no such block.');
  const layout = await currentLayout(facts, other.id);
  if (!layout) error(404, `${other.name} has no rows yet.`);
  const [stored, { boundary }] = await Promise.all([
    facts.of(rowsFact, other.id),
    plantableOf(facts, block),
  ]);
  const rows = toRowSet(layout.rhythm, stored);
  const [theirs, ours] = [planeOf(other), planeOf(block)];
  const standing = Array.from({ length: rowCount(rows) }, (_, row) => row).filter((row) =>
    hasPegs(rows, row),
  );
  const lines = standing.map((row) => ({
    row: row + 1,
    line: lineBetween(rows, row, ...rowSpan(rows, row)).map((point) =>
      ours.toPlane(theirs.toLonLat(point)),
    ),
  }));
  const found = nearestRow(lines, boundary);
  if (!found) error(404, `${other.name} has no row to keep to.`);
  return json({ ...found, between: layout.rhythm.between });
};
