import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { isTold } from '../../../core/say/told';
import { plainCell } from './csv';
import { guard, guardText } from './guard';
import { once } from './once';

const refused = (key: string) => (error: unknown) => isTold(error) && error.said.key === key;

test('depth is counted outside of texts, before anything is parsed', () => {
  guardText('{"a":[1,{"b":"]]]]"}]}');
  guardText(`"${'['.repeat(5000)}"`);
  guardText(`["a\\"${'{'.repeat(100)}"]`);
  guardText('[]'.repeat(10_000));
  assert.throws(() => guardText('['.repeat(25)), refused('changed.tooDeep'));
  assert.throws(() => guardText(`{"a":${'{"b":'.repeat(5000)}`), refused('changed.tooDeep'));
  guardText('['.repeat(24));
});

test('numbers without end, halves of signs, NUL and names of an object’s own are refused', () => {
  for (const value of [NaN, Infinity, -Infinity, { deep: [1, { x: NaN }] }])
    assert.throws(() => guard(value), refused('changed.noNumber'));
  for (const value of ['a\u0000b', '\ud83c', ['\udf32'], { 'a\u0000': 1 }])
    assert.throws(() => guard(value), refused('changed.noText'));
  for (const name of ['__proto__', 'constructor', 'toString', 'hasOwnProperty'])
    assert.throws(() => guard(JSON.parse(`{"a":{"${name}":1}}`)), refused('changed.noText'));
  guard({ name: 'Größe 🌲', list: [1, -0, null, true, undefined], أ: 'ب' });
});

test('what JSON can hold passes whole, up to the depth and no deeper', () => {
  fc.assert(
    fc.property(fc.json({ maxDepth: 6 }), (text) => {
      const value: unknown = JSON.parse(text);
      // Names that hide what every object has are the one thing that is not let through.
      if (
        /"(__\w+__|constructor|toString|toLocaleString|valueOf|hasOwnProperty|isPrototypeOf|propertyIsEnumerable)"/.test(
          text,
        ) ||
        /\\u0000/.test(text) ||
        !text.isWellFormed() ||
        /\\ud[89a-f]/i.test(text)
      )
        return;
      guardText(text);
      guard(value);
    }),
  );
  const nested = (depth: number): unknown => (depth ? [nested(depth - 1)] : 1);
  guard(nested(24));
  assert.throws(() => guard(nested(25)), refused('changed.tooDeep'));
});

test('a name that begins like a formula stays a name in a spreadsheet', () => {
  for (const text of ['=1+1', '+49 1', '-x', '@sum', '\tx'])
    assert.equal(plainCell(text), `'${text}`);
  for (const text of ['Row 1', '', '1-2', 'a=b']) assert.equal(plainCell(text), text);
});

test('a request reads a thing once, another request anew, and nothing is a value too', () => {
  const [one, other] = [{}, {}];
  let reads = 0;
  const read = () => void reads++;
  once(one, 'a', read);
  once(one, 'a', read);
  assert.equal(reads, 1);
  once(one, 'b', read);
  once(other, 'a', read);
  assert.equal(reads, 3);
});
