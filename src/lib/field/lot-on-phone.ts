import type { Given } from '$lib/rooms/contracts';
import type { StockEvent } from '$core/stock/ledger';

export type Recorded = Given<'stock.record'> & { id: string };
type Rooted = Pick<Given<'stock.root'>, 'id' | 'kind' | 'closes' | 'at' | 'label'>;

/** An entry of the ledger's page as the ledger has it. */
export const toEvent = ({
  id,
  at,
  lotId,
  kind,
  count,
  planterId,
  placeId,
  toId,
  corrects,
  closes,
}: Recorded): StockEvent => ({
  ...{ id, at, kind, count, corrects, closes, lot: lotId },
  ...{ planter: planterId, place: placeId, to: toId },
});

/** Something of a lot that was begun and lasts until it is closed: a bag with bare roots, trees in water. */
interface Begun {
  id: string;
}
/** The page may have an entry already whose answer has not come back yet: it stands once, as the page has it. */
const stillOpen = <One extends Begun>(
  known: readonly One[],
  entered: readonly One[],
  closing: readonly { closes?: string | null }[],
): One[] => {
  const closed = new Set(closing.map(({ closes }) => closes));
  const there = new Set(known.map(({ id }) => id));
  return [...known, ...entered.filter(({ id }) => !there.has(id))].filter(
    ({ id }) => !closed.has(id),
  );
};

/** Bags of a lot that stand open, by the page's word and by what this phone entered since. @param air the air now */
export const vesselsWith = <Air>(
  known: readonly { id: string; label: string; openedAt: string; air: Air }[],
  entered: readonly Rooted[],
  air: Air,
) =>
  stillOpen(
    known,
    entered
      .filter(({ kind }) => kind === 'open')
      .map(({ id, label, at }) => ({ id, label: label ?? '', openedAt: at, air })),
    entered,
  );

/** Trees of a lot that stand in water, by the page's word and by what this phone entered since. */
export const soaksWith = (
  known: readonly { id: string; count: number; startedAt: string }[],
  entered: readonly Pick<Recorded, 'id' | 'kind' | 'count' | 'at' | 'closes'>[],
) =>
  stillOpen(
    known,
    entered
      .filter(({ kind }) => kind === 'soak')
      .map(({ id, count, at }) => ({ id, count, startedAt: at })),
    entered,
  );
