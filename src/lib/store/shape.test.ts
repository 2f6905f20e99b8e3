import assert from 'node:assert/strict';
import { test } from 'node:test';
import { number, object, string } from 'yup';
import {
  bySchema,
  isFlag,
  isNumber,
  isText,
  listOf,
  nested,
  numbers,
  optional,
  parse,
  record,
  recordOf,
  Unreadable,
  type Shape,
} from './shape';

const unreadable = (pattern: RegExp) => (error: unknown) =>
  error instanceof Unreadable && pattern.test(error.message);

test('a stored value is read by its shape, and what it is not is named with its column', () => {
  assert.deepEqual(parse(numbers, '[1,2.5,-3]', 'layout_row.runs'), [1, 2.5, -3]);
  for (const wrong of ['[1,"2"]', '{"0":1}', '[1,null]', '7'])
    assert.throws(
      () => parse(numbers, wrong, 'layout_row.runs'),
      unreadable(/^layout_row\.runs: a list of numbers/),
      wrong,
    );
  // JSON has no infinity; a driver that hands on what it parsed may.
  assert.throws(() => parse(numbers, [1, Infinity], 'x'), unreadable(/list of numbers/));
  const texts = listOf<string>(isText, 'a list of texts');
  assert.deepEqual(parse(texts, ['a'], 'x'), ['a']);
  assert.throws(() => parse(texts, ['a', 1], 'x'), unreadable(/a list of texts/));
  const counts = recordOf<number>(isNumber, 'numbers by name');
  assert.deepEqual(parse(counts, '{"a":1}', 'x'), { a: 1 });
  assert.throws(() => parse(counts, '[1]', 'x'), unreadable(/numbers by name/));
  const terms = record<{ on: boolean; note?: string }>({ on: isFlag, note: optional(isText) });
  assert.deepEqual(parse(terms, '{"on":true,"more":1}', 'x'), { on: true, more: 1 });
  assert.throws(() => parse(terms, '{"on":1}', 'x'), unreadable(/“on” is not what it should be/));
  assert.throws(() => parse(terms, '{"on":true,"note":3}', 'x'), unreadable(/“note”/));
  assert.doesNotThrow(() => parse(terms, '{"on":false,"note":null}', 'x'));
});

test('nested lists hold points at their depth, and nothing empty', () => {
  const boundary = nested<unknown>(3);
  assert.doesNotThrow(() => parse(boundary, '[[[[1,2],[3,4],[1,2]]]]', 'x'));
  for (const wrong of [
    '[]',
    '[[]]',
    '[[[1,2]]]',
    '[[[[1,2,3]]]]',
    '[[[["1",2]]]]',
    '[[[[1,2],[]]]]',
  ])
    assert.throws(() => parse(boundary, wrong, 'x'), unreadable(/nested lists/), wrong);
});

test('older versions are brought up step by step, newer ones are not guessed', () => {
  const shape: Shape<{ v: number; litres: number }> = {
    version: 3,
    read: bySchema<{ v: number; litres: number }>(
      object({ v: number().required(), litres: number().required() }),
    ).read,
    upgrade: {
      1: (old) => ({ v: 2, gallons: (old as { gal: number }).gal }),
      2: (old) => ({ v: 3, litres: (old as { gallons: number }).gallons * 3.785 }),
    },
  };
  assert.equal(parse(shape, '{"gal":2}', 'x').litres, 7.57);
  assert.equal(parse(shape, '{"v":2,"gallons":1}', 'x').litres, 3.785);
  assert.equal(parse(shape, '{"v":3,"litres":1}', 'x').litres, 1);
  assert.throws(
    () => parse(shape, '{"v":4,"litres":1}', 'x'),
    unreadable(/newer than this program/),
  );
  assert.throws(
    () => parse({ ...shape, upgrade: {} }, '{"v":2}', 'block.terms'),
    unreadable(/^block\.terms: version 2 cannot be brought up/),
  );
  const named = bySchema<{ name: string }>(object({ name: string().required() }));
  assert.throws(() => parse(named, '{"name":null}', 'x'), unreadable(/name/i));
});
