import {
  methodFor,
  methodSum,
  standing,
  tasksOfAll,
  treeOf,
  type BlockMethod,
  type MethodSum,
  type TreeKind,
} from '../../../../core/method/differences';
import { treeGroups, type BlockTrees } from '../../../../core/method/groups';
import type { Chosen } from '../../../../core/method/method';
import type { Question } from '../../../../core/method/school';
import { waysOf, type Named, type Way } from '../../../../core/method/ways';
import { contains, mapPoints } from '../../../../core/ground/polygon';
import { eachPosition } from '../../../../core/rows/stored';
import type { Facts } from '../../server/facts';
import { planeOf, zonesFact } from '../ground/facts.server';
import type { BlockRow } from '../ground/tables.server';
import { currentLayout, layoutsFact, rowsFact } from '../rows/facts.server';
import { cardsFact, lotsFact, standsFor } from '../stock/facts.server';
import type { SpeciesRow } from '../stock/tables.server';

/** The block's own way, for what concerns the block as a whole: ground, machine, weather. */
export const methodOfBlock = (block: BlockRow): Chosen[] =>
  methodFor({ ...block, differences: [] }, {});

/** Whether any tree of a block is treated by a school, wherever it stands and whatever it is. */
export const treatsBy = (block: BlockRow, question: Question, school: string): boolean =>
  methodOfBlock(block).some((one) => one.question === question && one.school.key === school) ||
  block.differences.some(({ method }) => method[question] === school);

/** How a block is planted, with what differs as far as it still stands. */
export async function blockMethod(facts: Facts, block: BlockRow): Promise<BlockMethod> {
  const { method, conditions, differences } = block;
  if (!differences.length) return { method, conditions, differences };
  const [zones, lots, layout] = await Promise.all([
    facts.of(zonesFact, block.id),
    facts.of(lotsFact, block.id),
    currentLayout(facts, block.id),
  ]);
  return {
    ...{ method, conditions },
    differences: standing(differences, {
      zones: new Set(zones.map(({ id }) => id)),
      lots: new Set(lots.map(({ lot }) => lot.id)),
      version: layout?.number,
    }),
  };
}

/** How the trees of a lot are planted. */
export const methodOfLot = (
  of: BlockMethod,
  lot: { id: string; speciesId: string },
  cards: readonly SpeciesRow[],
): Chosen[] => methodFor(of, { lot: lot.id, stock: stockOf(cards, lot.speciesId) });

const stockOf = (cards: readonly SpeciesRow[], speciesId: string) =>
  cards.find(({ id }) => id === speciesId)?.stock;

/** All ways in which trees of a block are planted, its own first. */
export async function waysOfBlock(facts: Facts, block: BlockRow): Promise<Way[]> {
  const [of, cards, zones, lots, layout] = await Promise.all([
    blockMethod(facts, block),
    facts.of(cardsFact),
    facts.of(zonesFact, block.id),
    facts.of(lotsFact, block.id),
    currentLayout(facts, block.id),
  ]);
  return waysOf(
    of,
    named(
      layout?.parameters.mix ?? [],
      cards,
      zones,
      lots.map(({ lot }) => lot),
    ),
    'as planted',
  );
}

/** Names for the scopes of a block's differences. */
export function named(
  mix: readonly { species: string }[],
  cards: readonly SpeciesRow[],
  zones: readonly { id: string; name: string }[],
  lots: readonly { id: string; code: string; speciesId: string }[],
): Named {
  const card = (id: string) => cards.find((entry) => entry.id === id);
  return {
    zones,
    mix: mix.flatMap(({ species }) => card(species) ?? []),
    lots: lots.map(({ id, code, speciesId }) => ({
      ...{ id, code, species: card(speciesId)?.name ?? '' },
      stock: card(speciesId)?.stock ?? 'bare-root',
    })),
  };
}

/** Tasks that any of a block's trees brings in. No position is looked at: whatever is named counts. */
export async function methodTasksOf(facts: Facts, block: BlockRow): Promise<Set<string>> {
  const [of, cards, layout, lots] = await Promise.all([
    blockMethod(facts, block),
    facts.of(cardsFact),
    currentLayout(facts, block.id),
    facts.of(lotsFact, block.id),
  ]);
  const mix = layout?.parameters.mix ?? [];
  const trees: TreeKind[] = mix.map(({ species }) => ({ stock: stockOf(cards, species) }));
  for (const { scope } of of.differences)
    if (scope.by !== 'stock') {
      const lot = scope.by === 'lot' && lots.find((entry) => entry.lot.id === scope.lot)?.lot;
      trees.push(treeOf(scope, lot ? stockOf(cards, lot.speciesId) : undefined));
    }
  return tasksOfAll(of, trees.length ? trees : [{}]);
}

/** What the method of a block brings in over all its trees. */
export async function methodSumOf(facts: Facts, block: BlockRow): Promise<MethodSum> {
  const [of, trees] = await Promise.all([blockMethod(facts, block), blockTrees(facts, block)]);
  return methodSum(of, treeGroups(trees, of.differences));
}

/** Where a block's trees stand and of which lots they are. Positions are gone through once a change. */
export async function blockTrees(facts: Facts, block: BlockRow): Promise<BlockTrees> {
  const [layout, cards, zones, lots] = await Promise.all([
    currentLayout(facts, block.id),
    facts.of(cardsFact),
    facts.of(zonesFact, block.id),
    facts.of(lotsFact, block.id),
  ]);
  const stored = layout ? await facts.of(rowsFact, block.id) : [];
  const from = [layoutsFact, rowsFact, zonesFact];
  const rows = await facts.derive('row-trees', block.id, from, '', () => {
    const plane = planeOf(block);
    const laid = zones.map(({ parts }) => mapPoints(parts, (point) => plane.toPlane(point)));
    const counts = new Map(stored.map(({ number }) => [number, new Map<string, number>()]));
    if (layout)
      for (const { row, point, species } of eachPosition(layout.rhythm, stored)) {
        const own = counts.get(row)!;
        const key = `${species} ${laid.findIndex((parts) => contains(parts, point))}`;
        own.set(key, (own.get(key) ?? 0) + 1);
      }
    const standing = [...counts].filter(([, own]) => own.size);
    return standing.map(([number, own]) => ({
      number,
      counts: [...own].flatMap(([key, trees]) => [...key.split(' ').map(Number), trees]),
    }));
  });
  return {
    rows,
    zones: zones.map(({ id }) => id),
    species: (layout?.parameters.mix ?? []).map(({ species }) => ({
      stock: stockOf(cards, species),
      lots: lots
        .filter(({ lot }) => standsFor(lot) === species)
        .map(({ lot, balance }) => ({ id: lot.id, trees: balance.received })),
    })),
  };
}
