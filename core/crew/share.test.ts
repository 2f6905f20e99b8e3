import assert from 'node:assert/strict';
import { test } from 'node:test';
import { holdersOf, rangesOfRows, sharesEdition } from './share';

test('shares that say the same have one edition, however they are cut; others have another', () => {
  const cut = [
    { planterId: 'b', firstRow: 5, lastRow: 6 },
    { planterId: 'a', firstRow: 1, lastRow: 2 },
    { planterId: 'a', firstRow: 3, lastRow: 4 },
  ];
  const whole = [
    { planterId: 'a', firstRow: 1, lastRow: 4 },
    { planterId: 'b', firstRow: 5, lastRow: 6 },
  ];
  assert.deepEqual(rangesOfRows(holdersOf(cut)), whole);
  assert.equal(sharesEdition(cut), sharesEdition(whole));
  const others = [
    [],
    [{ planterId: 'a', firstRow: 1, lastRow: 4 }],
    [whole[0], { planterId: 'b', firstRow: 5, lastRow: 7 }],
    [whole[0], { planterId: 'c', firstRow: 5, lastRow: 6 }],
  ];
  const editions = new Set([whole, ...others].map(sharesEdition));
  assert.equal(editions.size, 1 + others.length);
  for (const edition of editions) assert.ok(Number.isInteger(edition) && edition < 16 ** 7);
});
