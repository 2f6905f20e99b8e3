import assert from 'node:assert/strict';
import { test } from 'node:test';
import { TASKS } from '../calendar/tasks';
import {
  careOfTask,
  careRounds,
  careStates,
  oldStakes,
  stakeCalls,
  type Care,
  type CareEvent,
} from './care';

const DAY = 86_400_000;
const NOW = Date.parse('2026-11-24T09:00:00Z');
const done = (kind: Care, row: number, daysAgo: number, trees = 100): CareEvent => ({
  ...{ kind, row, trees, at: NOW - daysAgo * DAY },
});

test('a round of care is what was done without a long pause; last year’s does not count again', () => {
  const states = careStates(
    [
      done('weeded', 1, 400),
      done('weeded', 3, 399),
      done('weeded', 2, 30),
      done('weeded', 1, 2, 80),
      // Gone over twice in one round: counted once, with the most trees.
      done('weeded', 1, 1, 95),
      done('guards on', 4, 500, 60),
    ],
    [1, 2, 3, 4],
  );
  assert.deepEqual(
    states.map(({ kind, rows, trees, left }) => ({ kind, rows, trees, left })),
    [
      { kind: 'weeded', rows: [1, 2], trees: 195, left: [3, 4] },
      { kind: 'guards on', rows: [4], trees: 60, left: [1, 2, 3] },
    ],
  );
  assert.equal(states[0].last, NOW - DAY);
  assert.deepEqual(careStates([], [1, 2]), []);
  const backwards = careStates([done('mulched', 9, 1), done('mulched', 12, 2), done('mulched', 4, 3)], [4, 9, 12]); // prettier-ignore
  assert.deepEqual(backwards[0].rows, [4, 9, 12], 'in the order of the block');
  const rounds = careRounds([done('weeded', 1, 400), done('weeded', 1, 3)], [1]);
  assert.deepEqual(
    rounds.map(({ last, left }) => [NOW - last, left]),
    [
      [3 * DAY, []],
      [400 * DAY, []],
    ],
  );
});

test('tasks of the calendar know their care; keys are those of the calendar', () => {
  const asked = TASKS.flatMap(({ key }) => {
    const care = careOfTask(key);
    return care ? [[key, care]] : [];
  });
  assert.deepEqual(asked, [
    ['mulch', 'mulched'],
    ['weed-1', 'weeded'],
    ['weed-2', 'weeded'],
    ['stakes-off', 'stakes off'],
    ['weed-3', 'weeded'],
    ['guards-off', 'guards off'],
  ]);
});

test('a stake is old after eighteen months, until it is taken out', () => {
  const first = done('stakes on', 1, 600, 50);
  const second = done('stakes on', 2, 500, 50);
  assert.deepEqual(oldStakes([second, first], NOW), {
    ...{ rows: [1], trees: 50, since: NOW - 600 * DAY },
  });
  assert.equal(oldStakes([done('stakes off', 1, 10), first, second], NOW), undefined);
  // Taken out, and set anew since: the new one counts from its own day.
  const anew = [first, done('stakes off', 1, 590), done('stakes on', 1, 100, 40)];
  assert.equal(oldStakes(anew, NOW), undefined);
  const rows = [9, 3, 12].map((row, i) => done('stakes on', row, 700 - i, 10));
  assert.deepEqual(oldStakes(rows, NOW), { rows: [3, 9, 12], trees: 30, since: NOW - 700 * DAY });
  // Out again before it went in says nothing of the stake that stands.
  assert.deepEqual(oldStakes([done('stakes off', 1, 610), first], NOW)?.rows, [1]);
});

test('old stakes are called for with their trees, rows and the months of the oldest', () => {
  assert.deepEqual(stakeCalls(undefined, 'Low Field', NOW), []);
  const stakes = oldStakes(
    [done('stakes on', 4, 700, 30), done('stakes on', 5, 600, 20), done('stakes on', 9, 100, 40)],
    NOW,
  );
  const [call] = stakeCalls(stakes, 'Low Field', NOW);
  assert.equal(call.say.figures.trees, 50);
  assert.deepEqual(call.detail!.figures, { rows: '4, 5', months: 22 });
});
