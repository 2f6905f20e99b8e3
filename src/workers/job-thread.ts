import { parentPort, workerData } from 'node:worker_threads';
import { takeJob, type JobNews } from '../lib/server/job-run';
import { openStore } from '../lib/store';

/** How long the thread waits before it looks again by itself. */
const LOOK_EVERY = 2000;

const store = openStore(process.env.DATABASE_URL!, 3);
const tell = (news: JobNews) => parentPort?.postMessage(news);
let wake = () => {};
parentPort?.on('message', () => wake());

for (;;) {
  const found = await takeJob(store, workerData.held as number, tell).catch(() => false);
  if (!found)
    await new Promise<void>((resolve) => {
      wake = resolve;
      setTimeout(resolve, LOOK_EVERY);
    });
}
