import type { VersionFigures } from '../../../../../../core/rows/compare';
import { hasPegs, rowCount, rowSpan, stepsBetweenRows } from '../../../../../../core/rows/rowset';
import { drawnRow, toRowSet, treesInRow } from '../../../../../../core/rows/stored';
import { drawnGroundOf } from '$lib/rooms/ground/facts.server';
import { layoutsFact, readRows } from '$lib/rooms/rows/facts.server';
import type { LayoutRow } from '$lib/rooms/rows/tables.server';
import { openBlock } from '$lib/server/page';
import type { Facts } from '$lib/server/facts';
import { say, type Message } from '../../../../../../core/say/message';
import type { StoredRow } from '../../../../../../core/rows/stored';
import type { PageServerLoad } from './$types';

/** Two saved versions of a block's layout, side by side. */
export const load: PageServerLoad = async ({ params, locals, url, depends }) => {
  depends('viridane:rows', 'viridane:ground', 'viridane:stock');
  const { block, facts } = await openBlock(locals, params.block);
  const versions = await facts.of(layoutsFact, block.id);
  const pick = (key: string, other: number) =>
    versions.find(({ number }) => String(number) === url.searchParams.get(key)) ?? versions[other];
  const [a, b] = [pick('a', Math.min(1, versions.length - 1)), pick('b', 0)];
  const ground = await drawnGroundOf(facts, block);
  const rows = await readRows(facts.reader, a && b ? [...new Set([a.id, b.id])] : []);
  return {
    numbers: versions.map(({ number, name, state }) => ({ number, name, state })),
    boundary: ground.boundary,
    keptOut: ground.keptOut,
    sides:
      a && b
        ? await Promise.all(
            [a, b].map((version) => side(facts, version, rows.get(version.id) ?? [])),
          )
        : [],
  };
};

async function side(facts: Facts, version: LayoutRow, rows: StoredRow[]) {
  const set = toRowSet(version.rhythm, rows);
  let length = 0;
  const strung = { rows: 0, length: 0 };
  for (let row = 0; row < rowCount(set); row++) {
    if (!hasPegs(set, row)) continue;
    const [first, last] = rowSpan(set, row);
    length += last - first;
    if (!set.rowListed[row]) {
      strung.rows += 1;
      strung.length += last - first;
    }
  }
  const figures: VersionFigures = {
    trees: version.trees,
    rows: rows.filter(treesInRow).length,
    length,
    strung,
    walked: length + stepsBetweenRows(set),
    species: Object.fromEntries(
      version.parameters.mix.map(({ species }, i) => [species, version.speciesCounts[i]]),
    ),
    density: version.plantableArea > 0 ? version.trees / version.plantableArea : 0,
  };
  return {
    number: version.number,
    name: version.name,
    state: version.state,
    figures,
    rhythm: version.rhythm,
    rows: rows.map((row) => drawnRow(row)),
    mix: version.parameters.mix.map(({ species }) => species),
    depends: await dependsOn(facts, version),
  };
}

/** What would hang in the air if this version went, with its numbers. */
async function dependsOn(facts: Facts, version: LayoutRow): Promise<Message[]> {
  const [found] = await facts.reader.query<Record<string, string | null>>(
    `SELECT (SELECT SUM(planted) FROM planted_row WHERE layout_id = :id) AS planted,
       (SELECT COUNT(*) FROM row_share WHERE layout_id = :id) AS shares,
       (SELECT COUNT(*) FROM plot WHERE layout_id = :id) AS plots,
       (SELECT COUNT(*) FROM survival_count WHERE layout_id = :id) AS counts,
       (SELECT COUNT(*) FROM lot WHERE block_id = :block) AS lots`,
    { id: version.id, block: version.blockId },
  );
  const count = (name: string) => Number(found[name] ?? 0);
  const released = version.state === 'released';
  return [
    ...(count('planted') ? [say('rows.dependPlanted', { trees: count('planted') })] : []),
    ...(count('shares') ? [say('rows.dependShares', { planters: count('shares') })] : []),
    ...(count('plots') ? [say('rows.dependPlots', { plots: count('plots') })] : []),
    ...(count('counts') ? [say('rows.dependCounts', { rows: count('counts') })] : []),
    ...(released && count('lots') ? [say('rows.dependLots', { lots: count('lots') })] : []),
    ...(released ? [say('rows.dependPegs')] : []),
  ];
}
