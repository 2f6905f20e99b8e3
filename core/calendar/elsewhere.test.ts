import assert from 'node:assert/strict';
import { test } from 'node:test';
import { doneElsewhere, roundsOfTasks, sprayRounds, type ToldElsewhere } from './elsewhere';
import { schedule } from './schedule';

const NOTHING: ToldElsewhere = { ordered: false, received: false, cared: [], sprayed: [] };
const PLANTING = '2026-11-20';
const WANTED = new Set([
  ...['kill-1', 'kill-2', 'mark-spots', 'knockdown', 'water-in', 'fill-boxes'],
  ...['granules', 'mulch'],
]);
const of = (
  told: Partial<ToldElsewhere>,
  records: { key: string; doneOn?: string; skipped?: boolean }[] = [],
) => {
  const tasks = schedule(
    PLANTING,
    WANTED,
    records,
    '2027-08-01',
    {},
    {
      told: { ...NOTHING, ...told },
    },
  );
  return new Map(tasks.map((task) => [task.key, task]));
};
const done = (tasks: ReturnType<typeof of>) =>
  [...tasks.values()]
    .filter(({ elsewhere }) => elsewhere)
    .map(({ key, elsewhere, doneOn }) => [key, elsewhere, doneOn])
    .sort();

test('rows pegged, water, boxes and plots that other pages have to the last are done in the calendar', () => {
  assert.deepEqual(done(of({})), []);
  const told = {
    ...{ peggedOn: '2026-11-12', plantedOn: '2026-11-24', wateredOn: '2026-11-25' },
    ...{ boxesOn: '2026-11-26', checkedOn: '2026-11-27', mulchedOn: '2026-11-28' },
  };
  assert.deepEqual(done(of(told)), [
    ['check-rows', 'checks', '2026-11-27'],
    ['fill-boxes', 'crew', '2026-11-26'],
    ['mulch', 'crew', '2026-11-28'],
    ['plant', 'crew', '2026-11-24'],
    ['set-out', 'rows', '2026-11-12'],
    ['water-in', 'crew', '2026-11-25'],
  ]);
});

test('rounds of the sprayer: all rows, or one entry that names none; a pause begins another', () => {
  const spraying = (day: string, rows: number[], dry = false) => ({ day, rows, dry });
  const three = (list: ReturnType<typeof spraying>[]) => sprayRounds(list, 3);
  assert.deepEqual(three([spraying('2026-03-01', [1, 2])]), []);
  // Entered late and out of order.
  const two = [spraying('2026-03-09', [3]), spraying('2026-03-01', [1, 2])];
  assert.deepEqual(three(two), [{ on: '2026-03-09', dry: false }]);
  assert.deepEqual(three([spraying('2026-03-01', [1, 2]), spraying('2026-04-01', [3])]), []);
  assert.deepEqual(three([spraying('2026-03-01', [])]), [{ on: '2026-03-01', dry: false }]);
  assert.deepEqual(
    three([spraying('2026-03-01', []), spraying('2026-03-05', [1, 2, 3])]).length,
    2,
  );
  // Granules do not finish what the sprayer began.
  assert.deepEqual(three([spraying('2026-03-01', [1, 2]), spraying('2026-03-02', [3], true)]), []);
  assert.deepEqual(three([spraying('2026-03-01', [], true)]), [{ on: '2026-03-01', dry: true }]);
  assert.deepEqual(sprayRounds([spraying('2026-03-01', [1])], 0), [], 'no rows yet, some named');
});

test('a round is the spraying whose day is nearest; one that was ticked keeps its round', () => {
  const rounds = ['2025-10-25', '2026-05-10', '2026-10-28'].map((on) => ({ on, dry: false }));
  // By the table: 20 October, 6 May, 5 June, 30 October.
  assert.deepEqual(done(of({ sprayed: rounds })), [
    ['kill-1', 'spraying', '2025-10-25'],
    ['kill-2', 'spraying', '2026-05-10'],
    ['knockdown', 'spraying', '2026-10-28'],
  ]);
  const ticked = of({ sprayed: rounds }, [{ key: 'kill-2', doneOn: '2026-05-11' }]);
  assert.equal(ticked.get('kill-2')!.elsewhere, undefined);
  assert.equal(ticked.get('mark-spots')!.elsewhere, undefined, 'not the round of another task');
  const skipped = of({ sprayed: rounds }, [{ key: 'kill-2', skipped: true }]);
  assert.equal(skipped.get('mark-spots')!.elsewhere, 'spraying');
  // Of two tasks that one round could be it is the nearer one, and the other round goes to the other.
  const two = [
    { key: 'kill-2', day: '2026-05-06' },
    { key: 'mark-spots', day: '2026-06-05' },
  ];
  const [early, late] = ['2026-05-25', '2026-06-20'].map((on) => ({ on, dry: false }));
  assert.deepEqual([...roundsOfTasks([early], two)], [['mark-spots', early.on]]);
  assert.deepEqual(new Map(roundsOfTasks([early, late], two)), new Map([['mark-spots', early.on], ['kill-2', late.on]])); // prettier-ignore
  const far = [{ key: 'kill-1', day: '2025-10-20' }];
  assert.equal(roundsOfTasks([{ on: '2025-12-04', dry: false }], far).size, 1, 'six weeks off');
  assert.equal(roundsOfTasks([{ on: '2025-12-05', dry: false }], far).size, 0);
  assert.equal(roundsOfTasks([{ on: '2025-10-20', dry: true }], far).size, 0, 'granules');
});

test('after planting the sprayer weeds; granules are their own task', () => {
  const none = new Map<string, string>();
  const weeds = (dry: boolean, key = 'weed-1') =>
    doneElsewhere({ ...NOTHING, sprayed: [{ on: '2027-04-20', dry }] }, key, '2027-05-20', '2027-06-01', none); // prettier-ignore
  assert.deepEqual(weeds(false), { on: '2027-04-20', by: 'spraying' });
  assert.equal(weeds(true), undefined);
  assert.deepEqual(weeds(true, 'granules'), { on: '2027-04-20', by: 'spraying' });
  assert.equal(weeds(false, 'granules'), undefined);
  assert.equal(weeds(false, 'mulch'), undefined);
  // Half a year before its day is another round.
  const early = { ...NOTHING, sprayed: [{ on: '2027-01-20', dry: false }] };
  assert.equal(doneElsewhere(early, 'weed-1', '2027-05-20', '2027-06-01', none), undefined);
});

test('a count or a round of care is that of its task from three months before its day on', () => {
  const none = new Map<string, string>();
  const by = (told: Partial<ToldElsewhere>, key: string) =>
    doneElsewhere({ ...NOTHING, ...told }, key, '2027-10-20', '2027-11-01', none);
  const counted = (countedOn: string) => by({ countedOn }, 'count-1')?.on;
  assert.equal(counted('2027-07-22'), '2027-07-22');
  assert.equal(counted('2027-07-21'), undefined, 'the count of another year');
  assert.equal(by({}, 'count-1'), undefined);
  assert.equal(by({ countedOn: '2027-10-01' }, 'weed-1'), undefined);
  const cared = (kind: 'weeded' | 'mulched', on: string, key: string) =>
    by({ cared: [{ kind, on }] }, key)?.by;
  assert.equal(cared('weeded', '2027-07-22', 'weed-2'), 'tending');
  assert.equal(cared('weeded', '2027-07-21', 'weed-2'), undefined);
  assert.equal(cared('mulched', '2027-10-01', 'weed-2'), undefined);
  assert.equal(cared('mulched', '2027-10-01', 'mulch'), 'tending');
  assert.equal(by({ ordered: true }, 'order')?.on, '2027-10-20', 'by its day');
  assert.equal(doneElsewhere({ ...NOTHING, ordered: true }, 'order', '2027-10-20', '2027-10-01', none)?.on, '2027-10-01'); // prettier-ignore
  const refilled = { refilled: { key: 'own-7', on: '2027-02-03' } };
  assert.deepEqual(by(refilled, 'own-7'), { on: '2027-02-03', by: 'survival' });
  assert.equal(by(refilled, 'own-8'), undefined);
});

test('soaked to the last tree; whoever waters has looked for drought', () => {
  const wanted = new Set(['soak', 'water-weekly', 'water-dated']);
  const of = (told: Partial<ToldElsewhere>) =>
    schedule(PLANTING, wanted, [], '2027-08-01', {}, { told: { ...NOTHING, ...told } })
      .filter(({ elsewhere }) => elsewhere)
      .map(({ key, elsewhere, doneOn }) => [key, elsewhere, doneOn]);
  assert.deepEqual(of({ soaked: false }), []);
  assert.deepEqual(of({ soaked: true }), [['soak', 'stock', '2026-11-19']]);
  // By the table: 20 May and 20 June.
  assert.deepEqual(of({ watered: ['2027-02-18', '2027-03-25', '2027-04-02'] }), [
    ['water-weekly', 'watering', '2027-03-25'],
    ['water-dated', 'watering', '2027-03-25'],
  ]);
  assert.deepEqual(of({ watered: ['2027-02-18'] }), [], 'three months before is of the planting');
  assert.deepEqual(of({ watered: ['2027-02-19'] }), [['water-weekly', 'watering', '2027-02-19']]);
});
