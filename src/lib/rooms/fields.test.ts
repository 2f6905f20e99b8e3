import assert from 'node:assert/strict';
import { test } from 'node:test';
import { v4, v7 } from 'uuid';
import { at, corner, count, day, finite, id, maybeId, moment, name, yup } from './fields';

/** Anything that checks a value: the library's schemas differ in flags that say nothing here. */
interface Checks {
  validateSync(value: unknown, options?: { context?: object }): unknown;
}
const takes = (schema: Checks, value: unknown, context?: object) =>
  schema.validateSync(value, { context });
const refuses = (schema: Checks, value: unknown, pattern: RegExp, context?: object) =>
  assert.throws(() => takes(schema, value, context), pattern, String(value));

test('a day is one of the calendar, whatever it looks like', () => {
  for (const good of ['2026-11-24', '2024-02-29', '2000-01-01'])
    assert.equal(takes(day, good), good);
  refuses(day, '2026-02-29', /not in the calendar/);
  refuses(day, '2026-13-01', /not in the calendar/);
  refuses(day, '24.11.2026', /no date; a day like/);
  refuses(day, '2026-1-5', /no date/);
  assert.equal(takes(day.notRequired(), undefined), undefined);
});

test('a moment of an event may lie five minutes ahead and no more, and not before the century', () => {
  const context = { now: Date.UTC(2026, 10, 27, 9) };
  const iso = (minutes: number) => new Date(context.now + minutes * 60_000).toISOString();
  for (const good of [iso(0), iso(4.9), iso(-5_000_000)])
    assert.equal(takes(at, good, context), good);
  refuses(at, iso(5.1), /lies in the future/, context);
  refuses(at, '1999-12-31T23:59:59Z', /no moment in time/, context);
  refuses(at, 'soon', /no moment in time/, context);
  refuses(at, 'x'.repeat(41), /too long/, context);
});

test('ids are UUIDs of any version; one that may be missing becomes nothing', () => {
  for (const good of [v4(), v7()]) assert.equal(takes(id, good), good);
  refuses(id, 'north-bench', /not a UUID/);
  refuses(id, undefined, /missing/);
  assert.equal(takes(maybeId, undefined), null);
  assert.equal(takes(maybeId, null), null);
});

test('numbers are counted, bounded and finite; the sentence says what was found', () => {
  assert.equal(takes(count, 1_000_000), 1_000_000);
  refuses(count, 0, /is 0; more than 0/);
  refuses(count, 2.5, /whole number/);
  refuses(count, 1_000_001, /at most 1000000/);
  refuses(finite, Infinity, /at most|accepted/);
  refuses(finite, NaN, /accepted/);
  refuses(finite, ['two'], /reads as a list; a number is accepted/);
  refuses(moment, Date.UTC(1999, 0, 1), /at least/);
  assert.deepEqual(takes(corner, [-180, 90]), [-180, 90]);
  refuses(corner, [181, 0], /at most 180/);
  refuses(corner, [0, -91], /It is -91; at least -90/);
});

test('names lose the space round them; a list or an object where text belongs is said, not broken on', () => {
  assert.equal(takes(name, '  Upper bank '), 'Upper bank');
  refuses(name, '   ', /is missing\.$/);
  refuses(yup.string().min(10).required(), 'short', /too short; at least 10 characters/);
  refuses(name, 'x'.repeat(81), /too long; at most 80/);
  const form = yup.object({ inRow: name, side: yup.string().oneOf(['left', 'right']) });
  refuses(form, { inRow: { row: 1 } }, /In row reads as a group of values; text is accepted/);
  refuses(form, { inRow: 'a', side: 'up' }, /Side reads “up”; one of left/);
  const paid = yup.object({ rate: yup.number().nullable().defined(), trees: yup.number() });
  refuses(paid, { trees: 3 }, /Rate is missing\.$/);
  refuses(paid, { rate: null, trees: null }, /Trees is empty; a value is needed\.$/);
});
