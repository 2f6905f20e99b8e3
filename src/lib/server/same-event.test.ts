import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { sameContent, sameEvent } from './same-event';

/** What an event may hold, as a phone sends it. */
const content = fc.dictionary(
  fc.stringMatching(/^[a-z]{1,6}$/).filter((name) => name !== 'edition' && name !== 'late'),
  fc.oneof(
    fc.integer(),
    fc.boolean(),
    fc.string({ maxLength: 8 }),
    fc.constant(null),
    fc.date({ noInvalidDate: true }),
    fc.array(fc.dictionary(fc.constantFrom('row', 'peg', 'faults'), fc.nat(200)), { maxLength: 3 }),
  ),
  { minKeys: 1, maxKeys: 6 },
);
type Content = Record<string, unknown>;
const turned = (given: Content): Content =>
  Object.fromEntries(
    Object.entries(given)
      .reverse()
      .map(([name, value]) => [
        name,
        Array.isArray(value)
          ? value.map((member: Content) => Object.fromEntries(Object.entries(member).reverse()))
          : value instanceof Date
            ? new Date(value.getTime())
            : value,
      ]),
  );

test('an event sent again says the same, in whatever order its parts come', () => {
  fc.assert(
    fc.property(content, (given) => {
      assert.ok(sameEvent(given, turned(given)));
      // What the database adds of its own is not the sender's.
      assert.ok(sameEvent({ ...given, recordedAt: new Date(), extra: 'x' }, given));
      assert.ok(sameEvent({ ...given, late: false }, { ...given, late: true }), 'late or not');
    }),
    { seed: 31, numRuns: 300 },
  );
});

test('another number, place, moment or member is another event', () => {
  fc.assert(
    fc.property(content, fc.nat(), (given, at) => {
      const names = Object.keys(given);
      const name = names[at % names.length];
      const before = given[name];
      const other =
        before instanceof Date
          ? new Date(before.getTime() + 1)
          : typeof before === 'boolean'
            ? !before
            : typeof before === 'number'
              ? before + 1
              : Array.isArray(before)
                ? [...before, { row: 1 }]
                : `${String(before ?? '')}!`;
      assert.equal(sameEvent(given, { ...given, [name]: other }), false, name);
    }),
    { seed: 32, numRuns: 300 },
  );
});

test('flags and emptiness compare as the database keeps them; what is left out says nothing', () => {
  assert.ok(sameEvent({ skipped: 1, note: '' }, { skipped: true, note: null }));
  assert.ok(!sameEvent({ skipped: 0 }, { skipped: true }));
  assert.ok(sameEvent({ count: 5, note: 'kept' }, { count: 5, note: undefined }));
  assert.ok(sameEvent({ list: [{ a: 1, b: undefined }] }, { list: [{ a: 1 }] }));
  assert.ok(!sameEvent({ list: [1, 2] }, { list: [2, 1] }), 'order within a list is content');
  assert.ok(sameContent({ name: 'a', at: 1 }, { name: 'a', at: 2 }, ['at']));
  assert.ok(!sameContent({ name: 'a', at: 1 }, { name: 'a', at: 2 }));
});
