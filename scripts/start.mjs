// npm start: a real installation. DATABASE_URL, ORIGIN and PORT come from the environment.
import { spawn } from 'node:child_process';
import { ensureBuild, ensureNodePackages, root } from './setup.mjs';

for (const name of ['DATABASE_URL', 'ORIGIN']) {
  if (!process.env[name]) {
    console.error(`${name} is not set. See “A real installation” in the README.`);
    process.exit(1);
  }
}
ensureNodePackages();
ensureBuild();
const env = { HOST: '127.0.0.1', PORT: '3000', BODY_SIZE_LIMIT: '24M', ...process.env };
const server = spawn('node', ['build/index.js'], { cwd: root, stdio: 'inherit', env });
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill(signal));
server.once('exit', (code) => process.exit(code ?? 0));
