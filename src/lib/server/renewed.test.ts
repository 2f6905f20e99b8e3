import assert from 'node:assert/strict';
import { once } from 'node:events';
import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { test } from 'node:test';
import { cutOff, watchAnswers } from './renewed';

test('whoever asked for a file of a build that was renewed is cut off, and nobody else', async () => {
  watchAnswers();
  const waiting: (() => void)[] = [];
  const server = createServer((_, response) => {
    response.writeHead(200);
    waiting.push(() => response.end('still here'));
  }).listen(0, '127.0.0.1');
  await once(server, 'listening');
  const origin = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
  const [gone, other] = ['/_app/immutable/a.js?x=1', '/_app/immutable/b.js'].map((file) =>
    fetch(origin + file).then((answer) => answer.text()),
  );
  gone.catch(() => undefined);
  while (waiting.length < 2) await new Promise((resolve) => setTimeout(resolve, 5));
  const missing = (path: string, code = 'ENOENT') => Object.assign(new Error(code), { code, path });
  assert.equal(cutOff(missing('/srv/photographs/a.js')), false, 'no file of the build');
  assert.equal(cutOff(missing('/srv/client/_app/immutable/a.js.br', 'EACCES')), false);
  assert.equal(cutOff(missing('/srv/client/_app/immutable/a.js.br')), true);
  await assert.rejects(gone);
  waiting.forEach((end) => end());
  assert.equal(await other, 'still here');
  server.close();
});
