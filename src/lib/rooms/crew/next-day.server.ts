import type { CarryRows } from '../../../../core/stock/carry';
import type { Facts } from '../../server/facts';
import { releasedLayout } from '../rows/facts.server';
import type { LayoutRow } from '../rows/tables.server';
import { treesADay, type Rate } from '../../../../core/crew/rates';
import { holds } from '../../../../core/crew/share';
import { plantersFact, sharesFact } from './facts.server';
import { ratesOf } from './rates.server';
import { inHandOf } from './in-hand.server';

export interface NextDay {
  layout: LayoutRow;
  /** Species by their place in the rows' runs: those of the layout, then what a refill brings besides. */
  species: string[];
  /** Planters with rows left, each with its next day's rows. */
  crews: (CarryRows & { name: string })[];
  /** Rows that the day reaches. */
  rows: number[];
}

/**
 * The rows the crew reaches on its next day, one as long as its days were of late: each planter's share from
 * where it stands, as far as the planter's rate goes. Without shares, all rows are one planter's whose rate is the
 * crew's.
 */
export async function nextDay(facts: Facts, blockId: string): Promise<NextDay | undefined> {
  const layout = await releasedLayout(facts, blockId);
  if (!layout) return undefined;
  const [{ rows, species }, shares, planters, { rates }] = await Promise.all([
    inHandOf(facts, blockId),
    facts.of(sharesFact, blockId),
    facts.of(plantersFact),
    ratesOf(facts, blockId),
  ]);
  const cut = (rate: number, has: (row: number) => boolean) => {
    const own: CarryRows['rows'] = [];
    let left = rate;
    for (const row of rows) {
      if (!has(row.number) || left <= 0) continue;
      const open = row.open + row.dead;
      if (open <= 0) continue;
      own.push({ number: row.number, runs: row.runs, planted: row.planted, pegs: row.pegs });
      left -= open;
    }
    return own;
  };
  const crews = shares.length
    ? [...new Set(shares.map(({ planterId }) => planterId))].map((planterId) => {
        const { name } = planters.find(({ id }) => id === planterId)!;
        // A learned rate is a mean; a bag holds whole trees.
        const rate = Math.round(treesADay(rates.get(planterId)!));
        const has = (row: number) => holds(shares, planterId, row);
        return { planter: planterId, name, rate, rows: cut(rate, has) };
      })
    : [crewAsOne([...rates.values()], cut)];
  const busy = crews.filter(({ rows: own }) => own.length);
  return {
    layout,
    species,
    crews: busy,
    rows: busy.flatMap(({ rows: own }) => own.map(({ number }) => number)),
  };
}

function crewAsOne(
  planters: readonly Rate[],
  cut: (rate: number, has: (row: number) => boolean) => CarryRows['rows'],
) {
  const rate = Math.round(planters.reduce((sum, planter) => sum + treesADay(planter), 0)) || 1000;
  return { planter: '', name: 'the crew', rate, rows: cut(rate, () => true) };
}
