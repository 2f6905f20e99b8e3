import type { Reader } from '../../server/reader';

/** Trees of a refill as they went in. */
export interface RefilledTrees {
  id: string;
  refillId: string;
  layoutId: string;
  version: number;
  row: number;
  /** Who set them: whoever they were entered for, else the planter that their author is; empty where that is nobody. */
  planter: string;
  speciesId: string;
  trees: number;
  at: Date;
  recordedAt: Date;
  author: string;
  device: string;
}

/**
 * Trees that went into dead places of a site, or of one block of it, within a span of time; what was taken back is
 * left out. They are planted, handed out and paid for like others.
 * @param from first moment that counts, `to` the first that no longer does
 */
export const refilledBetween = (
  reader: Reader,
  { siteId, blockId }: { siteId: string; blockId?: string },
  from: Date,
  to: Date,
): Promise<RefilledTrees[]> =>
  reader.query<RefilledTrees>(
    `SELECT s.id, s.refill_id AS refillId, l.id AS layoutId, l.number AS version, s.\`row_number\` AS row,
       COALESCE(s.planter_id, p.id, '') AS planter, s.species_id AS speciesId, s.trees, s.at,
       s.recorded_at AS recordedAt, s.author_id AS author, s.device
     FROM block b JOIN layout l ON l.block_id = b.id JOIN refill_plan r ON r.layout_id = l.id
       JOIN refill_set s ON s.refill_id = r.id
       LEFT JOIN planter p ON p.person_id = s.author_id AND p.site_id = b.site_id
     WHERE b.site_id = :siteId ${blockId ? 'AND b.id = :blockId' : ''}
       AND s.at >= :from AND s.at < :to AND s.corrects IS NULL
       AND NOT EXISTS (SELECT 1 FROM refill_set c WHERE c.corrects = s.id)
     ORDER BY s.at, s.id`,
    { siteId, blockId, from, to },
  );
