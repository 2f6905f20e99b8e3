import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { addTo, daysBetween, type Day } from '../measure/dates';
import { tends } from '../tending/due';
import { leanTask, schedule, wholeTask, type TaskRecord } from './schedule';
import { TASKS } from './tasks';

// Whatever a leader moved, skipped, ticked off or said otherwise, on any day: what the list must never break.

const KEYS = TASKS.map(({ key }) => key);
const PLANTING: Day = '2026-11-15';
const day = (from: number, to: number) =>
  fc.integer({ min: from, max: to }).map((days) => addTo(PLANTING, { days }));
const records = fc.uniqueArray(fc.constantFrom(...KEYS), { maxLength: 8 }).chain((keys) =>
  fc.tuple(
    ...keys.map((key) =>
      fc.record({
        key: fc.constant(key),
        moved: fc.option(day(-420, 1100), { nil: undefined }),
        skipped: fc.boolean(),
        doneOn: fc.option(day(-420, 1100), { nil: undefined }),
        notDone: fc.boolean(),
      }),
    ),
  ),
);
const terms = fc.dictionary(
  fc.constantFrom(...KEYS),
  fc.record(
    { duration: fc.integer({ min: 1, max: 40 }), lead: fc.integer({ min: 0, max: 500 }) },
    { requiredKeys: [] },
  ),
);
const wanted = fc.subarray(KEYS).map((keys) => new Set(keys));
const today = day(-430, 1200);

test('each task once, in order of its day, as long as it takes, and late exactly when it is', () => {
  fc.assert(
    fc.property(wanted, records, terms, today, fc.boolean(), (keys, said, own, now, stands) => {
      const tasks = schedule(PLANTING, keys, said as TaskRecord[], now, own, { stands });
      const expected = TASKS.filter(({ key, always }) => always || keys.has(key));
      assert.deepEqual(tasks.map(({ key }) => key).sort(), expected.map(({ key }) => key).sort());
      const recordOf = new Map(said.map((record) => [record.key, record]));
      tasks.forEach((task, i) => {
        const record = recordOf.get(task.key);
        if (i) assert.ok(tasks[i - 1].finish <= task.finish);
        assert.equal(daysBetween(task.start, task.finish) + 1, task.duration);
        if (own[task.key]?.duration) assert.equal(task.duration, own[task.key].duration);
        assert.equal(task.finish, record?.moved ?? task.byTable);
        assert.ok(task.slack >= 0);
        const closed = record?.skipped ? 'skipped' : record?.doneOn ? 'done' : undefined;
        if (closed) assert.equal(task.state, closed);
        else if (task.state === 'passed') assert.ok(stands && PLANTING <= now && task.lead > 0);
        else assert.equal(task.state === 'late', task.finish < now, task.key);
        assert.equal(task.lateBy, task.state === 'late' ? daysBetween(task.finish, now) : 0);
        if (task.state === 'due') assert.ok(task.start <= now && now <= task.finish);
      });
    }),
    { seed: 21, numRuns: 150 },
  );
});

test('a task waits for what it needs while that is open, and for nothing that hangs nowhere', () => {
  fc.assert(
    fc.property(wanted, records, today, (keys, said, now) => {
      const tasks = schedule(PLANTING, keys, said as TaskRecord[], now);
      const byName = new Map(tasks.map((task) => [task.label.key as string, task]));
      for (const task of tasks)
        for (const { key } of task.waitsFor) {
          const needed = byName.get(key)!;
          assert.ok(task.needs.includes(needed.key));
          assert.notEqual(needed.state, 'done');
          assert.notEqual(needed.state, 'skipped');
        }
    }),
    { seed: 22, numRuns: 150 },
  );
});

test('a later planting day moves every task that nobody moved, by as many days where leads are in days', () => {
  const leads = Object.fromEntries(KEYS.map((key, i) => [key, { lead: i }]));
  const all = new Set(KEYS);
  const at = (planting: Day) =>
    new Map(
      schedule(planting, all, [{ key: 'rip', moved: '2026-05-01' }], '2025-01-01', leads).map(
        ({ key, finish }) => [key, finish],
      ),
    );
  const [before, after] = [at(PLANTING), at(addTo(PLANTING, { days: 37 }))];
  for (const key of KEYS)
    assert.equal(daysBetween(before.get(key)!, after.get(key)!), key === 'rip' ? 0 : 37, key);
});

test('what is sent without its names is found again by its key, a leader’s own task whole', () => {
  const own = [{ key: 'own-1', label: 'mow', lead: -10, duration: 2, reason: 'Hay.' }];
  const tasks = schedule(PLANTING, new Set(KEYS), [], PLANTING, {}, { own });
  assert.deepEqual(tasks.map(leanTask).map(wholeTask), tasks);
  const size = (list: object[]) => JSON.stringify(list).length;
  assert.ok(size(tasks.map(leanTask)) < 0.75 * size(tasks));
  const mowing = tasks.find(({ key }) => key === 'own-1')!;
  assert.ok(tends(mowing));
  assert.deepEqual(mowing.needs, ['plant']);
});
