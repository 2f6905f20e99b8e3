import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { addTo, daysBetween } from '../measure/dates';
import { bill, type MaterialGround } from './materials';
import { criticalPath } from './network';
import { keysOf, OWN_KEY, ownTemplates, type OwnTask } from './own-tasks';
import { dayShare, isPlanting, plantingDays } from './planting';
import { schedule, type Circumstances } from './schedule';
import { activitiesOf, knotId } from './strings';
import type { WeekShare } from './windows';
import { say } from '../say/message';
import { words } from '../../src/lib/words';

const PLANTING = '2026-11-24';
const KEY = 'own-01a15363-9e80-776c-9fa3-6a4cb900e0bf';
const own = (more: Partial<OwnTask> = {}): OwnTask => ({
  ...{ key: KEY, label: 'mend the fence', lead: 30, duration: 2, reason: 'Deer.' },
  ...more,
});
const scheduled = (known: Circumstances, today = '2026-10-01', records = [] as never[]) =>
  schedule(PLANTING, new Set<string>(), records, today, {}, known);

test('an own task hangs on the string like any other: its days, its state, its machine', () => {
  const tasks = scheduled({ own: [own({ resource: 'fence crew' })] });
  const found = tasks.find(({ key }) => key === KEY)!;
  assert.equal(found.finish, '2026-10-25');
  assert.equal(found.start, '2026-10-24');
  assert.equal(found.state, 'later');
  assert.deepEqual([found.lead, found.room, found.resource], [30, 'calendar', 'fence crew']);
  assert.equal(
    scheduled({ own: [own()] }, '2026-10-26').find(({ key }) => key === KEY)!.state,
    'late',
  );
  assert.ok(
    tasks.every((task, i) => !i || tasks[i - 1].finish <= task.finish),
    'in order of days',
  );
});

test('a task that repeats is a knot a time, each after the one before, after planting in tending', () => {
  const keys = keysOf(own({ repeat: { every: 14, times: 3 } }));
  assert.deepEqual(keys, [KEY, `${KEY}.2`, `${KEY}.3`]);
  assert.ok(keys.every((key) => OWN_KEY.test(key)));
  assert.ok(!OWN_KEY.test('plant') && !OWN_KEY.test(`${KEY}.2.3`));
  const templates = ownTemplates([own({ lead: 7, repeat: { every: 14, times: 3 } })]);
  assert.deepEqual(
    templates.map(({ label, offset, needs, room }) => [words(label), offset.days, needs, room]),
    [
      ['mend the fence (1 of 3)', -7, [], 'calendar'],
      ['mend the fence (2 of 3)', 7, [KEY, 'plant'], 'tending'],
      ['mend the fence (3 of 3)', 21, [`${KEY}.2`, 'plant'], 'tending'],
    ],
  );
});

test('its cost is in the bill, as often as it is done', () => {
  const ground: MaterialGround = {
    ...{
      trees: 1000,
      toOrder: 1000,
      rows: 10,
      perimeter: 400,
      perTree: {},
      herbicide: 0,
      works: {},
      granules: 0,
    },
    ...{ rippingHours: 0, rate: 500, behind: 0 },
  };
  const without = bill(ground, {}, new Map());
  const withOwn = bill(ground, {}, new Map(), new Map(), [
    own({ cost: 120, repeat: { every: 10, times: 4 } }),
    own({ key: `${KEY.slice(0, -1)}0` }),
  ]);
  assert.equal(withOwn.cost.value - without.cost.value, 480);
  assert.equal(withOwn.lines.length - without.lines.length, 1, 'what costs nothing is no line');
  const line = withOwn.lines.at(-1)!;
  assert.deepEqual([line.needed.value, line.perTree, line.buy, line.own], [4, 0.004, 0, 480]);
  assert.ok(
    withOwn.cost.steps.some(
      ({ label, value }) => words(label) === 'mend the fence' && value === 480,
    ),
  );
});

test('what other pages show done is done here, until somebody says that it is not', () => {
  const nothing = { ordered: false, received: false, cared: [], sprayed: [] };
  const others = { ...nothing, ordered: true };
  const of = (records: { key: string; notDone?: boolean; doneOn?: string; skipped?: boolean }[]) =>
    schedule(PLANTING, new Set(), records, '2026-10-01', {}, { told: others });
  const order = (tasks: ReturnType<typeof schedule>) => tasks.find(({ key }) => key === 'order')!;
  const told = order(of([]));
  assert.deepEqual([told.state, told.doneOn, told.elsewhere], ['done', '2025-11-24', 'orders']);
  const denied = order(of([{ key: 'order', notDone: true }]));
  assert.deepEqual([denied.state, denied.elsewhere], ['late', undefined]);
  const ticked = order(of([{ key: 'order', doneOn: '2025-10-01' }]));
  assert.deepEqual([ticked.doneOn, ticked.elsewhere], ['2025-10-01', undefined]);
  assert.equal(order(of([{ key: 'order', skipped: true }])).state, 'skipped');
  // Nothing waits for it any more.
  const waits = (tasks: ReturnType<typeof schedule>) =>
    tasks.flatMap(({ waitsFor }) => waitsFor).filter(({ key }) => key === 'task.order').length;
  assert.equal(waits(of([])), 0);
});

const weeks = (lost: number): WeekShare[] =>
  Array.from({ length: 52 }, (_, week) => ({
    ...{ week, from: '01-01', good: 4, years: 4, share: 1 },
    because: lost ? [['wind', lost]] : [],
  })) as WeekShare[];

test('planting lasts as long as trees, hands and weather make it', () => {
  const span = (more: Partial<Parameters<typeof plantingDays>[0]>) =>
    plantingDays({
      ...{ left: 6000, pace: 1000, from: '2026-11-23', first: '2026-11-23' },
      ...{ weeks: weeks(0), daysAWeek: 6 },
      ...more,
    }).days;
  // Monday to Saturday at 1 000 a day.
  assert.equal(span({}), 6);
  // A Sunday in between.
  assert.equal(span({ left: 7000 }), 8);
  assert.equal(span({ left: 6000, daysAWeek: 5 }), 8);
  assert.equal(span({ left: 1000 }), 1);
  assert.equal(span({ left: 0 }), 1);
  assert.equal(span({ pace: 0 }), 1);
  // Half of the days lost to wind: twice as many working days.
  assert.equal(dayShare(weeks(14)[0]), 0.5);
  // A single year says something once a day of it was lost; without one the usual share holds.
  const year = (lost: number, years: number) => dayShare({ ...weeks(lost)[0], years });
  assert.deepEqual([year(0, 1), year(0, 2), year(0, 0)], [0.8, 1, 0.8]);
  assert.ok(Math.abs(year(3, 1) - 4 / 7) < 1e-12 && Math.abs(year(3, 2) - 11 / 14) < 1e-12);
  assert.equal(year(20, 2), 0);
  assert.equal(span({ left: 3000, weeks: weeks(14) }), 6);
  // Under way: counted on from its first day, what is left from today.
  assert.deepEqual(
    plantingDays({
      ...{ left: 2000, pace: 1000, from: '2026-11-30', first: '2026-11-23' },
      ...{ weeks: weeks(0), daysAWeek: 6 },
    }),
    { days: 9, left: 2 },
  );
});

test('more hands never take longer, more trees never less, and no weather holds up for ever', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 1, max: 40_000 }),
      fc.integer({ min: 100, max: 9000 }),
      fc.integer({ min: 0, max: 28 }),
      (left, pace, lost) => {
        const of = (trees: number, hands: number) =>
          plantingDays({
            ...{ left: trees, pace: hands, from: PLANTING, first: PLANTING },
            ...{ weeks: weeks(lost), daysAWeek: 6 },
          }).days;
        assert.ok(of(left, pace + 500) <= of(left, pace));
        assert.ok(of(left + 2000, pace) >= of(left, pace));
        assert.ok(of(left, pace) <= 200);
      },
    ),
  );
});

test('a planting of many days begins on its day; what follows is counted from that day, clashes from its end', () => {
  const planting = { days: 10, left: 10 };
  const tasks = schedule(PLANTING, new Set(['water-in']), [], '2026-10-01', {}, { planting });
  const plant = tasks.find(({ key }) => key === 'plant')!;
  assert.deepEqual([plant.start, plant.finish], [PLANTING, addTo(PLANTING, { days: 9 })]);
  assert.equal(plant.lead, 0);
  const at = (today: string) =>
    schedule(PLANTING, new Set(), [], today, {}, { planting }).find(({ key }) => key === 'plant')!;
  assert.equal(at(addTo(PLANTING, { days: 5 })).state, 'due');
  assert.equal(at(addTo(PLANTING, { days: 10 })).lateBy, 1);
  // Watering in goes on behind the planters, and does not wait for their last tree.
  const watering = (today: string) =>
    schedule(PLANTING, new Set(['water-in']), [], today, {}, { planting }).find(
      ({ key }) => key === 'water-in',
    )!;
  assert.deepEqual(
    [watering('2026-10-01').start, watering('2026-10-01').finish],
    [PLANTING, addTo(PLANTING, { days: 9 })],
  );
  assert.deepEqual(watering('2026-10-01').waitsFor, [say('task.plant')]);
  assert.deepEqual(watering(addTo(PLANTING, { days: 3 })).waitsFor, []);
  assert.equal(watering(addTo(PLANTING, { days: 3 })).state, 'due');
  const net = activitiesOf([{ id: 'b', name: 'B', plantingDay: PLANTING, tasks }]);
  const water = net.find(({ id }) => id === knotId('b', 'water-in'))!;
  const [{ lag }] = water.needs.filter(({ id }) => id === knotId('b', 'plant'));
  assert.equal(lag, -10);
  const placed = criticalPath(net, '2026-10-01');
  const found = placed.find(({ id }) => id === knotId('b', 'plant'))!;
  assert.equal(daysBetween(found.earliestStart, found.earliestFinish), 9);
  assert.equal(found.latestFinish, plant.finish);
});

test('stock is held against rows from a week before planting until the last tree is set', () => {
  const block = { plantingDay: '2026-11-24', planted: 40, places: 100 };
  const on = (today: string, more: Partial<typeof block> = {}) =>
    isPlanting({ ...block, ...more }, today);
  assert.deepEqual(
    ['2026-11-16', '2026-11-17', '2026-12-20'].map((today) => on(today)),
    [false, true, true],
  );
  assert.equal(on('2026-11-24', { planted: 0, places: 0 }), false, 'no version is released');
  assert.equal(on('2026-11-24', { planted: 100 }), false);
  assert.equal(isPlanting({ ...block, plantingDay: null }, '2026-11-24'), false);
});
