import assert from 'node:assert/strict';
import { test } from 'node:test';
import { v4, v7 } from 'uuid';
import { taskRecords } from '../../src/lib/server/block';
import { airCall, stillToPlant } from '../../src/lib/server/board';
import { gate } from '../../src/lib/server/gate';
import type { LotState } from '../../src/lib/server/stock';
import { balance } from '../../core/stock/ledger';
import { may } from '../../src/lib/server/authorise';
import { schemas } from '../../src/lib/schemas';

const at = (minute: number) => new Date(Date.UTC(2026, 10, 24, 7, minute));
const air = { temperature: 10, humidity: 0.8, wind: 1, hour: 7 };

test('a task’s last word counts, in whatever order its events arrive', () => {
  const events = [
    { task: 'order', kind: 'undone' as const, day: null, at: at(2), authorId: 'a' },
    { task: 'order', kind: 'done' as const, day: '2026-11-20', at: at(1), authorId: 'a' },
    { task: 'rip', kind: 'moved' as const, day: '2026-12-01', at: at(1), authorId: 'a' },
    { task: 'rip', kind: 'skipped' as const, day: null, at: at(2), authorId: 'a' },
    { task: 'rip', kind: 'restored' as const, day: null, at: at(3), authorId: 'a' },
    { task: 'plant', kind: 'done' as const, day: '2026-11-24', at: at(4), authorId: 'b' },
  ];
  const records = new Map(taskRecords(events).map((record) => [record.key, record]));
  assert.equal(records.get('order')?.doneOn, null);
  assert.deepEqual([records.get('rip')?.skipped, records.get('rip')?.moved], [false, null]);
  assert.deepEqual(
    [records.get('plant')?.doneOn, records.get('plant')?.doneBy],
    ['2026-11-24', 'b'],
  );
});

test('the board says when to stop, and nothing on a calm day', () => {
  const hours = (wind: number[]) => wind.map((speed, i) => ({ ...air, wind: speed, hour: 7 + i }));
  assert.equal(airCall(hours([1, 2, 3]), air, 'b'), undefined);
  assert.match(
    airCall(hours([1, 4, 8]), air, 'b')!.sentence,
    /Stop planting by 09:00.*wind passes 24 km\/h/,
  );
  const now = airCall(hours([8, 8]), { ...air, wind: 8 }, 'b')!;
  assert.deepEqual([now.when, now.urgency], ['Now', 'stop']);
  assert.equal(
    airCall(hours([9, 1, 1]), { ...air, hour: 8 }, 'b'),
    undefined,
    'what is past does not count',
  );
});

test('trees still to plant are what came, less culls, less what stands', () => {
  const lot = (speciesId: string, received: number, culled: number): LotState => ({
    lot: { speciesId, replacesId: null } as never,
    balance: { ...balance([]), received, culled },
    since: new Map(),
    open: [],
    soaks: [],
    dipped: false,
  });
  const rows = [{ number: 1, runs: [0, 10, 1, 5] }];
  assert.deepEqual(
    stillToPlant([lot('p', 100, 4), lot('b', 3, 1)], ['p', 'b'], rows, new Map([[1, 13]])),
    [86, 0],
  );
});

test('the gate lets so many in at once, the rest in order, and survives a failure', async () => {
  const inTurn = gate(2);
  let running = 0;
  let most = 0;
  const order: number[] = [];
  const task = (n: number) => async () => {
    running++;
    most = Math.max(most, running);
    await new Promise((resolve) => setTimeout(resolve, 2));
    running--;
    order.push(n);
    if (n === 1) throw new Error('one fails');
    return n;
  };
  const results = await Promise.allSettled(Array.from({ length: 9 }, (_, n) => inTurn(task(n))));
  assert.equal(most, 2);
  assert.deepEqual(order, [0, 1, 2, 3, 4, 5, 6, 7, 8]);
  assert.deepEqual(
    results.map(({ status }) => status).filter((status) => status === 'rejected'),
    ['rejected'],
  );
});

test('roles: a viewer only reads, a planter tallies, a checker records, a leader plans', () => {
  const actions = ['read', 'tally', 'record', 'plan'] as const;
  const allowed = (role: Parameters<typeof may>[0]) =>
    actions.filter((action) => may(role, action)).length;
  assert.deepEqual(
    [allowed('viewer'), allowed('planter'), allowed('checker'), allowed('leader')],
    [1, 2, 3, 4],
  );
});

test('schemas: ids of version 7, days of the calendar, moments that have been', async () => {
  const refused = async (name: keyof typeof schemas, payload: object, pattern: RegExp) =>
    assert.rejects(schemas[name].validate(payload, { context: { now: at(0).getTime() } }), pattern);
  const day = { blockId: v7(), day: '2026-11-24' };
  await schemas['calendar.plantingDay'].validate(day);
  await schemas['calendar.plantingDay'].validate({ ...day, blockId: v4() });
  await refused('calendar.plantingDay', { ...day, blockId: '12' }, /not a UUID/);
  await refused('calendar.plantingDay', { ...day, day: '2026-02-30' }, /not in the calendar/);
  await refused('calendar.plantingDay', { ...day, day: '24.11.2026' }, /a day like 2026-11-24/);
  const tally = {
    id: v7(),
    at: at(0).toISOString(),
    layoutId: v7(),
    row: 3,
    planterId: v7(),
    count: 25,
  };
  const context = { context: { now: at(0).getTime() } };
  await schemas['crew.tally'].validate({ ...tally, at: at(4).toISOString() }, context);
  await refused('crew.tally', { ...tally, at: at(6).toISOString() }, /lies in the future/);
  await refused('crew.tally', { ...tally, count: 0 }, /Count is 0; more than 0/);
  await refused('crew.tally', { ...tally, count: 2.5 }, /whole number/);
  await refused('crew.tally', { ...tally, count: 'many' }, /reads “many”; a number is accepted/);
});
