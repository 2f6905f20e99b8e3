import { groundOf, rowsOf, talliesOf } from '$lib/server/block';
import { blockAccess } from '$lib/server/authorise';
import { store } from '$lib/server/store';
import { progress } from '../../../../../../core/crew/progress';
import type { VersionFigures } from '../../../../../../core/rows/compare';
import { rowCount, rowSpan, stepsBetweenRows } from '../../../../../../core/rows/rowset';
import { toRowSet } from '../../../../../../core/rows/stored';
import type { Store } from '$lib/store';
import type { LayoutRow } from '$lib/store/rows';
import type { PageServerLoad } from './$types';

/** Two saved versions of a block's layout, side by side. */
export const load: PageServerLoad = async ({ params, locals, url }) => {
  const open = await store();
  const { block } = await blockAccess(open, locals.person!.id, params.block, 'read');
  const versions = (
    await open.layout.findAll({ where: { blockId: block.id }, order: [['number', 'DESC']] })
  ).map((row) => row.get() as LayoutRow);
  const pick = (key: string, other: number) =>
    versions.find(({ number }) => String(number) === url.searchParams.get(key)) ?? versions[other];
  const [a, b] = [pick('a', Math.min(1, versions.length - 1)), pick('b', 0)];
  const ground = await groundOf(open, block);
  return {
    numbers: versions.map(({ number, name, state }) => ({ number, name, state })),
    boundary: ground.boundary,
    keptOut: ground.keptOut,
    sides: a && b ? await Promise.all([a, b].map((version) => side(open, version))) : [],
  };
};

async function side(open: Store, version: LayoutRow) {
  const rows = await rowsOf(open, version.id);
  const set = toRowSet(version.rhythm, rows);
  let length = 0;
  for (let row = 0; row < rowCount(set); row++) {
    const [first, last] = rowSpan(set, row);
    length += last - first;
  }
  const figures: VersionFigures = {
    trees: version.trees,
    rows: rows.length,
    length,
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
    rows,
    mix: version.parameters.mix.map(({ species }) => species),
    depends: await dependsOn(open, version),
  };
}

/** What would hang in the air if this version went: sentences with their numbers. */
async function dependsOn(open: Store, version: LayoutRow): Promise<string[]> {
  const where = { where: { layoutId: version.id } };
  const [tallies, shares, plots, counts, lots] = await Promise.all([
    talliesOf(open, version.id),
    open.rowShare.count(where),
    open.plot.count(where),
    open.survivalCount.count(where),
    open.lot.count({ where: { blockId: version.blockId } }),
  ]);
  const { planted } = progress(tallies);
  return [
    ...(planted ? [`${planted} trees are entered as planted in its rows.`] : []),
    ...(shares ? [`${shares} planters have rows of it.`] : []),
    ...(plots ? [`${plots} plots were checked in it.`] : []),
    ...(counts ? [`${counts} rows of it were counted.`] : []),
    ...(version.state === 'released' && lots
      ? [`${lots} lots of this block were ordered by its numbers.`]
      : []),
    ...(version.state === 'released' ? ['The crew sets its pegs by it.'] : []),
  ];
}
