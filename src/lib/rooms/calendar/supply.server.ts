import { addTo, type Day } from '../../../../core/measure/dates';
import { bestStretch, weekOf } from '../../../../core/calendar/windows';
import { countingSupply, type BlockToPlant } from '../../../../core/calendar/supply';
import { plantsWithWater } from '../../../../core/method/method';
import type { Facts } from '../../server/facts';
import { plantedOf } from '../crew/facts.server';
import { blocksAtWork } from '../ground/facts.server';
import type { BlockRow } from '../ground/tables.server';
import { methodOfBlock } from '../method/facts.server';
import { currentLayout, rowsFact } from '../rows/facts.server';
import { planLinesOf, reachOf, stillToComeOf } from '../stock/need.server';
import { windowsOf } from './windows.server';

/** Days after which another season's planting is another question. */
const ONE_SEASON = 330;

/** The last day of the window that a day falls into, or of the best one of the year. */
export async function windowEnd(facts: Facts, block: BlockRow, day: Day): Promise<Day> {
  const windows = await windowsOf(facts, plantsWithWater(methodOfBlock(block)));
  const best = bestStretch(windows.weeks[block.conditions.stock]);
  const weeksOn = best ? (((best[1] - weekOf(day)) % 52) + 52) % 52 : 4;
  return addTo(day, { days: Math.min(180, weeksOn * 7 + 6) });
}

/** What of a block is still to plant, from when, and what stock there is for it, species by species. */
export async function toPlant(facts: Facts, block: BlockRow): Promise<BlockToPlant> {
  const now = facts.today;
  const [trees, reach, lines, toCome] = await Promise.all([
    leftToPlant(facts, block.id),
    reachOf(facts, block.id),
    planLinesOf(facts, block.id),
    stillToComeOf(facts, block.id),
  ]);
  const from = plantedFrom(block, now);
  const own = block.calendarTerms.finish?.until;
  const promised = lines.filter(
    ({ state, deliverOn }) => state !== 'declined' && deliverOn && deliverOn >= now,
  );
  const supply = countingSupply(
    // What is left by the tallies, as the board and Stock say it.
    reach.map(({ speciesId, needed, onHand }) => ({
      ...{ needed, onHand },
      deliveries: promised
        .filter(({ species, replaces }) => (replaces ?? species) === speciesId)
        .map((line) => ({
          day: line.deliverOn!,
          trees: toCome.get(line.id) ?? 0,
        })),
    })),
  );
  return {
    ...{ id: block.id, name: block.name, from },
    until: own && own >= from ? own : await windowEnd(facts, block, from),
    trees,
    onHand: supply.onHand,
    deliveries: supply.deliveries,
  };
}

/** From when a block is planted: nobody plants yesterday. */
const plantedFrom = ({ plantingDay }: BlockRow, today: Day): Day =>
  plantingDay && plantingDay > today ? plantingDay : today;

/** Trees of a block that are not in the ground yet. */
async function leftToPlant(facts: Facts, blockId: string): Promise<number> {
  const [layout, done] = await Promise.all([
    currentLayout(facts, blockId),
    plantedOf(facts, blockId),
  ]);
  return Math.max(0, (layout?.trees ?? 0) - done.planted);
}

/** Blocks of the site that the same hands still have to plant within a season of this one. */
export async function blocksToPlant(facts: Facts, own: BlockToPlant): Promise<BlockToPlant[]> {
  const last = addTo(own.from, { days: ONE_SEASON });
  const blocks = (await blocksAtWork(facts)).filter(
    (block) => block.id !== own.id && block.plantingDay && plantedFrom(block, facts.today) <= last,
  );
  const left = await Promise.all(blocks.map(({ id }) => leftToPlant(facts, id)));
  const waiting = blocks.filter((_, i) => left[i] > 0);
  // At once, and only where something is left: rows are most of what a block weighs.
  if (waiting.length)
    await facts.need(
      [rowsFact],
      waiting.map(({ id }) => id),
    );
  return [own, ...(await Promise.all(waiting.map((block) => toPlant(facts, block))))];
}
