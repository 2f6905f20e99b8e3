import { contains, mapPoints } from '../../../../core/ground/polygon';
import { pegPosition } from '../../../../core/rows/rowset';
import { treesInRow } from '../../../../core/rows/stored';
import {
  spreadOfRows,
  STRATA,
  USUAL_SPREAD,
  type StrataBy,
  type Stratum,
} from '../../../../core/survival/design';
import { groupBy } from '../../../../core/measure/group';
import { type Facts } from '../../server/facts';
import { plantedOf, plantersFact, sownFact, talliesFact } from '../crew/facts.server';
import { planeOf, zonesFact } from '../ground/facts.server';
import type { BlockRow } from '../ground/tables.server';
import { pegsOf, releasedLayout, rowsFact } from '../rows/facts.server';
import { cardsFact } from '../stock/facts.server';
import { lotTeller, TOLD_BY } from '../stock/which-lot.server';
import { countedOf } from './facts.server';

/** Places along a row at which it is asked in which zone they lie. */
const LOOKS = 20;

/** Rows that stand, each with its trees, and the part of the block it is of, by what parts are made by. */
export interface BlockParts {
  standing: { number: number; trees: number }[];
  partOf: Record<StrataBy, (row: number) => string>;
}

/** Of which part of a block each row is. */
export async function partsOf(facts: Facts, block: BlockRow): Promise<BlockParts | undefined> {
  const [layout, rows, pegs, planted, zones, tallies, planters, cards, teller] = await Promise.all([
    releasedLayout(facts, block.id),
    facts.of(rowsFact, block.id),
    pegsOf(facts, block.id),
    plantedOf(facts, block.id),
    facts.of(zonesFact, block.id),
    facts.of(talliesFact, block.id),
    facts.of(plantersFact),
    facts.of(cardsFact),
    lotTeller(facts, block.id),
  ]);
  if (!layout || !planted.planted) return undefined;
  const from = [sownFact, rowsFact, zonesFact, talliesFact, plantersFact, cardsFact, ...TOLD_BY];
  return facts.derive('parts', block.id, from as never, `${block.edition}`, () => {
    const plane = planeOf(block);
    const grounds = zones.map(({ name, parts }) => ({
      name,
      parts: mapPoints(parts, plane.toPlane),
    }));
    /** Rows are drawn whole: one is of the zone that holds the most of it, if that is a quarter or more. */
    const zoneOf = (row: number) => {
      const trees = treesInRow(rows[row - 1]);
      const hits = new Map<string, number>();
      for (let look = 0; look < LOOKS; look++) {
        const at = pegPosition(pegs!, row, 1 + Math.floor((look * trees) / LOOKS))?.point;
        const zone = at && grounds.find(({ parts }) => contains(parts, at))?.name;
        if (zone) hits.set(zone, (hits.get(zone) ?? 0) + 1);
      }
      const [most] = [...hits].sort(([, a], [, b]) => b - a);
      return most && most[1] >= LOOKS / 4 ? most[0] : 'the rest';
    };
    const most = new Map<number, { planter: string; trees: number }>();
    const byPlanter = new Map<string, number>();
    for (const { row, planter, count, corrects } of tallies) {
      const key = `${row} ${planter}`;
      const trees = (byPlanter.get(key) ?? 0) + (corrects ? -count : count);
      byPlanter.set(key, trees);
      if (trees > (most.get(row)?.trees ?? 0)) most.set(row, { planter, trees });
    }
    const planterOf = (row: number) =>
      planters.find(({ id }) => id === most.get(row)?.planter)?.name ?? 'nobody known';
    const mix = layout.parameters.mix.map(({ species: id }) => id);
    /** The species that more than half of a row is of. */
    const mainOf = (row: number): string | undefined => {
      const { runs } = rows[row - 1];
      const trees = new Map<number, number>();
      for (let i = 0; i < runs.length; i += 2)
        trees.set(runs[i], (trees.get(runs[i]) ?? 0) + runs[i + 1]);
      const [main] = [...trees].sort(([, a], [, b]) => b - a);
      return main && main[1] > treesInRow(rows[row - 1]) / 2 ? mix[main[0]] : undefined;
    };
    const speciesOf = (row: number) =>
      cards.find(({ id }) => id === mainOf(row))?.name ?? 'mixed rows';
    const lotOf = (row: number) => {
      const lot = teller(mainOf(row), row, most.get(row)?.planter);
      return lot ? `lot ${lot.code}` : 'mixed rows';
    };
    return {
      standing: rows
        .map(({ number }) => ({ number, trees: planted.byRow.get(number) ?? 0 }))
        .filter(({ trees }) => trees > 0),
      partOf: {
        block: () => 'the block',
        ...{ zone: zoneOf, species: speciesOf, lot: lotOf, planter: planterOf },
      },
    };
  });
}

/** The parts of a block that a next count may be drawn by, with how rows of each differed at the last one. */
export async function strataOf(
  facts: Facts,
  block: BlockRow,
): Promise<Record<StrataBy, Stratum[]> | undefined> {
  const [parts, season] = await Promise.all([partsOf(facts, block), countedOf(facts, block)]);
  if (!parts) return undefined;
  const { standing, partOf } = parts;
  return facts.derive('strata', block.id, [], facts.everything, () => {
    const counts = new Map(season?.counts.map((count) => [count.row, count]));
    const whole = spreadOfRows([...counts.values()]) ?? USUAL_SPREAD;
    const strata = (by: StrataBy): Stratum[] =>
      [...groupBy(standing, ({ number }) => partOf[by](number))].map(([name, own]) => ({
        name,
        rows: own.map(({ number }) => number),
        trees: own.reduce((sum, { trees }) => sum + trees, 0),
        // A part that was hardly looked at is taken to differ as the whole does.
        spread: spreadOfRows(own.flatMap(({ number }) => counts.get(number) ?? [])) ?? whole,
      }));
    return Object.fromEntries(STRATA.map((by) => [by, strata(by)])) as Record<StrataBy, Stratum[]>;
  });
}
