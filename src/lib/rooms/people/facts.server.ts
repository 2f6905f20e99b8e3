import { fact } from '../../server/facts';

/** Names by person, of whoever ever entered something here. */
export const namesFact = fact<Map<string, string>>(
  'names',
  ['people'],
  () => new Map(),
  async (reader, [siteId], site) => {
    // Whoever left keeps having written what they wrote, under the name that is theirs now.
    const rows = await reader.tables.person.all({ columns: ['id', 'name'] });
    return new Map([[siteId ?? site.id, new Map(rows.map(({ id, name }) => [id, name]))]]);
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
export const handedFact = fact<Handed[]>(
  'handed',
  ['people'],
  () => [],
  async (reader, [siteId]) => {
    const rows = await reader.query<{
      id: string;
      at: Date;
      authorId: string;
      blockId: string;
      command: string;
      payload: string | Record<string, unknown>;
      reason: string;
      note: string;
    }>(
      `SELECT h.id, h.at, h.author_id AS authorId, h.block_id AS blockId, h.command, h.payload,
         h.reason, h.note FROM handed h
       WHERE h.site_id = :siteId
         AND NOT EXISTS (SELECT 1 FROM handed_done d WHERE d.handed_id = h.id)
       ORDER BY h.at`,
      { siteId },
    );
    return new Map([
      [
        siteId,
        rows.map(({ authorId, at, payload, ...row }) => ({
          ...row,
          at: new Date(at).toISOString(),
          author: authorId,
          payload: typeof payload === 'string' ? JSON.parse(payload) : payload,
        })),
      ],
    ]);
  },
);
