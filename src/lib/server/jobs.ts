import { existsSync } from 'node:fs';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import { Worker } from 'node:worker_threads';
import type { Logger } from 'pino';
import { v7 as uuid } from 'uuid';
import { now } from './clock';
import type { JobNews } from './job-run';
import { store } from './store';
import type { Work } from './work';

/** A process has a job to itself for so long, and says so again in between. */
const HELD = 20_000;
const SAY_SO = 5_000;

let thread: Worker | undefined;
let running: string | undefined;
let logger: Logger | undefined;

/** Where the thread's code lies: bundled beside the server, or the source while developing. */
function threadFile(): { file: string; execArgv: string[] } | undefined {
  const here = path.dirname(fileURLToPath(import.meta.url));
  for (let folder = here; folder !== path.dirname(folder); folder = path.dirname(folder)) {
    const built = path.join(folder, 'job-thread.js');
    if (existsSync(built)) return { file: built, execArgv: [] };
    const source = path.join(folder, 'src/workers/job-thread.ts');
    if (existsSync(source)) return { file: source, execArgv: ['--import', 'tsx'] };
  }
  return undefined;
}

/** Begins to take jobs: a thread of this process does them, whichever process was asked. */
export function startJobs(log: Logger): void {
  logger = log;
  if (!process.env.DATABASE_URL || thread) return;
  begin();
  setInterval(() => void sayHeld(), SAY_SO).unref();
}

function begin(): void {
  const found = threadFile();
  if (!found) return;
  const { file, execArgv } = found;
  const own = new Worker(file, { execArgv, workerData: { held: HELD } });
  thread = own;
  own.unref();
  own.on('message', (news: JobNews) => (running = news.running));
  own.on('error', (error) => logger?.error(error, 'the job thread broke'));
  own.on('exit', () => {
    running = undefined;
    // Whatever ended it, the next job finds a new one.
    if (thread === own) setTimeout(begin, 500).unref();
  });
}

/** Says that the job in hand is still being worked on; the thread itself may be deep in a computation. */
async function sayHeld(): Promise<void> {
  if (!running) return;
  const open = await store().catch(() => undefined);
  await open?.job
    .update({ heldUntil: new Date(now() + HELD) }, { where: { id: running, state: 'running' } })
    .catch(() => undefined);
}

/** Asks for long work, inside the command that wants it. @returns the job's id */
export async function askJob(
  work: Work,
  siteId: string,
  kind: string,
  input: Record<string, unknown>,
): Promise<string> {
  const id = uuid();
  await work.tables.job.add({
    id,
    siteId,
    personId: work.person.id,
    kind,
    input,
    state: 'waiting',
    progress: 0,
    result: null,
    output: null,
    outputType: '',
    askedAt: new Date(work.now),
    heldUntil: null,
    heldBy: null,
    tries: 0,
  });
  // The transaction commits in a moment; a thread that looks too early looks again.
  setTimeout(() => thread?.postMessage('look'), 60).unref();
  return id;
}

/** Stops a job: what it has done so far is thrown away. */
export async function stopJob(id: string): Promise<void> {
  const open = await store();
  await open.job.update(
    { state: 'cancelled' },
    { where: { id, state: ['waiting', 'running'] } as never },
  );
  // A computation cannot be asked to stop; its thread is ended, and another begun.
  if (running === id) await thread?.terminate();
}
