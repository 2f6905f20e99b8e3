import type { Logger } from 'pino';
import { Facts } from '../../server/facts';
import { Reader } from '../../server/reader';
import { store } from '../../server/store';
import { isAway } from '../../server/work';
import type { Store } from '../../store';
import { findingsOf } from '../checks/findings.server';
import { blocksFact } from '../ground/facts.server';
import { strataOf } from '../survival/design.server';
import { survivalFindings } from '../survival/findings.server';
import { costsOf } from '../survival/money.server';
import { treatmentsOf } from '../survival/treatments.server';

/** Blocks with fewer plots and counted rows than this are read as quickly once somebody asks. */
const MANY = 200;
/** So many blocks at most, those with most to read. */
const BLOCKS = 40;
/** A new day of a site, and what others have changed, is read so soon. */
const EVERY = 10 * 60_000;
/** Whoever waits for the application to start comes first. */
const AFTER_START = 1_500;

/**
 * Reads what takes longest the first time, before somebody asks for it: what plots and counts say of blocks on which
 * many trees were looked at. Pages find it kept.
 * @param many a block with fewer plots and counted rows is left for later
 * @returns the blocks that were read
 */
export async function readAhead(open: Store, many = MANY): Promise<string[]> {
  const reader = new Reader(open);
  const large = await reader.query<{ id: string; siteId: string }>(
    `SELECT b.id, b.site_id AS siteId
     FROM (SELECT layout_id, COUNT(*) AS looks FROM survival_count GROUP BY layout_id
           UNION ALL SELECT layout_id, COUNT(*) FROM plot GROUP BY layout_id) looked
       JOIN layout l ON l.id = looked.layout_id JOIN block b ON b.id = l.block_id
     WHERE l.state = 'released' AND b.set_aside IS NULL
     GROUP BY b.id, b.site_id HAVING SUM(looks) >= :many ORDER BY SUM(looks) DESC LIMIT ${BLOCKS}`,
    { many },
  );
  for (const { id, siteId } of large) {
    const site = await reader.tables.site.one({ id: siteId });
    if (!site) continue;
    const facts = await Facts.read(open, site);
    const block = (await facts.of(blocksFact)).find((one) => one.id === id);
    if (!block) continue;
    // One after the other: whoever asks for a page meanwhile comes in between.
    for (const read of [findingsOf, survivalFindings, strataOf, treatmentsOf, costsOf])
      await read(facts, block);
  }
  return large.map(({ id }) => id);
}

/** Reads ahead after the start of this process, and again every few minutes: kept is what has not changed. */
export function keepAhead(log: Logger): void {
  if (!process.env.DATABASE_URL) return;
  const read = () =>
    store()
      .then((open) => readAhead(open))
      .catch((error: unknown) => {
        // A database that is away is asked again the next time.
        if (!isAway(error)) log.error(error, 'reading ahead');
      });
  setTimeout(() => void read(), AFTER_START).unref();
  setInterval(() => void read(), EVERY).unref();
}
