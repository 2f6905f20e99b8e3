import assert from 'node:assert/strict';
import { test } from '../suite';
import { v4, v7 } from 'uuid';
import { airCall } from '../../core/calendar/calls';
import { taskRecords } from '../../src/lib/rooms/calendar/task-events.server';
import { contractOf, contracts } from '../../src/lib/rooms/contracts';
import { may } from '../../src/lib/server/authorise';
import { words } from '../../src/lib/words';

const at = (minute: number) => new Date(Date.UTC(2026, 10, 24, 7, minute));
const air = { temperature: 10, humidity: 0.8, wind: 1, hour: 7 };

test('a task’s last word counts, in whatever order its events arrive', () => {
  const events = [
    {
      id: 'order',
      task: 'order',
      kind: 'undone' as const,
      day: null,
      at: at(2).toISOString(),
      author: 'a',
    },
    {
      id: 'order',
      task: 'order',
      kind: 'done' as const,
      day: '2026-11-20',
      at: at(1).toISOString(),
      author: 'a',
    },
    {
      id: 'rip',
      task: 'rip',
      kind: 'moved' as const,
      day: '2026-12-01',
      at: at(1).toISOString(),
      author: 'a',
    },
    {
      id: 'rip',
      task: 'rip',
      kind: 'skipped' as const,
      day: null,
      at: at(2).toISOString(),
      author: 'a',
    },
    {
      id: 'rip',
      task: 'rip',
      kind: 'restored' as const,
      day: null,
      at: at(3).toISOString(),
      author: 'a',
    },
    {
      id: 'plant',
      task: 'plant',
      kind: 'done' as const,
      day: '2026-11-24',
      at: at(4).toISOString(),
      author: 'b',
    },
  ];
  const records = new Map(
    taskRecords([...events].sort((a, b) => (a.at < b.at ? -1 : 1))).map((record) => [
      record.key,
      record,
    ]),
  );
  assert.equal(records.get('order')?.doneOn, null);
  assert.deepEqual([records.get('rip')?.skipped, records.get('rip')?.moved], [false, null]);
  assert.deepEqual(
    [records.get('plant')?.doneOn, records.get('plant')?.doneBy],
    ['2026-11-24', 'b'],
  );
});

test('the board says when to stop, and nothing on a calm day', () => {
  const hours = (wind: number[]) => wind.map((speed, i) => ({ ...air, wind: speed, hour: 7 + i }));
  assert.equal(airCall(hours([1, 2, 3]), air), undefined);
  assert.match(
    words(airCall(hours([1, 4, 8]), air)!.say),
    /Stop planting by 09:00.*wind passes 24 km\/h/,
  );
  const now = airCall(hours([8, 8]), { ...air, wind: 8 })!;
  assert.deepEqual([now.when.key, now.urgency], ['when.now', 'stop']);
  assert.equal(
    airCall(hours([9, 1, 1]), { ...air, hour: 8 }),
    undefined,
    'what is past does not count',
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
  const refused = async (name: keyof typeof contracts, payload: object, pattern: RegExp) =>
    assert.rejects(
      contractOf(name).input.validate(payload, { context: { now: at(0).getTime() } }),
      pattern,
    );
  const day = { blockId: v7(), day: '2026-11-24' };
  await contracts['calendar.plantingDay'].input.validate(day);
  await contracts['calendar.plantingDay'].input.validate({ ...day, blockId: v4() });
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
  await contracts['crew.tally'].input.validate({ ...tally, at: at(4).toISOString() }, context);
  await refused('crew.tally', { ...tally, at: at(6).toISOString() }, /lies in the future/);
  await refused('crew.tally', { ...tally, count: 0 }, /Count is 0; more than 0/);
  await refused('crew.tally', { ...tally, count: 2.5 }, /whole number/);
  await refused('crew.tally', { ...tally, count: 'many' }, /reads “many”; a number is accepted/);
});
