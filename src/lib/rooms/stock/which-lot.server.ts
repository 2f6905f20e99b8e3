import { dayOf } from '../../../../core/say/day';
import { lotsByThen, lotsInHand } from '../../../../core/stock/which-lot';
import { listedFact, milliseconds, type Fact, type Facts } from '../../server/facts';
import { sownFact } from '../crew/facts.server';
import { lotsFact, onlyLotOf, standsFor, type LotState } from './facts.server';

interface HandedOutLine {
  lot: string;
  speciesId: string;
  replacesId: string | null;
  planter: string | null;
  kind: 'issue' | 'receive';
  at: number;
}

/** Every time that trees of a block's lots came or were handed out, but for what was cancelled. */
export const handedOutFact = listedFact<HandedOutLine, HandedOutLine[]>('handed-out', ['stock'], {
  from: `FROM lot l JOIN stock_event e ON e.lot_id = l.id WHERE l.block_id IN (:ids) AND e.kind IN ('issue', 'receive')
    AND NOT EXISTS (SELECT 1 FROM stock_event c WHERE c.corrects = e.id)`,
  of: 'l.block_id',
  columns: {
    ...{ lot: 'l.id', speciesId: 'l.species_id', replacesId: 'l.replaces_id' },
    ...{ planter: 'e.planter_id', kind: 'e.kind', at: milliseconds('e.at') },
  },
  value: (rows) => rows,
});

/** What a lot that is told hangs on. */
export const TOLD_BY: readonly Fact<unknown>[] = [lotsFact, handedOutFact, sownFact] as never;

/** The lot that trees of a species of the plan on a row are told to; nothing where nobody knows. */
export type LotTeller = (
  species: string | undefined,
  row: number,
  planter: string | undefined,
) => LotState['lot'] | undefined;

/**
 * Which lot the trees of a row are of, where nobody wrote it down: the only one that had come for the places of their
 * species by then, else the one that their planter had in hand when the row was done.
 */
export async function lotTeller(facts: Facts, blockId: string): Promise<LotTeller> {
  const [lots, handedOut, { lastAt }] = await Promise.all([
    facts.of(lotsFact, blockId),
    facts.of(handedOutFact, blockId),
    facts.of(sownFact, blockId),
  ]);
  const { zone } = facts.site;
  return facts.derive('lot teller', blockId, TOLD_BY, zone, () => {
    const inHand = lotsInHand(
      handedOut
        .filter(({ kind }) => kind === 'issue')
        .map((one) => ({
          ...{ lot: one.lot, species: standsFor(one), planter: one.planter, at: one.at },
          day: dayOf(one.at, zone),
        })),
    );
    const came = new Map<string, number>();
    for (const { lot, kind, at } of handedOut)
      if (kind === 'receive') came.set(lot, Math.min(at, came.get(lot) ?? at));
    const dated = lots.map((state) => ({
      ...{ ...state, liftedOn: state.lot.liftedOn, came: came.get(state.lot.id) },
    }));
    const told = new Map<string, LotState['lot'] | undefined>();
    const tell: LotTeller = (species, row, planter) => {
      const at = lastAt.get(row);
      if (!species || at === undefined) return onlyLotOf(lots, species);
      const planted = { planter, day: dayOf(at, zone), at };
      const own = dated.filter(({ lot }) => standsFor(lot) === species);
      const only = onlyLotOf(lotsByThen(own, planted), species);
      if (only) return only;
      const id = inHand(species, planted);
      return lots.find(({ lot }) => lot.id === id)?.lot;
    };
    return (...asked: Parameters<LotTeller>) => {
      const key = asked.join(' ');
      if (!told.has(key)) told.set(key, tell(...asked));
      return told.get(key);
    };
  });
}
