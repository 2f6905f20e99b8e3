// The built application with a database of its own in a folder that is given: for tests and pictures.
import { spawn } from 'node:child_process';
import path from 'node:path';
import { freePort, startMariadb } from './mariadb.mjs';
import { root, run } from './setup.mjs';

/**
 * Starts database and server, Farrow Pit loaded, and waits until the server answers.
 * @param options.clock ISO time that the server pretends it is
 */
export async function startApplication(folder, { clock } = {}) {
  const database = await startMariadb(folder);
  const port = await freePort();
  const origin = `http://127.0.0.1:${port}`;
  const env = {
    ...process.env,
    DATABASE_URL: database.url,
    HOST: '127.0.0.1',
    PORT: String(port),
    ORIGIN: origin,
    BODY_SIZE_LIMIT: '24M',
    VIRIDANE_DEMO: '1',
    ...(clock ? { VIRIDANE_CLOCK: clock } : {}),
  };
  run('node', ['--import', 'tsx', 'demo/run.ts'], { env });
  const server = spawn('node', [path.join(root, 'build/index.js')], {
    cwd: root,
    stdio: ['ignore', 'ignore', 'inherit'],
    env,
  });
  for (let attempt = 0; ; attempt++) {
    if (
      await fetch(`${origin}/sign-in`).then(
        (r) => r.ok,
        () => false,
      )
    )
      break;
    if (attempt === 150) throw new Error('The server did not answer within 30 s.');
    await new Promise((resolve) => setTimeout(resolve, 200));
  }
  return {
    origin,
    databaseUrl: database.url,
    stop: async () => {
      const gone = new Promise((resolve) => server.once('exit', resolve));
      server.kill('SIGKILL');
      await gone;
      await database.stop();
    },
  };
}
