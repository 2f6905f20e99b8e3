import { words } from '../../src/lib/words';
import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { addTo, daysBetween, type Day } from '../measure/dates';
import { simulateFinish } from './finish';
import { conflicts, criticalPath, whatFollows, type Activity, type Placed } from './network';
import { schedule } from './schedule';
import { activitiesOf, knotId, lateCost, longPast, slackSentence } from './strings';
import { TASKS } from './tasks';
import { say } from '../say/message';

const all = new Set(TASKS.map(({ key }) => key));
const stringOf = (
  planting: string,
  today: string,
  records: Parameters<typeof schedule>[2] = [],
  terms: Parameters<typeof schedule>[4] = {},
) => ({
  ...{ id: 'b', name: 'Bench', plantingDay: planting },
  tasks: schedule(planting, all, records, today, terms),
});
const knot = (placed: readonly Placed[], key: string) =>
  placed.find(({ id }) => id === knotId('b', key))!;

test('the net of a block gives every task the day its table gives, in any year', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 0, max: 3650 }).map((days) => addTo('2023-06-01', { days })),
      (planting) => {
        const today = addTo(planting, { days: -500 });
        const string = stringOf(planting, today);
        const placed = criticalPath(activitiesOf([string]), today);
        for (const task of string.tasks) {
          const entry = knot(placed, task.key);
          if (task.key === 'plant') assert.equal(entry.latestFinish, planting);
          else if (task.lead > 0) {
            assert.ok(entry.latestFinish <= task.finish, task.key);
            assert.ok(daysBetween(entry.latestFinish, planting) >= task.lead);
          }
        }
        assert.ok(
          placed.every(({ slack }) => slack >= 0),
          'with more than a year nothing is late',
        );
      },
    ),
    { numRuns: 60 },
  );
});

test('what follows planting has the days of its table, however far planting is', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 1, max: 40 }),
      fc.integer({ min: 0, max: 39 }),
      fc.boolean(),
      (days, gone, done) => {
        const planting: Day = '2026-11-10';
        const last = addTo(planting, { days: days - 1 });
        const today = done ? addTo(last, { days: gone }) : addTo(planting, { days: gone % days });
        const left = done ? 1 : daysBetween(today, last) + 1;
        const tasks = schedule(planting, new Set<string>(), [], today, undefined, {
          ...{ planting: { days, left }, stands: true },
          ...(done
            ? { told: { ordered: false, received: false, cared: [], sprayed: [], plantedOn: last } }
            : {}),
        });
        const placed = criticalPath(
          activitiesOf([{ id: 'b', name: 'Bench', plantingDay: planting, tasks }]),
          today,
        );
        for (const task of tasks) {
          if (task.lead > 0 || task.finish < today) continue;
          const entry = knot(placed, task.key);
          if (task.key !== 'check-rows') assert.equal(entry.earliestFinish, task.finish, task.key);
          // Whoever looks behind the planters has a day more than they.
          assert.equal(entry.slack, daysBetween(entry.earliestFinish, task.finish), task.key);
          assert.ok(entry.slack >= 0, task.key);
        }
      },
    ),
  );
});

test('a task that is late says what it costs: skip, shorten or shift; what is done costs nothing', () => {
  const today = '2027-01-20';
  const planting = '2027-03-28';
  const string = stringOf(planting, today);
  const placed = criticalPath(activitiesOf([string]), today);
  const rip = string.tasks.find(({ key }) => key === 'rip')!;
  const cost = lateCost(rip, knot(placed, 'rip'), planting)!;
  assert.equal(cost.days, -knot(placed, 'rip').slack);
  assert.equal(cost.shiftTo, addTo(planting, { days: cost.days }));
  assert.match(words(cost.shorten), /days before planting instead of \d+/);
  assert.match(words(slackSentence(knot(placed, 'rip'))), /late even if it begins today/);
  const done = TASKS.filter(({ offset }) => (offset.months ?? 0) < 0).map(({ key }) => ({
    key,
    doneOn: '2026-08-01',
  }));
  const after = stringOf(planting, today, done);
  const again = criticalPath(activitiesOf([after]), today);
  const ripped = after.tasks.find(({ key }) => key === 'rip')!;
  assert.equal(lateCost(ripped, knot(again, 'rip'), planting), undefined);
  assert.match(
    words(slackSentence(knot(again, 'set-out'))),
    /planting still holds; \d+ days are loose/,
  );
});

test('a lead that was cut short and is done no longer holds planting back', () => {
  const today = '2027-03-01';
  const planting = '2027-03-28';
  const done = TASKS.filter(
    ({ offset }) => (offset.months ?? 0) < 0 || (offset.weeks ?? 0) < 0,
  ).map(({ key }) => ({ key, doneOn: '2027-02-20' }));
  const placed = criticalPath(activitiesOf([stringOf(planting, today, done)]), today);
  assert.ok(knot(placed, 'plant').slack >= 0);
  const late = whatFollows(
    activitiesOf([stringOf(planting, today, done)]),
    today,
    knotId('b', 'set-out'),
    '2027-03-27',
  );
  assert.ok(late.some(({ id, late: days }) => id === knotId('b', 'plant') && days === 9));
});

test('what a leader changes about a task moves its place on the string', () => {
  const planting = '2028-02-29';
  const today = '2027-09-01';
  const string = stringOf(planting, today, [], { 'set-out': { duration: 6, lead: 20 } });
  const task = string.tasks.find(({ key }) => key === 'set-out')!;
  assert.deepEqual([task.start, task.finish, task.lead], ['2028-02-04', '2028-02-09', 20]);
  const without = stringOf(planting, today, [{ key: 'set-out', skipped: true }]);
  const net = activitiesOf([without]);
  assert.ok(!net.some(({ id }) => id === knotId('b', 'set-out')), 'a skipped task holds nobody up');
  assert.deepEqual(activitiesOf([{ ...string, plantingDay: null }]), []);
});

const loose = fc.record({
  duration: fc.integer({ min: 1, max: 8 }),
  at: fc.integer({ min: 0, max: 40 }),
  resource: fc.constantFrom('ripper', 'sprayer', undefined),
});

test('conflicts are the pairs that a day-by-day count finds', () => {
  fc.assert(
    fc.property(fc.array(loose, { minLength: 2, maxLength: 7 }), (list) => {
      const today = '2026-03-20';
      const net = list.map(({ duration, resource }, i): Activity => ({
        ...{
          id: `${i}`,
          block: `${i}`,
          label: say('own.task', { label: `${i}` }),
          duration,
          needs: [],
          resource,
        },
      }));
      const planned = new Map(
        list.map(({ at, duration }, i) => [`${i}`, addTo(today, { days: at + duration - 1 })]),
      );
      const found = conflicts(criticalPath(net, today), planned);
      let pairs = 0;
      for (let a = 0; a < list.length; a++)
        for (let b = a + 1; b < list.length; b++) {
          if (!list[a].resource || list[a].resource !== list[b].resource) continue;
          const days = Array.from({ length: 60 }, (_, day) => day).filter((day) =>
            [a, b].every((i) => day >= list[i].at && day < list[i].at + list[i].duration),
          ).length;
          if (!days) continue;
          pairs++;
          const ids = [`${a}`, `${b}`];
          const clash = found.find(
            ({ first, second }) => ids.includes(first.id) && ids.includes(second.id),
          )!;
          assert.equal(clash.days, days);
        }
      assert.equal(found.length, pairs);
      // The tightest clash comes first, and in each the task with less time to spare goes first.
      found.forEach(({ first, second, wait, slackLeft }, i) => {
        if (i) assert.ok(found[i - 1].slackLeft <= slackLeft);
        assert.ok(first.slack <= second.slack);
        const [from, to] = [planned.get(second.id)!, planned.get(first.id)!];
        const start = addTo(from, { days: 1 - second.duration });
        assert.equal(addTo(start, { days: wait }), addTo(to, { days: 1 }));
      });
    }),
  );
});

test('moving a task back where it was moves nothing; moving it later never moves anything earlier', () => {
  fc.assert(
    fc.property(fc.integer({ min: 0, max: 300 }), (days) => {
      const today = '2026-10-20';
      const string = stringOf('2027-12-01', today);
      const net = activitiesOf([string]);
      const id = knotId('b', 'rip');
      const { earliestFinish } = knot(criticalPath(net, today), 'rip');
      const still = whatFollows(net, today, id, earliestFinish);
      assert.deepEqual(
        still.map((entry) => entry.id),
        [id],
      );
      for (const { from, to, id: moved } of whatFollows(
        net,
        today,
        id,
        addTo(earliestFinish, { days }),
      ))
        assert.ok(moved === id || to > from);
    }),
    { numRuns: 40 },
  );
});

// Closed form: a thousand trees a day, three deliveries of two thousand on days 0, 1 and 4.
test('waiting of deliveries, first come first planted', () => {
  const result = simulateFinish({
    ...{ start: '2026-11-02', until: '2026-11-20', blockDays: 1, keeps: 2, seasons: 50, seed: 'w' },
    crews: [
      { name: 'A', trees: 6000, planters: 2, rate: 500, spread: 0, absence: 0, breakdown: 0 },
    ],
    weather: [new Float32Array(365).fill(1)],
    week: [true, true, true, true, true, true, true],
    deliveries: [
      { day: '2026-11-02', trees: 2000 },
      { day: '2026-11-03', trees: 2000 },
      { day: '2026-11-06', trees: 2000 },
    ],
  })!;
  // Used up on days 1, 3 and 5: waits of 1, 2 and 1 days.
  assert.equal(result.byDay[5], 50);
  assert.deepEqual([result.waited.median, result.waited.most, result.waitedTooLong], [2, 2, 0]);
});

test('what was due more than four weeks ago is long past, until it is settled; what is due after planting never', () => {
  const planting = '2027-03-28';
  const keys = (today: string, records: Parameters<typeof stringOf>[2] = []) =>
    longPast(stringOf(planting, today, records).tasks).map(({ key }) => key);
  const order = stringOf(planting, '2026-01-01').tasks.find(({ key }) => key === 'order')!;
  assert.deepEqual(keys(addTo(order.finish, { days: 28 })).includes('order'), false);
  assert.deepEqual(keys(addTo(order.finish, { days: 29 })).includes('order'), true);
  assert.ok(
    !keys(addTo(order.finish, { days: 29 }), [{ key: 'order', doneOn: order.finish }]).includes(
      'order',
    ),
  );
  const yearsLater = keys('2030-03-28');
  assert.ok(!yearsLater.includes('plant') && !yearsLater.includes('count-1'));
});
