import assert from 'node:assert/strict';
import { test } from 'node:test';
import { eachInTurns, inTurns } from './turns';

/** Work that takes so many milliseconds. */
const busy = (milliseconds: number) => {
  const until = performance.now() + milliseconds;
  while (performance.now() < until);
};
/** Counts how often somebody else had a turn. */
function other() {
  const turns = { had: 0, over: false };
  const next = () => {
    turns.had++;
    if (!turns.over) setImmediate(next);
  };
  setImmediate(next);
  return turns;
}

test('a long list is gone through whole and in its order, and others have their turn meanwhile', async () => {
  for (const many of [0, 1, 1000, 2500]) {
    const list = Array.from({ length: many }, (_, i) => i);
    const turns = other();
    const seen: number[] = [];
    for await (const some of eachInTurns(list)) {
      assert.ok(some.length <= 1000);
      seen.push(...some);
      busy(8);
    }
    turns.over = true;
    assert.deepEqual(seen, list);
    assert.ok(turns.had >= Math.floor(many / 1000), `${turns.had} turns of others beside ${many}`);
  }
});

test('work in steps comes to its end, others have their turn, and what fails in it fails', async () => {
  const turns = other();
  const done = await inTurns(
    (function* () {
      for (let step = 0; step < 10; step++) {
        busy(3);
        yield;
      }
      return 'done';
    })(),
  );
  turns.over = true;
  assert.equal(done, 'done');
  assert.ok(turns.had >= 3, `${turns.had} turns of others`);
  const fails = inTurns(
    (function* (): Generator<void, string> {
      yield;
      throw new Error('broken');
    })(),
  );
  await assert.rejects(fails, /broken/);
});
