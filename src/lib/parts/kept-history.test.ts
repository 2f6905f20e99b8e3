import assert from 'node:assert/strict';
import test from 'node:test';
import { readSteps, writeSteps, type Steps } from './kept-history';

interface Drawing {
  name: string;
  margin: number;
  keepouts: { id: string; reason: string }[];
}
const drawing = (margin: number, ...reasons: string[]): Drawing => ({
  name: 'Bank',
  margin,
  keepouts: reasons.map((reason, at) => ({ id: `k${at}`, reason })),
});
const steps = (): Steps<Drawing> => ({
  saved: drawing(1),
  current: drawing(3, 'pit'),
  past: [drawing(1), drawing(2)],
  future: [drawing(4, 'pit', 'pole')],
});

test('a reload gives back every step, both ways, and still knows what is saved', () => {
  const read = drawing(1);
  const back = readSteps(writeSteps(steps()), read)!;
  assert.deepEqual(back, steps());
  assert.equal(back.saved, read);
  assert.equal(back.past[0], read, 'undone to the start, the document is the saved one again');
});

test('with nothing changed nothing is kept, and what cannot be read is no history', () => {
  assert.equal(writeSteps({ ...steps(), past: [], future: [] }), undefined);
  for (const text of [undefined, null, '', '{', '[]', '{"saved":{},"current":{},"past":1}'])
    assert.equal(readSteps(text, drawing(1)), undefined);
});

test('what somebody else saved meanwhile and what is not saved yet are brought together', () => {
  const theirs = { ...drawing(1), name: 'Upper bank' };
  const back = readSteps(writeSteps(steps()), theirs)!;
  assert.deepEqual(back.current, { ...drawing(3, 'pit'), name: 'Upper bank' });
  assert.deepEqual(back.past, [theirs]);
  assert.equal(back.saved, theirs);
  assert.deepEqual(back.future, []);
});

test('everything here was saved, and saved again elsewhere: theirs stands and nothing is to be undone', () => {
  const mine = { ...steps(), saved: drawing(3, 'pit') };
  assert.equal(readSteps(writeSteps(mine), drawing(9)), undefined);
  assert.equal(readSteps(writeSteps(steps()), drawing(3, 'pit')), undefined);
});

test('where the tab has little room the oldest steps go first, never the newest state', () => {
  const long: Steps<Drawing> = {
    ...steps(),
    past: Array.from({ length: 64 }, (_, at) => drawing(at)),
  };
  const room = writeSteps(long)!.length / 2;
  const back = readSteps(writeSteps(long, room), drawing(1))!;
  assert.deepEqual(back.current, long.current);
  assert.ok(back.past.length >= 16 && back.past.length < 64);
  assert.deepEqual(back.past.at(-1), drawing(63));
  assert.equal(writeSteps(long, 50), undefined);
});
