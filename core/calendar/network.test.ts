import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { addTo, daysBetween, type Day } from '../measure/dates';
import { conflicts, criticalPath, whatFollows, type Activity } from './network';
import { say } from '../say/message';

const TODAY: Day = '2026-11-01';
const day = (days: number) => addTo(TODAY, { days });

interface Drawn {
  duration: number;
  needs: number[];
  lag: number;
  due?: number;
}
/** Tasks that need some of those before them: no circle can arise. */
const drawn = fc.array(
  fc.record({
    duration: fc.integer({ min: 1, max: 12 }),
    needs: fc.array(fc.nat(20), { maxLength: 3 }),
    lag: fc.nat(20),
    due: fc.option(fc.integer({ min: 5, max: 200 }), { nil: undefined }),
  }),
  { minLength: 1, maxLength: 14 },
);
const activitiesOf = (list: Drawn[]): Activity[] =>
  list.map(({ duration, needs, lag, due }, i) => ({
    ...{ id: `t${i}`, block: 'b', label: say('own.task', { label: `task ${i}` }), duration },
    needs: [...new Set(needs.filter((other) => other < i))].map((other) => ({
      ...{ id: `t${other}`, lag },
    })),
    ...(due !== undefined && { due: day(due) }),
  })) as Activity[];

/** First day after each task by the longest way to it, counted in days by itself. */
function longest(list: Drawn[]): number[] {
  const ends: number[] = [];
  list.forEach(({ duration, needs, lag }, i) => {
    const before = needs.filter((other) => other < i).map((other) => ends[other] + lag);
    ends.push(Math.max(0, ...before) + duration);
  });
  return ends;
}

test('the earliest day of every task is the longest way to it', () => {
  fc.assert(
    fc.property(drawn, (list) => {
      const placed = criticalPath(activitiesOf(list), TODAY);
      const ends = longest(list);
      placed.forEach(({ earliestFinish }, i) =>
        assert.equal(daysBetween(TODAY, earliestFinish) + 1, ends[i]),
      );
    }),
    { seed: 21, numRuns: 300 },
  );
});

test('slack is what a task may wait without anything due coming late, and not a day more', () => {
  fc.assert(
    fc.property(drawn, fc.nat(13), (list, pick) => {
      const activities = activitiesOf(list);
      const placed = criticalPath(activities, TODAY);
      const chosen = placed[pick % placed.length];
      const horizon = placed
        .map(({ due, earliestFinish }) => due ?? earliestFinish)
        .reduce((last, one) => (one > last ? one : last));
      const late = (by: number) => {
        const delayed = activities.map((activity) =>
          activity.id === chosen.id
            ? { ...activity, from: addTo(chosen.earliestStart, { days: by }) }
            : activity,
        );
        return criticalPath(delayed, TODAY).some(
          ({ due, earliestFinish }) => earliestFinish > (due ?? horizon),
        );
      };
      if (chosen.slack < 0) {
        assert.ok(late(0));
        return;
      }
      // Others may be late already; then no wait of this one can be told from theirs.
      if (placed.some(({ slack }) => slack < 0)) return;
      assert.equal(late(chosen.slack), false, `${chosen.slack} days can be waited`);
      assert.equal(late(chosen.slack + 1), true, 'one more cannot');
    }),
    { seed: 22, numRuns: 300 },
  );
});

test('what follows a moved task are those behind it, each by as much as it is pushed', () => {
  fc.assert(
    fc.property(drawn, fc.nat(13), fc.integer({ min: 1, max: 60 }), (list, pick, by) => {
      const activities = activitiesOf(list);
      const before = criticalPath(activities, TODAY);
      const moved = before[pick % before.length];
      const finish = addTo(moved.earliestFinish, { days: by });
      const follows = whatFollows(activities, TODAY, moved.id, finish);
      assert.equal(follows.find(({ id }) => id === moved.id)!.to, finish);
      /** Everything that waits for the moved task, near or far. */
      const behind = new Set([moved.id]);
      for (const { id, needs } of activities)
        if (needs.some((need) => behind.has(need.id))) behind.add(id);
      for (const { id, from, to } of follows) {
        assert.ok(behind.has(id), `${id} does not wait for ${moved.id}`);
        assert.ok(to >= from);
        assert.ok(daysBetween(from, to) <= by, 'nothing is pushed further than what pushes');
      }
    }),
    { seed: 23, numRuns: 200 },
  );
  assert.throws(() => whatFollows([], TODAY, 'gone', TODAY), /calendar\.noSuchTask/);
});

test('two that want one machine on one day are told once, the one with less slack first', () => {
  const task = (id: string, duration: number, due: number, resource = 'ripper'): Activity =>
    ({
      ...{ id, block: id, label: say('own.task', { label: id }), duration, resource },
      needs: [],
      due: day(due),
    }) as Activity;
  const placed = criticalPath(
    [task('a', 5, 30), task('b', 5, 20), task('c', 5, 20, 'digger')],
    TODAY,
  );
  const on = (a: number, b: number) =>
    conflicts(
      placed,
      new Map([
        ['a', day(a)],
        ['b', day(b)],
        ['c', day(b)],
      ]),
    );
  assert.deepEqual(on(10, 20), [], 'not the same days');
  const [clash, ...more] = on(12, 14);
  assert.deepEqual(more, []);
  assert.deepEqual([clash.first.id, clash.second.id], ['b', 'a'], 'b is due earlier');
  // b holds it on days 10 to 14, a wants 8 to 12: three days of both, and a waits from 8 to 15.
  assert.deepEqual([clash.days, clash.wait], [3, 7]);
  assert.equal(clash.slackLeft, 30 - 12 - 7);
});

test('a circle is refused, and so is a task that takes no day', () => {
  const task = (id: string, needs: string[], duration = 1) =>
    ({
      ...{ id, block: 'b', label: say('own.task', { label: id }), duration },
      needs: needs.map((need) => ({ id: need, lag: 0 })),
    }) as Activity;
  assert.throws(() => criticalPath([task('a', ['b']), task('b', ['a'])], TODAY), /calendar\./);
  for (const duration of [0, 1.5, -2])
    assert.throws(() => criticalPath([task('a', [], duration)], TODAY), /taskWithoutDays/);
});
