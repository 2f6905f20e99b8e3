import { apportion } from '../../../../core/measure/apportion';
import {
  notAgain,
  placesOfSum,
  placesToFill,
  refillNeed,
} from '../../../../core/survival/refilling';
import type { Facts } from '../../server/facts';
import type { BlockRow } from '../ground/tables.server';
import { plantedOf, sownFact } from '../crew/facts.server';
import { releasedLayout } from '../rows/facts.server';
import { countedOf, countsFact } from './facts.server';
import { survivalFindings } from './findings.server';
import type { RefillRow } from './tables.server';

/** What a refill of a block would be: which places take which tree, how many to order, what not again. */
export async function refillingOf(facts: Facts, block: BlockRow, chance: number) {
  const [layout, season, found, planted] = await Promise.all([
    releasedLayout(facts, block.id),
    countedOf(facts, block),
    survivalFindings(facts, block),
    plantedOf(facts, block.id),
  ]);
  if (!layout || !season || !found) return undefined;
  return facts.derive(
    'refilling',
    block.id,
    [countsFact, sownFact],
    `${facts.everything} ${chance} ${season.target}`,
    () => {
      const areaAPeg = layout.plantableArea / Math.max(1, layout.trees);
      const marked = season.counts.filter(({ marks }) => marks);
      const places = placesToFill(marked, areaAPeg, season.target);
      const placesOf = new Map(places.map(({ row, pegs }) => [row, pegs]));
      const sums = season.counts.filter(({ marks }) => !marks);
      const placesIn = new Map(
        sums.map((count) => [count.row, placesOfSum(count, areaAPeg, season.target)]),
      );
      const looked = new Map(season.counts.map(({ row, set }) => [row, set]));
      /** Trees nobody looked at: whole rows, and what circles or tags left out of theirs. */
      const rest = [...planted.byRow].flatMap(([row, trees]): [number, number][] => {
        const unseen = trees - (looked.get(row) ?? 0);
        return unseen > 0 ? [[row, unseen]] : [];
      });
      const need = refillNeed(
        season.counts.map(({ row, set, marks }) => ({
          ...{ places: placesOf.get(row)?.length ?? placesIn.get(row) ?? 0, trees: set },
          ...{ beside: season.beside.includes(row), sum: !marks },
        })),
        rest.map(([, trees]) => trees),
        chance,
      );
      const again = notAgain(found.trees, planted.byRow.size);
      const idOf = new Map(found.species.map(({ id, name }) => [name, id]));
      const insteadOf = new Map(
        again.flatMap(({ zone, species, by }) =>
          by ? [[`${zone} ${species}`, idOf.get(by.species)!] as const] : [],
        ),
      );
      const treeAt = new Map(found.trees.map((tree) => [`${tree.row} ${tree.peg}`, tree]));
      const speciesAt = (row: number, peg: number): string => {
        const tree = treeAt.get(`${row} ${peg}`);
        const name = tree?.species ?? found.species[0].name;
        return insteadOf.get(`${tree?.zone ?? ''} ${name}`) ?? idOf.get(name)!;
      };
      const ratio =
        need.expected /
        Math.max(
          1,
          rest.reduce((sum, [, trees]) => sum + trees, 0),
        );
      const unseenIn = new Map(rest);
      const rows: RefillRow[] = [
        ...new Set([...placesOf.keys(), ...placesIn.keys(), ...rest.map(([row]) => row)]),
      ]
        .map((row) => ({
          row,
          pegs: (placesOf.get(row) ?? []).map((peg) => ({ peg, speciesId: speciesAt(row, peg) })),
          expected:
            Math.round(((placesIn.get(row) ?? 0) + ratio * (unseenIn.get(row) ?? 0)) * 10) / 10,
        }))
        .filter(({ pegs, expected }) => pegs.length || expected >= 0.5)
        .sort((a, b) => a.row - b.row);
      const known = found.species.map(
        ({ id }) =>
          rows.flatMap(({ pegs }) => pegs).filter(({ speciesId }) => speciesId === id).length,
      );
      // Places nobody has seen are taken to want the species that the known ones do, else those of the mix.
      const order = apportion(
        need.order.value,
        need.known ? known : layout.parameters.mix.map(({ share }) => share),
      );
      return {
        ...{ rows, need, again },
        species: found.species.map(({ id, name }, i) => ({
          ...{ id, name, known: known[i], order: order[i] },
        })),
        ...{ counted: marked.length, summed: sums.length },
        uncounted: rest.filter(([row]) => !looked.has(row)).length,
      };
    },
  );
}
