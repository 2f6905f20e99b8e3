import { fillingRates } from '../../../../core/crew/in-hand';
import { crewRates, type Rate, type WorkedHours } from '../../../../core/crew/rates';
import type { PlantedSums } from '../../../../core/crew/sums';
import type { Day } from '../../../../core/measure/dates';
import type { BlockRow } from '../ground/tables.server';
import { filledOn, type SownDay } from './elsewhere.server';
import { byHand, seatsOf } from './usual';

/** What of a crew's days tells of its pace on a block. */
export interface CrewSeen {
  block: BlockRow;
  /** Planters with what is usual for each of them where a block is planted in some way. */
  usual(way: BlockRow): { id: string; rate: number | null; usual: number }[];
  /** Trees of the block's layout. */
  sums: PlantedSums | undefined;
  /** Trees of all blocks by day. */
  days: readonly SownDay[];
  today: Day;
  worked: WorkedHours;
  /** Hours that went into other trees than these of the block. */
  elsewhere(here: SownDay['into'] | 'all'): WorkedHours;
}

/**
 * What planters set on a block as their days have shown: one computation for pages and for sharing out.
 * @param walk hours a tree from one dead place to the next, where only such are left: then as in open places with the
 *   walk between, until their own days in dead places tell. They are filled by hand: of a machine's seats neither what is
 *   usual there nor its tallies say anything.
 */
export function ratesSeen(seen: CrewSeen, walk = 0): Map<string, Rate> {
  const { block, sums, days, today, worked, elsewhere } = seen;
  const seatsAside = walk > 0 && seatsOf(block) > 0;
  const planting = crewRates(
    seen.usual(seatsAside ? byHand(block) : block),
    seatsAside ? undefined : sums,
    today,
    worked,
    elsewhere('open'),
  );
  if (!walk) return planting;
  const byDay = filledOn(block.id, days);
  return fillingRates(planting, walk, { byDay, today, worked, elsewhere: elsewhere('dead') });
}
