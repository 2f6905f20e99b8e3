import { Op } from 'sequelize';
import { v7 as uuid } from 'uuid';
import type { LayoutParameters } from '../../../core/rows/layout';
import { say, type Message } from '../../../core/say/message';
import { isTold, told } from '../../../core/say/told';
import type { JobRow } from '../rooms/people/tables.server';
import type { Topic } from '../rooms/contract';
import { rowsContract } from '../rooms/rows/contract';
import { saveVersion } from '../rooms/rows/commands.server';
import { releaseVersion } from '../rooms/rows/release.server';
import { printLayout, type LayoutPrint } from '../rooms/rows/print.server';
import type { Store } from '../store';
import { now } from './clock';
import { personById } from './sign-in';
import { Work } from './work';

/** What the thread tells its process. */
export interface JobNews {
  running?: string;
}

/** A job that broke off so often is given up. */
const MOST_TRIES = 3;

interface Done {
  result: Record<string, unknown>;
  output?: { bytes: Buffer; type: string };
}
type Runner = (work: Work, job: JobRow, tell: (share: number) => Promise<void>) => Promise<Done>;

const RUNNERS: Record<string, Runner> = {
  async 'rows.save'(work, { input }, tell) {
    const { blockId, name, parameters } = input as {
      blockId: string;
      name: string;
      parameters: LayoutParameters;
    };
    const { block } = await work.block(blockId, 'plan');
    await tell(0.1);
    return { result: await saveVersion(work, block, name, parameters, tell) };
  },
  async 'rows.release'(work, { input }, tell) {
    await tell(0.1);
    await releaseVersion(work, String(input.layoutId));
    return { result: {} };
  },
  async 'rows.print'(work, { input }, tell) {
    await tell(0.1);
    const bytes = await printLayout(work, input as unknown as LayoutPrint);
    return { result: {}, output: { bytes, type: 'application/pdf' } };
  },
};

/** What a job of a kind changes, where it is more than rows. */
const TOUCHED: Record<string, readonly Topic[]> = {
  'rows.release': rowsContract['rows.release'].touches,
};

/**
 * Takes the next job that waits, or that a process let go of, and does it.
 * @returns whether there was one
 */
export async function takeJob(
  store: Store,
  held: number,
  news: (told: JobNews) => void,
): Promise<boolean> {
  const holder = uuid();
  const free = {
    [Op.or]: [{ state: 'waiting' }, { state: 'running', heldUntil: { [Op.lt]: new Date(now()) } }],
  };
  const next = await store.job.findOne({
    where: free as never,
    order: [['askedAt', 'ASC']],
    attributes: ['id', 'tries'],
    raw: true,
  });
  if (!next) return false;
  const [taken] = await store.job.update(
    {
      state: next.tries >= MOST_TRIES ? 'failed' : 'running',
      heldBy: holder,
      heldUntil: new Date(now() + held),
      tries: next.tries + 1,
    },
    { where: { id: next.id, ...free } as never },
  );
  if (!taken || next.tries >= MOST_TRIES) return true;
  news({ running: next.id });
  try {
    await runJob(store, next.id, holder);
  } finally {
    news({});
  }
  return true;
}

/** Does a job in one transaction, in which it is also noted as done: once or not at all. */
async function runJob(store: Store, id: string, holder: string): Promise<void> {
  const job = (await store.job.findByPk(id, { raw: true })) as JobRow;
  const tell = async (progress: number) => {
    await store.job.update({ progress }, { where: { id, state: 'running', heldBy: holder } });
  };
  try {
    const person = await personById(store, job.personId);
    if (!person) throw told('job.failed');
    await store.sequelize.transaction(async (transaction) => {
      const work = new Work(store, person, transaction);
      const { result, output } = await RUNNERS[job.kind](work, job, tell);
      const ended = await work.tables.job.set(
        { id, state: 'running', heldBy: holder },
        {
          state: 'done',
          progress: 1,
          result,
          output: output?.bytes ?? null,
          outputType: output?.type ?? '',
        },
      );
      // It was stopped, or another process took it over: nothing of this stays.
      if (!ended) throw told('job.stopped');
      await work.mark(TOUCHED[job.kind] ?? ['rows']);
    });
  } catch (error) {
    const because = saidBy(error);
    const said = because ?? say('job.failed');
    await store.job.update(
      { state: 'failed', result: { said } },
      { where: { id, state: 'running', heldBy: holder } },
    );
    if (!because) throw error;
  }
}

/** What an error says to the person: a refusal of a rule, or of whoever is asked for access. */
function saidBy(error: unknown): Message | undefined {
  if (isTold(error)) return error.said;
  return (error as { body?: { said?: Message } } | undefined)?.body?.said;
}
