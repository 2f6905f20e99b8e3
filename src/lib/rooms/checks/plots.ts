import type { DayCluster } from '../../../../core/checks/chart';
import type { Cluster } from '../../../../core/checks/clusters';
import { faultyIn, type PlotRecord } from '../../../../core/checks/quality';

/** What decides which of several looks at one plot judges. */
interface Look {
  id: string;
  corrects: string | null;
  planId: string | null;
  planNumber: number | null;
  /** Milliseconds since 1970. */
  at: number;
}

/**
 * Looks that stand: what was corrected gives way to its correction. Of several at one planned plot the first
 * judges, the others stand beside it; a correction keeps the place of what it corrects.
 */
export function judgingLooks<One extends Look>(
  looks: readonly One[],
): { judging: One[]; beside: { first: One; second: One }[] } {
  const corrected = new Set(looks.map(({ corrects }) => corrects).filter(Boolean));
  const byId = new Map(corrected.size ? looks.map((look): [string, One] => [look.id, look]) : []);
  const since = (look: One): number => {
    let first = look;
    for (
      let before = byId.get(look.corrects ?? '');
      before;
      before = byId.get(first.corrects ?? '')
    )
      first = before;
    return first.at;
  };
  const judging: One[] = [];
  const beside: { first: One; second: One }[] = [];
  const firsts = new Map<string, One>();
  const standing = looks
    .filter(({ id }) => !corrected.has(id))
    .map((look) => ({ look, since: since(look) }))
    .sort((a, b) => a.since - b.since || (a.look.id < b.look.id ? -1 : 1));
  for (const { look } of standing) {
    const key = look.planId && `${look.planId} ${look.planNumber}`;
    const first = key ? firsts.get(key) : undefined;
    if (first) beside.push({ first, second: look });
    else {
      judging.push(look);
      if (key) firsts.set(key, look);
    }
  }
  return { judging: judging.sort((a, b) => a.at - b.at), beside };
}

/** A plot of a block as pages read it. */
export interface BlockPlot extends PlotRecord {
  row: number;
  peg: number;
  area: number;
  tool: string;
  soil: string;
  lot: string | null;
  author: string;
  planId: string | null;
  planNumber: number | null;
  /** Good and faulty trees by the species' place in the layout. */
  bySpecies: Record<string, [number, number]> | null;
}

/** What a plot comes to as it was handed in, worked out once for all that is asked of ten thousand of them. */
export interface Counted {
  /** When it was looked at, milliseconds since 1970. */
  moment: number;
  good: Cluster;
  faulty: DayCluster & { planter: string };
  byLot: ReturnType<typeof sumsByLot>;
}

/** @param lotOfMix the lots that its trees are told to, by their species' place in the mix */
export function countedIn(
  plot: BlockPlot,
  plantedOn: string,
  lotOfMix: readonly (string | undefined)[],
): Counted {
  const { good, planter } = plot;
  const faulty = faultyIn(plot);
  const of = good + faulty;
  return {
    moment: Date.parse(plot.at),
    good: { hits: good, of },
    faulty: { day: plantedOn, hits: faulty, of, planter },
    byLot: sumsByLot(plot, of, lotOfMix),
  };
}

/** The lot that all trees of a plot are of, where it was entered or there is only one they can be of. */
export function lotOfPlot(
  { lot, bySpecies }: Pick<BlockPlot, 'lot' | 'bySpecies'>,
  lotOfMix: readonly (string | undefined)[],
): string | null {
  if (lot || !bySpecies) return lot;
  let only: string | null = null;
  for (const at in bySpecies) {
    const own = lotOfMix[Number(at)];
    if (!own || (only && own !== only)) return null;
    only = own;
  }
  return only;
}

/** Good trees and all, lot by lot: of a plot whose lot is known all of them, else species by species. */
export const sumsByLot = (
  { lot, bySpecies, good }: Pick<BlockPlot, 'lot' | 'bySpecies' | 'good'>,
  of: number,
  lotOfMix: readonly (string | undefined)[],
): { lot: string | undefined; hits: number; of: number }[] =>
  lot || !bySpecies
    ? [{ lot: lot ?? undefined, hits: good, of }]
    : Object.entries(bySpecies).map(([at, [hits, faulty]]) => {
        const own = lotOfMix[Number(at)];
        return { lot: own, hits, of: hits + faulty };
      });
