import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { inRuns, merge, same } from './merge';

const fence = { id: 'f', name: 'Fence', setback: 2 };
const wires = { id: 'w', name: 'Wires', setback: 15 };
const base = {
  name: 'North',
  margin: 1,
  keepouts: [fence, wires],
  soil: { depth: 0.3, stones: 0 },
};

test('changes to different things both stand', () => {
  const { both, theirs, clashes } = merge(
    base,
    { ...base, margin: 2 },
    { ...base, keepouts: [{ ...fence, setback: 3 }, wires] },
  );
  assert.deepEqual(both, { ...base, margin: 2, keepouts: [{ ...fence, setback: 3 }, wires] });
  assert.deepEqual(
    theirs.map(({ path, before, theirs: now }) => [path.join(' '), before, now]),
    [['keepouts Fence setback', 2, 3]],
  );
  assert.deepEqual(clashes, []);
});

test('where both changed the same, mine stands and the clash is told', () => {
  const { both, clashes } = merge(base, { ...base, margin: 2 }, { ...base, margin: 5 });
  assert.equal(both.margin, 2);
  assert.deepEqual(clashes, [{ path: ['margin'], before: 1, mine: 2, theirs: 5, clash: true }]);
});

test('both changed it to the same: nothing to tell', () => {
  const { theirs } = merge(base, { ...base, margin: 4 }, { ...base, margin: 4 });
  assert.deepEqual(theirs, []);
});

test('members of lists: one added here, one there, one taken away there', () => {
  const pond = { id: 'p', name: 'Pond', setback: 1 };
  const road = { id: 'r', name: 'Road', setback: 7 };
  const { both, theirs } = merge(
    base,
    { ...base, keepouts: [fence, wires, pond] },
    { ...base, keepouts: [wires, road] },
  );
  assert.deepEqual(
    both.keepouts.map(({ name }) => name),
    ['Wires', 'Pond', 'Road'],
  );
  assert.deepEqual(
    theirs.map(({ path, before, theirs: now }) => [
      path.at(-1),
      before === undefined,
      now === undefined,
    ]),
    [
      ['Fence', false, true],
      ['Road', true, false],
    ],
  );
});

test('lists of tasks go by their keys, also the first that two people write', () => {
  const task = (key: string, cost: number) => ({ key, label: key.toUpperCase(), cost });
  const read = { own: [task('a', 1), task('b', 1)] };
  const one = merge(
    read,
    { own: [task('a', 5), task('b', 1)] },
    { own: [task('a', 1), task('b', 7)] },
  );
  assert.deepEqual(one.both.own, [task('a', 5), task('b', 7)]);
  assert.deepEqual(
    one.theirs.map(({ path, clash }) => [path, clash]),
    [[['own', 'B', 'cost'], false]],
  );
  const first = merge<{ own?: object[] | null }>(
    { own: null },
    { own: [task('a', 1)] },
    { own: [task('b', 1)] },
  );
  assert.deepEqual(first.both.own, [task('a', 1), task('b', 1)]);
  assert.deepEqual(first.clashes, []);
  // Nothing was there, nothing is: nothing to tell.
  const none = merge<{ own?: object[] | null }>(
    { own: [] },
    { own: [task('a', 1)] },
    { own: null },
  );
  assert.deepEqual([none.theirs, none.both.own], [[], [task('a', 1)]]);
  // Two with one key cannot be told apart: the list is one thing.
  const doubled = merge(
    { own: [task('a', 1)] },
    { own: [task('a', 1), task('a', 2)] },
    { own: [] },
  );
  assert.deepEqual(
    doubled.clashes.map(({ path }) => path),
    [['own']],
  );
});

test('what both began anew is brought together by its parts', () => {
  const begun = merge<{ spray?: object }>({}, { spray: { a: 1, b: 2 } }, { spray: { a: 1, c: 3 } });
  assert.deepEqual(begun.both, { spray: { a: 1, b: 2, c: 3 } });
  assert.deepEqual(
    begun.theirs.map(({ path }) => path),
    [['spray', 'c']],
  );
});

test('rows that pass from one to another side by side are told as one', () => {
  const rows = (from: number, to: number, who: string) =>
    Array.from({ length: to - from + 1 }, (_, i) => [String(from + i), who]);
  const before = { rows: Object.fromEntries([...rows(1, 9, 'a'), ...rows(10, 20, 'b')]) };
  const theirs = { rows: Object.fromEntries([...rows(1, 5, 'a'), ...rows(6, 20, 'b')]) };
  const mine = { rows: Object.fromEntries([...rows(1, 8, 'a'), ...rows(9, 20, 'c')]) };
  const merged = merge<{ rows: Record<string, string> }>(before, mine, theirs);
  assert.deepEqual(
    inRuns(merged.theirs).map(({ path, ...rest }) => [path.join(' '), rest]),
    [
      ['rows 6 to 8', { before: 'a', mine: 'a', theirs: 'b', clash: false }],
      ['rows 9', { before: 'a', mine: 'c', theirs: 'b', clash: true }],
    ],
  );
  assert.deepEqual([merged.both.rows['6'], merged.both.rows['9']], ['b', 'c']);
  // Numbers that do not follow each other, of other things, or to something else stay apart.
  const change = (path: string[], theirs: unknown) => ({
    path,
    before: 1,
    mine: 1,
    theirs,
    clash: false,
  });
  const apart = [
    change(['a', '1'], 2),
    change(['b', '2'], 2),
    change(['a', '3'], 2),
    change(['a', '4'], 5),
    change(['a'], 2),
  ];
  assert.deepEqual(inRuns(apart), apart);
});

test('one changed what the other took away: it is a clash, and mine stays', () => {
  const { both, clashes } = merge(
    base,
    { ...base, keepouts: [{ ...fence, setback: 9 }, wires] },
    { ...base, keepouts: [wires] },
  );
  assert.equal(both.keepouts.find(({ id }) => id === 'f')?.setback, 9);
  assert.equal(clashes.length, 1);
});

test('a member of an object: an inner change does not bring the outer back', () => {
  const { both } = merge(
    base,
    { ...base, soil: { depth: 0.5, stones: 0 } },
    { ...base, soil: { depth: 0.3, stones: 0.2 } },
  );
  assert.deepEqual(both.soil, { depth: 0.5, stones: 0.2 });
});

test('lists without ids are one thing: a corner moved is the boundary changed', () => {
  const ring = (x: number) => ({ boundary: [[[x, 0] as const]] });
  const { both, theirs } = merge(ring(0), ring(0), ring(3));
  assert.deepEqual(both, ring(3));
  assert.deepEqual(theirs[0].path, ['boundary']);
});

const value = fc.record({
  a: fc.integer({ min: 0, max: 3 }),
  b: fc.option(fc.string({ maxLength: 2 }), { nil: undefined }),
  list: fc.uniqueArray(fc.record({ id: fc.constantFrom('x', 'y', 'z'), n: fc.nat(3) }), {
    selector: ({ id }) => id,
  }),
});

const sorted = <T extends { list: { id: string }[] }>(of: T) => ({
  ...of,
  list: [...of.list].sort((a, b) => (a.id < b.id ? -1 : 1)),
});

test('who changed nothing takes the other’s whole; and nothing of mine is lost', () => {
  fc.assert(
    fc.property(value, value, (before, changed) => {
      assert.ok(same(sorted(merge(before, before, changed).both), sorted(changed)));
      assert.ok(same(sorted(merge(before, changed, before).both), sorted(changed)));
      assert.ok(same(sorted(merge(before, changed, changed).both), sorted(changed)));
    }),
  );
});

test('the same says the same in any order; nothing and missing are the same', () => {
  assert.ok(same({ a: 1, b: [1, { c: 2 }] }, { b: [1, { c: 2 }], a: 1 }));
  assert.ok(same({ a: null }, {}));
  assert.ok(!same([1, 2], [2, 1]));
  assert.ok(!same({ a: 0 }, { a: false }));
});
