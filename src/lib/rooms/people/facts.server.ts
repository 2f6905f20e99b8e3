import { inOrderOf, listedFact, milliseconds } from '../../server/facts';

/**
 * Names by person, of whoever ever entered something here. Whoever left keeps having written what they
 * wrote, under the name that is theirs now.
 */
export const namesFact = listedFact<{ id: string; name: string }, Map<string, string>>(
  'names',
  ['people'],
  {
    from: 'FROM person p JOIN site s ON s.id IN (:ids)',
    of: 's.id',
    columns: { id: 'p.id', name: 'p.name' },
    value: (rows) => new Map(rows.map(({ id, name }) => [id, name])),
  },
);

export interface Handed {
  id: string;
  at: string;
  author: string;
  blockId: string;
  command: string;
  payload: Record<string, unknown>;
  reason: string;
  note: string;
}

/** Entries handed to the leader that nobody has dealt with yet, the oldest first. */
export const handedFact = listedFact<Omit<Handed, 'at'> & { at: number }, Handed[]>(
  'handed',
  ['people'],
  {
    from: `FROM handed h WHERE h.site_id IN (:ids)
      AND NOT EXISTS (SELECT 1 FROM handed_done d WHERE d.handed_id = h.id)`,
    of: 'h.site_id',
    columns: {
      ...{ id: 'h.id', at: milliseconds('h.at'), author: 'h.author_id', blockId: 'h.block_id' },
      ...{ command: 'h.command', payload: 'h.payload', reason: 'h.reason', note: 'h.note' },
    },
    value: (rows) =>
      rows.sort(inOrderOf('at')).map(({ at, payload, ...row }) => ({
        ...row,
        at: new Date(at).toISOString(),
        payload: typeof payload === 'string' ? JSON.parse(payload) : payload,
      })),
  },
);
