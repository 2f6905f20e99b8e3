import { error, json } from '@sveltejs/kit';
import { treesInRow, type StoredRow } from '../../../../../../core/rows/stored';
import { isTold } from '../../../../../../core/say/told';
import { continued, plantedRowsOf } from '$lib/rooms/rows/continue.server';
import { layoutsFact, releasedOf } from '$lib/rooms/rows/facts.server';
import { may } from '$lib/server/authorise';
import { openBlock } from '$lib/server/page';
import { wordsOf } from '$lib/words';
import type { RequestHandler } from './$types';

export interface WouldContinue {
  begun: { rows: number; planted: number; open: number };
  lost: number;
  kept: number;
  gone: number;
  /** First and last of the new numbers; nothing where none is new. */
  fresh: [number, number] | null;
  trees: number;
}

/** What releasing a version would leave, give up and add where another has been begun; null where none has. */
export const GET: RequestHandler = async ({ params, locals, url }) => {
  const { block, facts, role } = await openBlock(locals, params.block);
  if (!may(role, 'plan')) error(403, 'Only a leader releases a version.');
  const versions = await facts.of(layoutsFact, block.id);
  const before = releasedOf(versions);
  const after = versions.find(({ number }) => number === Number(url.searchParams.get('version')));
  if (!after) error(404, `There is no such version of ${block.name}.`);
  const planted = before && (await plantedRowsOf(facts.reader, before.id));
  if (!before || before === after || !planted?.size) return json(null);
  const trees = (rows: readonly StoredRow[]) => rows.reduce((sum, row) => sum + treesInRow(row), 0);
  try {
    const next = await continued(facts.reader, block, { before, after, planted });
    const { begun, lost, kept, gone, fresh, rows } = next;
    return json({
      ...{ begun, lost, kept, gone: gone.length, trees: trees(rows) },
      fresh: fresh.length ? [fresh[0], fresh.at(-1)!] : null,
    } satisfies WouldContinue);
  } catch (refused) {
    if (isTold(refused)) error(409, wordsOf(refused));
    throw refused;
  }
};
