import assert from 'node:assert/strict';
import { test } from 'node:test';
import {
  askedFor,
  awayFrom,
  dataPath,
  isNoAnswer,
  isOurs,
  keepAnswer,
  keptAnswer,
  keyOf,
  readAtOf,
  wholeData,
} from './kept';

/** A cache as a browser has it, as far as pages are kept in it. */
class PageCache {
  entries: [address: string, answer: Response][] = [];
  put = (key: string, answer: Response) => {
    this.entries = [...this.entries.filter(([address]) => address !== key), [key, answer]];
    return Promise.resolve();
  };
  private found = (key: string, { ignoreSearch = false }: CacheQueryOptions) =>
    this.entries.filter(([address]) => (ignoreSearch ? address.split('?')[0] : address) === key);
  keys = (key: string, options: CacheQueryOptions) =>
    Promise.resolve(this.found(key, options).map(([address]) => ({ url: at(address).href })));
  matchAll = ({ url }: Request, options: CacheQueryOptions) =>
    Promise.resolve(
      this.found(url.replace(at('').origin, ''), options).map(([, answer]) => answer.clone()),
    );
}
const at = (path: string) => new URL(path, 'https://field.test');
const answer = (body: string, readAt: number, by = 'viridane') =>
  new Response(body, { headers: { 'x-answered-by': by, 'x-read-at': String(readAt) } });
const data = (readAt: number, ...nodes: (string | null)[]) =>
  answer(
    JSON.stringify({
      type: 'data',
      nodes: nodes.map((node) =>
        node === null ? null : node === 'skip' ? { type: 'skip' } : { type: 'data', data: node },
      ),
    }),
    readAt,
  );
const DATA = dataPath('/field/b');
const newCache = () => new PageCache() as unknown as Cache;
const shown = async (cache: Cache, path: string) => {
  const kept = await keptAnswer(cache, at(path));
  const body = (await kept?.json()) as { nodes: ({ data?: string } | null)[] } | undefined;
  return body?.nodes.map((node) => node?.data ?? null);
};

test('data is kept whole, whichever parts of it were asked for', async () => {
  const cache = newCache();
  await keepAnswer(cache, at(`${DATA}?x-sveltekit-invalidated=01`), data(1, 'skip', 'page'));
  assert.equal(await shown(cache, DATA), undefined, 'a page without its frame starts nothing');
  await keepAnswer(cache, at(DATA), data(2, 'frame of 2', 'page of 2'));
  await keepAnswer(cache, at(`${DATA}?x-sveltekit-invalidated=01`), data(3, 'skip', 'page of 3'));
  await keepAnswer(cache, at(`${DATA}?x-sveltekit-invalidated=10`), data(4, 'frame of 4', 'skip'));
  const wanted = ['frame of 4', 'page of 3'];
  assert.deepEqual(await shown(cache, `${DATA}?x-sveltekit-invalidated=11`), wanted);
  assert.deepEqual(await shown(cache, DATA), wanted);
});

test('an answer that comes late does not take the place of a newer one', async () => {
  const cache = newCache();
  await keepAnswer(cache, at('/field/b'), answer('noon', 12));
  await keepAnswer(cache, at('/field/b'), answer('morning', 7));
  assert.equal(await (await keptAnswer(cache, at('/field/b')))!.text(), 'noon');
  await keepAnswer(cache, at(DATA), data(12, 'frame', 'noon'));
  await keepAnswer(cache, at(DATA), data(7, 'frame', 'morning'));
  assert.deepEqual(await shown(cache, DATA), ['frame', 'noon']);
  assert.equal(readAtOf((await keptAnswer(cache, at(DATA)))!), 12);
});

test('a page is found as it was chosen; where that was never read, as it was read last', async () => {
  const cache = newCache();
  const text = async (path: string) => (await keptAnswer(cache, at(path)))?.text();
  await keepAnswer(cache, at('/field/b'), answer('own', 7));
  await keepAnswer(cache, at('/field/b?planter=2'), answer('of 2', 8));
  await keepAnswer(cache, at('/field/b?planter=2&row=5'), answer('of 2, row 5', 9));
  assert.equal(await text('/field/b'), 'own');
  assert.equal(await text('/field/b?planter=2'), 'of 2');
  assert.equal(await text('/field/b?planter=2&row=6'), 'of 2, row 5');
  assert.equal(await text('/field/b?row=6'), 'own', 'not the newer page of somebody else');
  assert.equal(await text('/field/b?planter=3'), 'own');
  assert.equal(await text('/field/c'), undefined);
  assert.equal(keyOf(at(`${DATA}?planter=2&x-sveltekit-invalidated=01`)), `${DATA}?planter=2`);
});

test('what no page can start from is not kept: an error, a way elsewhere, a missing part', () => {
  const part = { type: 'data' };
  assert.deepEqual(wholeData({ type: 'data', nodes: [part, null] }, undefined)?.nodes, [
    part,
    null,
  ]);
  for (const bad of [
    { type: 'redirect' },
    { type: 'data', nodes: [part, { type: 'error' }] },
    { type: 'data', nodes: [part, { type: 'skip' }] },
  ])
    assert.equal(wholeData(bad, undefined), undefined);
  assert.equal(isOurs(answer('', 1, 'hotspot')), false);
});

test('a server that is down and a hotspot that answers for data are no answer; its own page is shown', () => {
  const came = (status: number, by: string) =>
    new Response(null, { status, headers: { 'x-answered-by': by } });
  const seen = (by: string, ...statuses: number[]) =>
    statuses.map((status) => isNoAnswer(came(status, by), 'cors'));
  assert.deepEqual(seen('viridane', 200, 303, 403, 404, 503), [false, false, false, false, true]);
  assert.deepEqual(seen('a hotspot', 200, 502), [true, true]);
  assert.deepEqual(
    [isNoAnswer(came(200, 'a hotspot'), 'navigate'), isNoAnswer(came(502, 'a proxy'), 'navigate')],
    [false, true],
  );
});

test('a page that is not on the phone is asked for again, one of another site never', () => {
  const back = (to: string) => askedFor(at(to));
  assert.equal(back(awayFrom(at('/field/b?planter=2'))), '/field/b?planter=2');
  assert.equal(back(awayFrom(at('/'))), '/');
  for (const elsewhere of ['https://elsewhere.test/x', '//elsewhere.test/x', 'javascript:alert(1)'])
    assert.equal(back(`/field/no-signal?to=${encodeURIComponent(elsewhere)}`), '/field');
  assert.equal(back(awayFrom(at('/field/no-signal'))), '/field', 'not round in a circle');
});
