import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { says } from '../../tests/says';
import { readNumber, type NumberRange } from './typed';

const read = (text: string, range?: NumberRange) => readNumber(text, range);

test('decimals by point or by comma, with a sign, with spaces', () => {
  assert.equal(read('0.59'), 0.59);
  assert.equal(read('0,59'), 0.59);
  assert.equal(read('4,5'), 4.5);
  assert.equal(read(' −3,25 '), -3.25);
  assert.equal(read('+7'), 7);
  assert.equal(read('.5'), 0.5);
  assert.equal(read(',5'), 0.5);
  assert.equal(read('0.559'), 0.559, 'no thousands begin with nought');
  assert.equal(read('12.5678'), 12.5678);
  assert.equal(read('7 1/8'), 7.125, 'an eighth is not thousands');
  assert.equal(read('2½'), 2.5);
  assert.equal(read('3/4'), 0.75);
});

test('thousands by space of any width, apostrophe, point or comma', () => {
  for (const text of ['1 559', '1\u2009559', '1\u00a0559', '1\u202f559', '1’559', "1'559"])
    assert.equal(read(text), 1559, JSON.stringify(text));
  assert.equal(read('1.234.567'), 1234567);
  assert.equal(read('1,234,567'), 1234567);
  assert.equal(read('1.559,5'), 1559.5);
  assert.equal(read('1,559.5'), 1559.5);
  assert.equal(read('12 345,75'), 12345.75);
});

test('what could be two numbers is told with both, unless the range knows', () => {
  const both = says(/“1.559” can mean 1.559 or 1.559. Write 1559 or 1.5590/);
  assert.throws(() => read('1.559'), both);
  assert.throws(() => read('1,559'), says(/Write 1559 or 1.5590/));
  assert.equal(read('1.559', { min: 100, max: 100_000 }), 1559, 'a density a hectare');
  assert.equal(read('1,559', { min: 0, max: 100 }), 1.559, 'metres between rows');
  assert.equal(read('1.559', { whole: true }), 1559, 'trees are whole');
});

test('what is no number is refused with what was found', () => {
  for (const text of [
    '',
    'many',
    '1.2.3',
    '1,23,456',
    '1.2,3.4',
    '--5',
    '5-',
    '1e5',
    '12a',
    '.',
    '1..2',
  ])
    assert.throws(() => read(text), says(/is no number/), JSON.stringify(text));
});

test('out of range is told with the range', () => {
  assert.throws(
    () => read('120', { min: 0, max: 100 }),
    says(/120 was found; 0 to 100 is accepted/),
  );
  assert.throws(() => read('-1', { min: 0 }), says(/at least 0 is accepted/));
  assert.throws(() => read('9', { max: 8 }), says(/at most 8 is accepted/));
  assert.throws(() => read('0', { min: 0.1 }), says(/^0 was found; at least 0\.1 is accepted/));
  assert.throws(() => read('2', { min: -0.25, max: 0.5 }), says(/−0\.25 to 0\.5 is/));
  assert.throws(() => read('2.5', { whole: true }), says(/^2\.5 was found; a whole number is/));
  assert.throws(() => read('1,5', { whole: true, min: 1 }), says(/^1\.5 was found; a whole/));
  assert.throws(() => read('abc', { whole: true }), says(/is no number/));
});

test('whatever is written plainly reads back, by point and by comma', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: -9_999_999, max: 9_999_999 }),
      fc.integer({ min: 0, max: 99 }),
      (whole, cents) => {
        const decimals = String(cents).padStart(2, '0');
        const value = Number(`${whole}.${decimals}`);
        assert.equal(read(`${whole}.${decimals}`), value);
        assert.equal(read(`${whole},${decimals}`), value);
        const grouped = String(Math.abs(whole)).replace(/\B(?=(\d{3})+$)/g, ' ');
        assert.equal(read(`${whole < 0 ? '-' : ''}${grouped},${decimals}`), value);
      },
    ),
  );
});
