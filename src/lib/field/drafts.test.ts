import assert from 'node:assert/strict';
import { beforeEach, test } from 'node:test';
import { isGateTree } from '../../../core/stock/inspection';
import { dropDraft, keepDraft, readDraft, readListDraft } from './drafts';
import { isReading } from './receiver';

const kept = new Map<string, string>();
let full = false;
/** A device that keeps texts, or none when it is full. */
const device = {
  getItem: (key: string) => kept.get(key) ?? null,
  setItem(key: string, text: string) {
    if (full) throw new DOMException('full', 'QuotaExceededError');
    kept.set(key, text);
  },
  removeItem: (key: string) => void kept.delete(key),
};
beforeEach(() => {
  kept.clear();
  full = false;
  Object.assign(globalThis, { localStorage: device });
});
const begin = () => ({ marks: '', causes: {} as Record<number, string>, bin: 40 });

test('what was tapped comes back whole, and is gone once it is handed in', () => {
  assert.deepEqual(readDraft('count 7', begin()), begin());
  assert.ok(keepDraft('count 7', { marks: '1101', causes: { 3: 'browse' }, bin: 12 }));
  assert.deepEqual(readDraft('count 7', begin()), {
    marks: '1101',
    causes: { 3: 'browse' },
    bin: 12,
  });
  assert.deepEqual(readDraft('count 8', begin()), begin(), 'another row');
  dropDraft('count 7');
  assert.deepEqual(readDraft('count 7', begin()), begin());
});

test('of a draft in another shape what fits is kept, and nothing breaks the page', () => {
  kept.set('a', JSON.stringify({ marks: 7, causes: [1], bin: 3, unknown: true }));
  assert.deepEqual(readDraft('a', begin()), { ...begin(), bin: 3 });
  for (const text of ['null', '[]', '"text"', '12', '{"marks":', '']) {
    kept.set('a', text);
    assert.deepEqual(readDraft('a', begin()), begin(), text);
  }
  // A mark that is missing is not the same as an empty one.
  kept.set('a', JSON.stringify({ bin: null }));
  assert.equal(readDraft('a', begin()).bin, 40);
});

test('a device that is full or keeps nothing loses the draft, not the page', () => {
  keepDraft('a', { ...begin(), marks: '1' });
  full = true;
  assert.equal(keepDraft('a', { ...begin(), marks: '11' }), false);
  assert.equal(readDraft('a', begin()).marks, '1', 'what was kept before stands');
  Object.assign(globalThis, { localStorage: undefined });
  assert.equal(keepDraft('a', begin()), false);
  assert.deepEqual(readDraft('a', begin()), begin());
  dropDraft('a');
});

test('lists keep what belongs in them: readings of a walk, trees of a gate', () => {
  const fix = { lon: 10.1, lat: 51.2, accuracy: 4, at: 1_790_000_000_000 };
  kept.set('walk', JSON.stringify([fix, { ...fix, lat: null }, 'x', null, { lon: 1 }]));
  assert.deepEqual(readListDraft('walk', isReading), [fix]);
  const tree = { height: 0.4, faults: ['forked'] };
  kept.set('gate', JSON.stringify([tree, { height: 0.4 }, null, 3]));
  assert.deepEqual(readListDraft('gate', isGateTree), [tree]);
  kept.set('gate', JSON.stringify({ 0: tree }));
  assert.deepEqual(readListDraft('gate', isGateTree), []);
});
