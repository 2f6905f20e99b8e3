// npm run demo: sets up what is missing, loads Farrow Pit into an empty database, serves it on loopback.
// npm run dev does the same with the development server.
import { spawn } from 'node:child_process';
import {
  dataFolder,
  ensureBuild,
  ensureDebian,
  ensureFolder,
  ensureNodePackages,
  root,
  run,
} from './setup.mjs';
import { freePort, startMariadb } from './mariadb.mjs';

const developing = process.argv.includes('--dev');
const folder = ensureFolder(process.env.VIRIDANE_DATA ?? dataFolder);

ensureDebian('mariadbd');
ensureNodePackages();
if (!developing) ensureBuild();

const database = await startMariadb(folder, 33306);
const port = await freePort(Number(process.env.PORT ?? 4173));
const origin = `http://127.0.0.1:${port}`;
const env = {
  ...process.env,
  DATABASE_URL: database.url,
  HOST: '127.0.0.1',
  PORT: String(port),
  ORIGIN: origin,
  BODY_SIZE_LIMIT: '24M',
  VIRIDANE_DEMO: '1',
};
run('node', ['--import', 'tsx', 'demo/run.ts'], { env });

const [command, args] = developing
  ? [
      'npx',
      [
        '--no-install',
        'vite',
        'dev',
        '--host',
        '127.0.0.1',
        '--port',
        String(port),
        '--strictPort',
      ],
    ]
  : ['node', ['build/index.js']];
const server = spawn(command, args, {
  cwd: root,
  stdio: ['ignore', 'ignore', 'inherit'],
  env,
  detached: true,
});

let stopping = false;
async function stop(code = 0) {
  if (stopping) return;
  stopping = true;
  server.kill('SIGTERM');
  await database.stop();
  // A page left open holds its connection; whatever still waits for it goes too.
  try {
    process.kill(-server.pid, 'SIGKILL');
  } catch {
    // It has gone by itself.
  }
  process.exit(code);
}
process.on('SIGINT', () => void stop());
process.on('SIGTERM', () => void stop());
server.once('exit', (code) => void stop(code ?? 0));
void database.died.then(() => stopping || (console.error('The database stopped.'), void stop(1)));

for (let attempt = 0; attempt < 100; attempt++) {
  if (
    await fetch(`${origin}/sign-in`).then(
      (r) => r.ok,
      () => false,
    )
  )
    break;
  await new Promise((resolve) => setTimeout(resolve, 200));
}
console.log(`
  Viridane is at  ${origin}

  Sign in as leader, checker, planter or viewer; the password is farrow-pit-demo.
  Ctrl-C stops it. Everything entered is kept for the next start.
`);
