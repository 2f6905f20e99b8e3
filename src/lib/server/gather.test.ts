import assert from 'node:assert/strict';
import { test } from 'node:test';
import { gatherer } from './gather';

/** A turn that ends when it is told to. */
function turns() {
  const open: { key: string; items: readonly number[]; end: () => void; fail: () => void }[] = [];
  const enter = gatherer<number, string>(
    (key, items) =>
      new Promise((done, failed) =>
        open.push({
          ...{ key, items },
          end: () => done(items.map((item) => `${key} ${item}`)),
          fail: () => failed(new Error(`turn of ${key}`)),
        }),
      ),
  );
  return { open, enter };
}
const later = () => new Promise((resolve) => setImmediate(resolve));

test('the first goes at once; what comes meanwhile goes together, each with its own answer', async () => {
  const { open, enter } = turns();
  const first = enter('a', 1);
  assert.deepEqual(open[0].items, [1], 'nobody waits for company');
  const more = [enter('a', 2), enter('a', 3)];
  const other = enter('b', 9);
  assert.deepEqual(
    open.map(({ key, items }) => [key, items]),
    [
      ['a', [1]],
      ['b', [9]],
    ],
    'another key waits for nobody of this one',
  );
  open[0].end();
  assert.equal(await first, 'a 1');
  await later();
  assert.deepEqual(open[2].items, [2, 3]);
  open[2].end();
  open[1].end();
  assert.deepEqual(await Promise.all([...more, other]), ['a 2', 'a 3', 'b 9']);
  // The line is done: who comes now begins one anew.
  const again = enter('a', 4);
  assert.deepEqual(open[3].items, [4]);
  open[3].end();
  assert.equal(await again, 'a 4');
});

test('a turn that fails fails those in it and none that wait', async () => {
  const { open, enter } = turns();
  const first = enter('a', 1);
  const second = enter('a', 2);
  open[0].fail();
  await assert.rejects(first, /turn of a/);
  await later();
  open[1].end();
  assert.equal(await second, 'a 2');
});

test('no turn grows without end', async () => {
  const { open, enter } = turns();
  const all = [enter('a', 0), ...Array.from({ length: 150 }, (_, i) => enter('a', i + 1))];
  for (let turn = 0; turn < 4; turn++) {
    open[turn].end();
    await later();
  }
  assert.deepEqual(
    open.map(({ items }) => items.length),
    [1, 60, 60, 30],
  );
  assert.deepEqual(
    await Promise.all(all),
    Array.from({ length: 151 }, (_, i) => `a ${i}`),
  );
});
