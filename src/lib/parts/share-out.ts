import { invalidate } from '$app/navigation';
import { holdersOf, rangesOfRows, sharesEdition, type RowRange } from '$core/crew/share';
import type { Given } from '$lib/rooms/contracts';
import { CommandError, send } from './send.svelte';
import { saveWhole } from './whole.svelte';

const byRow = (shares: readonly RowRange[]) => ({ rows: Object.fromEntries(holdersOf(shares)) });

/**
 * Shares rows out anew among planters.
 * @param before the shares that the leader has before them; where somebody else shared out meanwhile nothing is
 *   written, theirs are read, and the refusal says so
 * @returns the edition of what stands now
 */
export async function shareOut(
  before: readonly RowRange[],
  asked: Omit<Given<'crew.share'>, 'edition'>,
): Promise<number> {
  try {
    return (await send('crew.share', { ...asked, edition: sharesEdition(before) })).edition;
  } catch (error) {
    if (error instanceof CommandError && error.more.said?.key === 'crew.sharedMeanwhile')
      await invalidate('viridane:crew');
    throw error;
  }
}

/**
 * Keeps rows as they were drawn. Whoever keeps second is shown which rows the first passed on, and keeps both or
 * chooses.
 * @param before what they were drawn from
 * @param nameOf a planter's name
 */
export const keepShares = (
  layoutId: string,
  before: readonly RowRange[],
  mine: readonly RowRange[],
  nameOf: (planter: string) => string,
) =>
  saveWhole(
    'crew.assign',
    { before: byRow(before), mine: byRow(mine), edition: sharesEdition(before) },
    ({ rows }, edition) => ({
      layoutId,
      shares: rangesOfRows(new Map(Object.entries(rows).map(([row, id]) => [Number(row), id]))),
      edition,
    }),
    (planter) => (typeof planter === 'string' ? nameOf(planter) || 'somebody who left' : 'nobody'),
  );
