// The built application with a database of its own in a folder that is given: for tests and pictures.
import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { cpSync, existsSync } from 'node:fs';
import path from 'node:path';
import { freePort, startMariadb } from './mariadb.mjs';
import { root } from './setup.mjs';

/** Loads Farrow Pit into a database that has nothing yet, without standing in the way of anything else. */
async function loadDemo(env) {
  const loading = spawn('node', ['--import', 'tsx', 'demo/run.ts'], {
    ...{ cwd: root, env, stdio: 'inherit' },
  });
  const [status] = await once(loading, 'exit');
  if (status !== 0) throw new Error(`The demo could not be loaded: it ended with ${status}.`);
}

/**
 * A folder with Farrow Pit in a database that is stopped, so that `startApplication` can begin from copies of it,
 * and as statements that fill an empty one.
 */
export async function prepareDemo(folder) {
  const database = await startMariadb(folder);
  await loadDemo({ ...process.env, DATABASE_URL: database.url });
  await database.dump(dumpOf(folder));
  await database.stop();
  return folder;
}

/** Where in a prepared folder these statements lie. */
export const dumpOf = (folder) => path.join(folder, 'demo.sql');

/**
 * Starts database and server, Farrow Pit loaded, and waits until the server answers.
 * @param {string} folder
 * @param {{ clock?: string, demo?: boolean, prepared?: string }} [options] `clock`: ISO time that the server
 *   pretends it is; `demo`: false for an empty installation; `prepared`: folder that `prepareDemo` filled, of
 *   which a copy is started instead of a demo loaded anew
 */
export async function startApplication(folder, { clock, demo = true, prepared } = {}) {
  if (prepared && !existsSync(path.join(folder, 'mariadb')))
    for (const part of ['mariadb', 'mariadb-password'])
      cpSync(path.join(prepared, part), path.join(folder, part), { recursive: true });
  let database = await startMariadb(folder);
  const port = await freePort();
  const origin = `http://127.0.0.1:${port}`;
  const env = {
    ...process.env,
    DATABASE_URL: database.url,
    HOST: '127.0.0.1',
    PORT: String(port),
    ORIGIN: origin,
    BODY_SIZE_LIMIT: '24M',
    ...(demo ? { VIRIDANE_DEMO: '1' } : {}),
    ...(clock ? { VIRIDANE_CLOCK: clock } : {}),
  };
  if (demo && !prepared) await loadDemo(env);
  let server;
  /** Starts the server and waits until it answers. */
  async function startServer() {
    server = spawn('node', [path.join(root, 'build/index.js')], {
      cwd: root,
      stdio: ['ignore', 'ignore', 'inherit'],
      env,
    });
    for (let attempt = 0; ; attempt++) {
      const answers = await fetch(`${origin}/sign-in`).then(
        ({ ok }) => ok,
        () => false,
      );
      if (answers) return;
      if (attempt === 150) throw new Error('The server did not answer within 30 s.');
      await new Promise((resolve) => setTimeout(resolve, 200));
    }
  }
  /** Ends the server as a power cut would. */
  async function killServer() {
    const gone = new Promise((resolve) => server.once('exit', resolve));
    server.kill('SIGKILL');
    await gone;
  }
  await startServer();
  return {
    origin,
    databaseUrl: database.url,
    startServer,
    killServer,
    alive: () => server.exitCode === null && server.signalCode === null,
    startDatabase: async () => (database = await startMariadb(folder, database.port)),
    killDatabase: () => database.kill(),
    stop: async () => {
      await killServer();
      await database.stop();
    },
  };
}
