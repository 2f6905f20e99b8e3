import { boxRows, BOX_TERMS, type BoxRow, type BoxTerms } from '../../../../core/crew/reservoir';
import {
  WAVES,
  waveRow,
  waveState,
  waveSums,
  type Wave,
  type WaveState,
  type WaveTerms,
} from '../../../../core/crew/waves';
import type { Day } from '../../../../core/measure/dates';
import { groupBy } from '../../../../core/measure/group';
import { treesInRow } from '../../../../core/rows/stored';
import { dayBounds, dayOf } from '../../../../core/say/day';
import type { Facts } from '../../server/facts';
import { weatherFact } from '../../server/station';
import type { BlockRow } from '../ground/tables.server';
import { treatsBy } from '../method/facts.server';
import { releasedLayout, rowsFact } from '../rows/facts.server';
import { refilledFact } from '../survival/refills.server';
import { boxesFact, wavesFact } from './follow.server';
import { plantedOf, sownFact } from './facts.server';

export interface BlockWaves {
  states: (WaveState & { terms: WaveTerms })[];
  /** Row by row: places, trees that went in, those of refills among them, and what each wave has done. */
  rows: { number: number; places: number; planted: number; done: Partial<Record<Wave, number>> }[];
}

/** What follows the planters on a block: one figure for the leader's page, the phone and the board. */
export async function wavesOf(facts: Facts, block: BlockRow): Promise<BlockWaves> {
  if (!(await releasedLayout(facts, block.id))) return { states: [], rows: [] };
  const [rows, { byRow }, sown, sets, entries] = await Promise.all([
    facts.of(rowsFact, block.id),
    plantedOf(facts, block.id),
    facts.of(sownFact, block.id),
    facts.of(refilledFact, block.id),
    facts.of(wavesFact, block.id),
  ]);
  const filled = groupBy(sets, ({ row }) => row);
  const sums = waveSums(entries);
  const chosen = block.calendarTerms.waves ?? {};
  const about = rows.filter(treesInRow).map((row) => {
    return {
      number: row.number,
      places: treesInRow(row),
      planted: byRow.get(row.number) ?? 0,
      plantedAt: sown.lastAt.get(row.number) ?? null,
      filled: filled.get(row.number) ?? [],
    };
  });
  return {
    states: WAVES.flatMap((wave) => {
      const terms = chosen[wave];
      if (!terms) return [];
      const start = terms.from ? dayBounds(terms.from, facts.site.zone)[0] : undefined;
      const since = start === undefined ? sums : waveSums(entries.filter(({ at }) => at >= start));
      const own = about.map((row) => waveRow(row, since.get(wave)?.get(row.number) ?? 0, start));
      return [{ ...waveState(wave, own, terms, facts.now), terms }];
    }),
    rows: about.map((row) => ({
      number: row.number,
      ...withFilled(row),
      done: Object.fromEntries(
        WAVES.flatMap((wave) => {
          const done = sums.get(wave)?.get(row.number);
          return done ? [[wave, done]] : [];
        }),
      ),
    })),
  };
}

/** Places and trees of a row with those of refills. */
function withFilled({
  places,
  planted,
  filled,
}: {
  places: number;
  planted: number;
  filled: readonly { trees: number }[];
}): { places: number; planted: number } {
  const again = filled.reduce((sum, { trees }) => sum + trees, 0);
  return { places: places + again, planted: planted + again };
}

/** Days of weather from which a month's usual rain is known. */
const KNOWN_DAYS = 300;

/** Rain of any day: as it was recorded, else what that month usually brings a day. */
export async function rainOf(facts: Facts): Promise<(day: Day) => number> {
  const { days } = await facts.of(weatherFact);
  const recorded = new Map(days.map(({ day, rain }) => [day, rain]));
  const usual = Array.from({ length: 12 }, (_, month) => {
    const own = days.filter(({ day }) => Number(day.slice(5, 7)) === month + 1);
    if (days.length >= KNOWN_DAYS && own.length)
      return own.reduce((sum, { rain }) => sum + rain, 0) / own.length;
    return (facts.site.typicalYear?.[month]?.rain ?? 0) / 30.4;
  });
  return (day) => recorded.get(day) ?? usual[Number(day.slice(5, 7)) - 1];
}

/** Whether the method sets reservoir boxes: then the block uses them, whatever else is said. */
export const boxesByMethod = (block: BlockRow): boolean => treatsBy(block, 'watering', 'reservoir');

/** Whether a block uses reservoir boxes: by its method, or because its leader has said what they hold. */
export const usesBoxes = (block: BlockRow): boolean =>
  Boolean(block.calendarTerms.boxes) || boxesByMethod(block);

/** Reservoir boxes of a block, where it uses them. */
export async function boxesOf(
  facts: Facts,
  block: BlockRow,
): Promise<{ terms: BoxTerms; rows: BoxRow[] } | undefined> {
  if (!usesBoxes(block)) return undefined;
  const own = { ...BOX_TERMS, ...block.calendarTerms.boxes };
  return facts.derive('boxes-now', block.id, [], facts.everything, async () => {
    const [fills, rain] = await Promise.all([facts.of(boxesFact, block.id), rainOf(facts)]);
    const { zone } = facts.site;
    const rows = boxRows(fills, own, rain, facts.today, (at) =>
      dayOf(new Date(at).toISOString(), zone),
    );
    return { terms: own, rows };
  });
}
