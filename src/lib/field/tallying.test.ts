import assert from 'node:assert/strict';
import { test } from 'node:test';
import {
  aheadIn,
  hereSince,
  notCounted,
  openReworks,
  openRoots,
  plantedIn,
  rowAt,
  type Tapped,
} from './tallying';

const AT = '2026-11-24T08:00:00Z';
const tap = (id: string, row: number, count: number, more: Partial<Tapped> = {}): Tapped => ({
  ...{ id, row, count, at: AT, corrects: null, planterId: 'ana', layoutId: 'one', ...more },
});
const row = (number: number, planted: number, places = 40) => ({
  ...{ number, planted, places, runs: [0, 10, 1, 5, 0, 25] },
});

test('a tap counts once: on the phone until the page’s own figure holds it, never on another version', () => {
  const tapped = [tap('a', 3, 25), tap('b', 3, 5), tap('c', 3, 7, { layoutId: 'withdrawn' })];
  const open = notCounted(tapped, new Set(['a']), 'one');
  assert.deepEqual(
    open.map(({ id }) => id),
    ['b'],
  );
  assert.equal(plantedIn(row(3, 25), open), 30);
  assert.equal(plantedIn(row(4, 25), open), 25, 'another row');
});

test('what is taken back goes off again, whether the server knows the first tap or not', () => {
  const taken = tap('z', 3, 25, { corrects: 'a' });
  assert.equal(plantedIn(row(3, 0), [tap('a', 3, 25), taken]), 0);
  // The page was read between the two: the tap is in its figure, the taking-back is not.
  assert.equal(
    plantedIn(row(3, 25), notCounted([tap('a', 3, 25), taken], new Set(['a']), 'one')),
    0,
  );
});

test('the row in hand is the picked one, or the first with room, or the last', () => {
  const rows = [row(1, 40), row(2, 38), row(3, 0)];
  assert.equal(rowAt(rows, undefined, [])?.number, 2);
  assert.equal(rowAt(rows, undefined, [tap('a', 2, 2)])?.number, 3, 'full by what was tapped');
  assert.equal(rowAt(rows, 1, [])?.number, 1, 'looked at again');
  assert.equal(rowAt(rows, 99, [])?.number, 2, 'a row that is no longer mine');
  assert.equal(rowAt([row(1, 40), row(2, 40)], undefined, [])?.number, 2);
  assert.equal(rowAt([], undefined, []), undefined);
});

test('ahead is the rest of this stretch and the next one', () => {
  const { runs } = row(1, 0);
  const ahead = (planted: number) =>
    aheadIn(runs, planted).map(({ species, count }) => [species, count]);
  assert.deepEqual(ahead(0), [
    [0, 10],
    [1, 5],
  ]);
  assert.deepEqual(ahead(4), [
    [0, 6],
    [1, 5],
  ]);
  assert.deepEqual(ahead(10), [
    [1, 5],
    [0, 25],
  ]);
  assert.deepEqual(ahead(39), [[0, 1]]);
  assert.deepEqual(ahead(40), []);
  assert.deepEqual(aheadIn([], 0), []);
});

test('at work since the last word, wherever it was entered and in whatever order it lies', () => {
  const on = (at: string, planterId = 'ana') => ({ planterId, kind: 'on' as const, at });
  const off = (at: string) => ({ planterId: 'ana', kind: 'off' as const, at });
  const known = Date.parse('2026-11-24T06:00:00Z');
  assert.equal(hereSince([], 'ana', known), known, 'clocked on at the desk');
  assert.equal(hereSince([on('2026-11-24T07:00:00Z', 'ben')], 'ana', null), null, 'another’s word');
  assert.equal(
    hereSince([off('2026-11-24T10:00:00Z'), on('2026-11-24T07:00:00Z')], 'ana', known),
    null,
  );
  // The same moment told with an offset is later than it looks as text.
  assert.equal(
    hereSince([on('2026-11-24T09:30:00Z'), off('2026-11-24T10:00:00+02:00')], 'ana', null),
    Date.parse('2026-11-24T09:30:00Z'),
  );
});

test('roots out of one lot: opened here or on another phone, closed on either', () => {
  const air = { temperature: 8 };
  const lots = [
    { id: 'oak', open: [{ id: 'o1', openedAt: AT, air }] },
    { id: 'birch', open: [] },
  ];
  const root = (id: string, lotId: string, closes: string | null = null) => ({
    ...{ id, lotId, closes, at: AT, kind: closes ? ('close' as const) : ('open' as const) },
  });
  assert.deepEqual(openRoots(lots, [], 'oak'), { id: 'o1', at: AT, lotId: 'oak', air });
  assert.equal(openRoots(lots, [], 'birch'), undefined);
  assert.equal(openRoots(lots, [root('c', 'oak', 'o1')], 'oak'), undefined, 'closed on this phone');
  const here = openRoots(lots, [root('b1', 'birch')], 'birch');
  assert.deepEqual([here?.id, here?.air], ['b1', undefined], 'its air is not known yet');
  assert.equal(
    openRoots(lots, [root('b1', 'birch'), root('c', 'birch', 'b1')], 'birch'),
    undefined,
  );
  assert.equal(openRoots(lots, [], undefined), undefined, 'nothing comes next');
});

test('rows sent back leave the page as they are gone over, each by its own decision', () => {
  const sentBack = [
    { id: 'deep', fault: 'deep', open: [12, 13, 14] },
    { id: 'loose', fault: 'loose', open: [13] },
  ];
  assert.deepEqual(openReworks(sentBack, []), sentBack);
  // Row 13 was mended for one fault; for the other it still waits.
  assert.deepEqual(openReworks(sentBack, [{ decisionId: 'deep', row: 13 }]), [
    { id: 'deep', fault: 'deep', open: [12, 14] },
    { id: 'loose', fault: 'loose', open: [13] },
  ]);
  assert.deepEqual(
    openReworks(sentBack, [
      { decisionId: 'loose', row: 13 },
      { decisionId: 'loose', row: 12 },
    ]).map(({ id }) => id),
    ['deep'],
  );
});
