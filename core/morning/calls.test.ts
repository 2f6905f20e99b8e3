import assert from 'node:assert/strict';
import { test } from 'node:test';
import { words } from '../../src/lib/words';
import { airCall, dayCalls, taskCalls } from '../calendar/calls';
import type { ScheduledTask } from '../calendar/schedule';
import { qualityCalls, suspicionCalls } from '../checks/calls';
import { qualityByPlanter } from '../checks/quality';
import { handedCalls, nowhereCalls } from '../crew/calls';
import { releaseCalls } from '../rows/calls';
import { say } from '../say/message';
import {
  deliveryCalls,
  minutesLeft,
  owedCalls,
  reachCalls,
  rootCalls,
  soakCalls,
  type CalledLine,
  type CalledLot,
} from '../stock/calls';
import { vesselClock } from '../stock/exposure';
import { refillCalls } from '../survival/calls';
import { refill } from '../survival/estimate';
import { flags, inOrder, type BlockCall, type Call } from './board';

const now = Date.parse('2026-11-24T08:30:00Z');
const ago = (minutes: number) => new Date(now - minutes * 60_000).toISOString();
const anchor = { temperature: 10, humidity: 0.8, wind: 1 };
const lot = (more: Partial<CalledLot> = {}): CalledLot => ({
  ...{ code: '43', dip: 1, open: [], soaks: [], owed: 0 },
  ...more,
});
const said = ({ say: message }: BlockCall, system: 'metric' | 'us' = 'metric') =>
  words(message, { system, zone: 'Europe/Berlin' });
const why = ({ detail }: BlockCall, system: 'metric' | 'us' = 'metric') =>
  words(detail!, { system, zone: 'Europe/Berlin' });

test('an open bag: how long it has been out and how long it is good, a dip counted in', () => {
  const open = [{ label: 'Box 3', openedAt: ago(6), air: anchor }];
  const [call] = rootCalls([lot({ open })], anchor, 'Haul Flat', now);
  assert.equal(said(call), 'Close Box 3 of lot 43: roots out 6 min, good for 14 more in this air.');
  assert.deepEqual([call.room, call.urgency, call.when.key], ['stock', 'stop', 'when.now']);
  assert.equal(why(call), 'Haul Flat · wind 4 km/h, 80 % RH');
  assert.equal(why(call, 'us'), 'Haul Flat · wind 2 mph, 80 % RH');
  const [dipped] = rootCalls([lot({ open, dip: 2 })], anchor, 'Haul Flat', now);
  assert.match(said(dipped), /good for 34 more/);
});

test('a bag past what the air allows says by how much, rounded as everywhere', () => {
  const open = [{ label: '', openedAt: ago(33.4), air: anchor }];
  const [call] = rootCalls([lot({ open })], anchor, 'Haul Flat', now);
  assert.equal(
    said(call),
    'Close the bag of lot 43 and wet its roots: out 33 min, 13 past what this air allows.',
  );
  assert.deepEqual(minutesLeft({ open: 33.4, left: -13.4 }), {
    left: 0,
    over: 13,
    out: 33,
    of: 20,
  });
  assert.deepEqual(minutesLeft({ open: 6.1, left: 13.9 }), { left: 13, over: 0, out: 6, of: 19 });
  assert.deepEqual(minutesLeft({ open: 20, left: 0 }), { left: 0, over: 0, out: 20, of: 20 });
});

test('what a bag may be out adds up where the air was milder when it was opened', () => {
  const mild = { ...anchor, wind: 0 };
  const clock = vesselClock({ openedAt: ago(30), air: mild }, { ...anchor, wind: 6 }, 1, now);
  const { out, over, left, of } = minutesLeft(clock);
  assert.equal(out, 30);
  assert.ok(over > 0 && left === 0 && of > Math.floor(clock.allowed));
  assert.equal(out - over, of);
});

test('a bag that nobody closed asks when it was closed, once it is open for longer than roots can be', () => {
  const open = [{ label: 'Box 3', openedAt: ago(480), air: anchor }];
  const [call] = rootCalls([lot({ open })], anchor, 'Haul Flat', now);
  assert.equal(
    said(call),
    'Enter when Box 3 of lot 43 was closed: it stands open since 24 Nov, 01:30.',
  );
  assert.deepEqual([call.urgency, call.when.key], ['soon', 'when.late']);
  const [minute] = rootCalls(
    [lot({ open: [{ ...open[0], openedAt: ago(479) }] })],
    anchor,
    'Haul Flat',
    now,
  );
  assert.match(said(minute), /^Close Box 3/);
});

test('a soak: too soon, ready, drowning, by the site’s clock', () => {
  const soak = (hours: number) =>
    soakCalls([lot({ soaks: [{ count: 300, startedAt: ago(60 * hours) }] })], 'Haul Flat', now)[0];
  assert.equal(said(soak(1)), 'Leave 300 of lot 43 in the soak until 10:30.');
  assert.equal(
    said(soak(3)),
    'Take 300 of lot 43 out of the soak by 14:30; they have drunk enough.',
  );
  const over = soak(9.25);
  assert.equal(
    said(over),
    'Take 300 of lot 43 out of the soak: 9.3 hours, and roots drown after 8.',
  );
  assert.deepEqual([soak(1).urgency, soak(3).urgency, over.urgency], ['soon', 'soon', 'stop']);
  assert.equal(why(soak(1)), 'Haul Flat · in water since 08:30');
  // What drowns is late, and may have been put in on another day.
  const night = soak(25);
  assert.deepEqual(
    [soak(1).when, soak(3).when, night.when].map((when) =>
      words(when, { system: 'metric', zone: 'Europe/Berlin' }),
    ),
    ['10:30', '14:30', 'Late'],
  );
  assert.equal(why(night), 'Haul Flat · in water since 23 Nov, 08:30');
});

test('what runs dry, with the lots that have any, and what the ledger does not know yet', () => {
  const reach = { species: 0, needed: 1200, onHand: 296, short: 904, dryAtRow: 156 };
  const alder = { ...reach, name: 'alder', lots: ['42', '43'], unclosed: 275, coming: 300 };
  const [call, ...none] = reachCalls([alder, { ...alder, short: 0 }], 'Haul Flat');
  assert.equal(said(call), 'Call off 904 more alder for Haul Flat: row 156 runs dry.');
  const [unasked] = reachCalls([{ ...alder, coming: 0 }], 'Haul Flat');
  assert.equal(
    said(unasked),
    'Find 904 more alder for Haul Flat: row 156 runs dry, and none is on order.',
  );
  assert.equal(
    why(call),
    'Lot 42, 43: 296 left, rows to plant ask 1\u202f200; 275 more are on the ledger, planted and not closed yet',
  );
  assert.deepEqual(none, []);
  const [bare] = reachCalls([{ ...alder, lots: [], unclosed: 0 }], 'Haul Flat');
  assert.equal(why(bare), '296 left, rows to plant ask 1\u202f200');
});

test('a holder with less than nothing waits for another phone', () => {
  const [call] = owedCalls([lot({ owed: 1 }), lot()], 'Haul Flat');
  assert.match(said(call), /^Lot 43 on Haul Flat owes 1 tree:/);
  assert.equal(owedCalls([lot()], 'Haul Flat').length, 0);
});

test('one planter beyond chance is named with the fault, the others are not', () => {
  const plot = (planter: string, good: number, deep: number, i: number) => ({
    ...{ id: `${planter}${i}`, planter, good, at: '2026-11-20T10:00:00Z' },
    faults: deep ? { deep } : {},
  });
  const plots = [0, 1, 2, 3].flatMap((i) => [
    plot('p5', 8, 2, i),
    plot('p1', 10, 0, i),
    plot('p2', 10, 0, i),
    plot('p3', 9, i ? 0 : 1, i),
  ]);
  const calls = qualityCalls(qualityByPlanter(plots), (id) => `Planter ${id[1]}`, 'Haul Flat');
  assert.equal(calls.length, 1);
  assert.equal(
    said(calls[0]),
    'Show Planter 5 again on Haul Flat: 8 of 40 too deep, the rest of the crew 1 of 117 faulty.',
  );
  assert.equal(
    why(calls[0]),
    '4 plots, further out than chance puts anybody in nineteen seasons of twenty',
  );
});

const task = (more: Partial<ScheduledTask>): ScheduledTask =>
  ({
    ...{
      key: 'guards-1',
      label: say('task.guards-1'),
      reason: say('why.guards-1'),
      room: 'tending',
    },
    ...{ state: 'late', lateBy: 1, finish: '2026-11-20', waitsFor: [] },
    ...more,
  }) as ScheduledTask;

test('a task late by a day, by many, held up, or due: one sentence each', () => {
  const [late, held, due] = taskCalls(
    [
      task({}),
      task({ lateBy: 12, waitsFor: [say('task.kill-sod'), say('task.rip')], room: 'calendar' }),
      task({ state: 'due', finish: '2026-11-28', room: 'calendar' }),
    ],
    'North Bench',
  );
  assert.equal(said(late), 'Check guards on North Bench: 1 day late.');
  assert.deepEqual([late.room, late.urgency, late.when.key], ['tending', 'soon', 'when.late']);
  assert.equal(
    said(held),
    'Check guards on North Bench: 12 days late. It waits for: kill the sod and rip.',
  );
  assert.equal(said(due), 'Check guards on North Bench by 28 Nov.');
  assert.deepEqual([due.room, due.urgency], ['calendar', 'note']);
  assert.equal(words(due.when), '28 Nov');
});

test('tasks that were due long ago are one call, the others stand beside it', () => {
  const long = { lead: 100, lateBy: 40, room: 'calendar' } as const;
  const calls = taskCalls(
    [
      task({ ...long, label: say('task.kill-sod') }),
      task({ lateBy: 3 }),
      task({ ...long, label: say('task.rip') }),
      task({ ...long, lateBy: 2, label: say('task.set-out') }),
    ],
    'North Bench',
  );
  assert.deepEqual(
    calls.map((call) => said(call)),
    [
      'Check guards on North Bench: 3 days late.',
      'Set out rows on North Bench: 2 days late.',
      '2 tasks on North Bench were due long before today: say once what became of them.',
    ],
  );
  assert.equal(words(calls[2].detail!), 'That is kill the sod and rip.');
  assert.deepEqual([calls[2].room, calls[2].urgency], ['calendar', 'soon']);
  const alone = taskCalls([task({ ...long, label: say('task.rip') })], 'North Bench');
  assert.deepEqual(
    alone.map((call) => said(call)),
    ['Rip on North Bench: 40 days late.'],
  );
});

test('a planting day that is missing, or that the first trees did not wait for, is asked for', () => {
  const calls = (planned: string | null, begun?: string) => dayCalls('North Bench', planned, begun);
  const [open] = calls(null);
  assert.equal(said(open), 'Set a planting day for North Bench, and its tasks follow.');
  assert.deepEqual([calls('2027-03-01'), calls('2027-03-01', '2027-03-01')], [[], []]);
  assert.deepEqual(
    calls('2027-03-01', '2027-03-04'),
    [],
    'later than its day is no fault of the plan',
  );
  const [early] = calls('2027-03-01', '2026-11-29');
  assert.equal(
    said(early),
    'Trees went in on North Bench from 29 Nov 2026; its tasks are counted from 1 Mar 2027. Count from the day it began.',
  );
  assert.equal(why(early), 'What follows the planting would come 92 days late');
  assert.deepEqual([early.urgency, open.urgency], ['soon', 'note']);
  assert.deepEqual(
    calls('2026-11-16', '2026-03-17'),
    [],
    'what went in in spring is another season',
  );
  assert.equal(calls('2027-04-28', '2026-11-29').length, 1, '150 days');
  assert.equal(calls('2027-04-29', '2026-11-29').length, 0, '151 days');
  const [unset] = calls(null, '2026-11-29');
  assert.match(said(unset), /from 29 Nov 2026, and no planting day is set/);
});

test('the air: nothing on a calm day, an hour to stop by, and stop now with all that is past', () => {
  const hours = (wind: number[]) =>
    wind.map((speed, i) => ({ ...anchor, wind: speed, hour: 7 + i }));
  const at = { ...anchor, hour: 7 };
  assert.equal(airCall(hours([1, 2, 3]), at), undefined);
  const later = airCall(hours([1, 4, 8]), at)!;
  assert.equal(said(later), 'Stop planting by 09:00 if this holds: wind passes 24 km/h.');
  assert.equal(said(later, 'us'), 'Stop planting by 09:00 if this holds: wind passes 15 mph.');
  assert.equal(why(later), 'Now 4 km/h, class normal; then 29 km/h');
  assert.equal(words(later.when), 'By 09:00');
  const now_ = airCall([], { ...at, wind: 9, humidity: 0.2, temperature: 31 })!;
  assert.equal(said(now_), 'Stop planting: heat, dry air, and wind past the limit.');
  assert.equal(why(now_, 'us'), 'Wind 20 mph, 88 °F, 20 % RH');
  const dry = airCall([{ ...anchor, humidity: 0.2, hour: 8 }], at)!;
  assert.equal(said(dry), 'Stop planting by 08:00 if this holds: dry air passes the limit.');
  assert.equal(
    airCall(hours([9, 1]), { ...at, hour: 8 }),
    undefined,
    'what is past does not count',
  );
});

test('a draft is called for two months before planting, and urgently a fortnight before', () => {
  const draft = { number: 3, trees: 4200 };
  const buried = { name: 'drain', setback: 3 };
  const calls = (today: string, hidden?: typeof buried) =>
    releaseCalls(draft, '2027-02-01', today, hidden, 'Silt Margin');
  assert.deepEqual(calls('2026-11-24'), []);
  const [soon] = calls('2026-12-10');
  assert.equal(said(soon), 'Release a layout for Silt Margin: planting begins in 53 days.');
  assert.deepEqual([soon.urgency, words(soon.when)], ['soon', '22 Jan']);
  assert.equal(why(soon), 'Version 3 is saved, 4\u202f200 trees');
  assert.equal(calls('2027-01-18')[0].urgency, 'stop');
  assert.equal(calls('2027-01-31')[0].say.figures.days, 1);
  assert.deepEqual(
    [words(calls('2027-01-22')[0].when), words(calls('2027-01-23')[0].when)],
    ['22 Jan', 'Late'],
  );
  assert.match(said(calls('2027-02-01')[0]), /planting begins today\.$/);
  assert.equal(
    said(calls('2027-02-02')[0]),
    'Release a layout for Silt Margin, or move its planting day: it was 1 Feb 2027.',
  );
  const [locate] = calls('2026-11-24', buried);
  assert.match(said(locate), /Have the drain on Silt Margin located and marked/);
  assert.equal(why(locate), '3 m are kept free each side; its owner decides');
  assert.equal(why(locate, 'us'), '9.8 ft are kept free each side; its owner decides');
});

test('a block that lives under what was asked is refilled, another is left', () => {
  const estimate = { estimate: 0.88, low: 0.84, high: 0.91 };
  const [call] = refillCalls(estimate, refill(estimate, 1000, 0.1, 9500), 'North Bench');
  assert.equal(
    said(call),
    'North Bench is 70 trees short: decide which places are filled, and order for them.',
  );
  assert.equal(why(call), '88 % alive, 880 living where 950 were asked for');
  assert.deepEqual(refillCalls(estimate, refill(estimate, 1000, 0.05, 9500), 'North Bench'), []);
});

test('what fits nowhere and what was handed over is said, one and many', () => {
  assert.deepEqual([nowhereCalls(0, 'A'), handedCalls(0, 'A')], [[], []]);
  assert.match(said(nowhereCalls(1, 'A')[0]), /^1 tree was planted by an earlier version on A/);
  assert.match(said(nowhereCalls(12, 'A')[0]), /^12 trees were planted/);
  assert.equal(said(handedCalls(2, 'A')[0]), '2 entries were handed to you on A.');
});

test('what must stop comes first, now before today before late before a day to come', () => {
  const call = (
    urgency: Call['urgency'],
    when: Call['when'],
    room: Call['room'] = 'stock',
  ): Call => ({
    ...{ urgency, when, room, block: 'b' },
    ...{ say: say('survival.nothingCounted'), action: say('action.openStock') },
  });
  const order = inOrder([
    call('note', say('when.open')),
    call('soon', say('when.late')),
    call('soon', say('when.day', { day: { day: '2026-12-01' } })),
    call('soon', say('when.today')),
    call('stop', say('when.byHour', { hour: '11:00' })),
    call('stop', say('when.now'), 'crew'),
  ]);
  assert.deepEqual(
    order.map(({ when }) => when.key),
    ['when.now', 'when.byHour', 'when.today', 'when.late', 'when.day', 'when.open'],
  );
  assert.deepEqual(
    flags(order),
    { crew: 1, stock: 4 },
    'what is only good to know carries no flag',
  );
});

test('a lot is suspected by its code, a tool by its name and soil', () => {
  const suspicion = {
    ...{ group: 'id-of-lot', fault: 'air-pocket', found: 9, looked: 60, plots: 11 },
    ...{ rest: { faulty: 4, looked: 200 } },
  };
  const said_ = (more: object) =>
    said(
      suspicionCalls(
        [{ ...suspicion, ...more }] as never,
        (id) => (id === 'id-of-lot' ? '17-B' : 'none'),
        'Haul Flat',
      )[0],
    );
  const [lot, tool] = [said_({ by: 'lot' }), said_({ by: 'tool', group: 'spade', soil: 'clay' })];
  assert.match(lot, /lot 17-B/);
  assert.match(tool, /spade/);
  assert.match(tool, /clay/);
  assert.doesNotMatch(tool, /lot/);
});

test('deliveries: asked about while nobody answered, told of when near, missed when they do not come', () => {
  const line = (more: Partial<CalledLine> = {}): CalledLine => ({
    ...{ nursery: 'Heath Nursery', species: 'alder', state: 'confirmed', came: false },
    ...{ deliverOn: '2026-11-24', toCome: 3000, ...more },
  });
  const calls = (lines: CalledLine[], today = '2026-11-24', planted?: string) =>
    deliveryCalls(lines, 'Haul Flat', today, planted);
  const [today, ...others] = calls([
    line(),
    line({ species: 'birch', toCome: 1 }),
    line({ nursery: '', toCome: 1, deliverOn: '2026-11-26' }),
  ]);
  assert.equal(
    said(today).replaceAll(/\s/g, ' '),
    'Make a place ready: Heath Nursery brings 3 001 trees for Haul Flat on 24 Nov.',
  );
  assert.equal(why(today), 'Ordered: alder, birch');
  assert.deepEqual([today.urgency, today.when.key], ['soon', 'when.today']);
  assert.deepEqual(
    others.map((call) => [said(call), call.urgency, call.when.key]),
    [
      [
        'Make a place ready: the nursery brings 1 tree for Haul Flat on 26 Nov.',
        'note',
        'when.day',
      ],
    ],
  );
  const [missed] = calls([line()], '2026-11-25');
  assert.match(said(missed), /^Ask Heath Nursery where 3\s000 trees for Haul Flat are: /);
  assert.deepEqual([missed.urgency, missed.when.key], ['soon', 'when.late']);
  const asked = line({ state: 'asked' });
  assert.match(said(calls([asked], '2026-10-27')[0]), /wanted on 24 Nov, not confirmed/);
  assert.deepEqual(
    [calls([asked], '2026-10-27'), calls([asked], '2026-11-25')].map(([call]) => call.when.key),
    ['when.today', 'when.late'],
  );
  assert.match(said(calls([line()], '2027-01-02')[0]), /come on 24 Nov 2026/);
  // Nothing is said too early, of what came, has no day, or was for places that are planted by now.
  for (const [lines, day, planted] of [
    [[asked], '2026-10-26'],
    [[line()], '2026-11-21'],
    [[line({ came: true })], '2026-11-25'],
    [[line({ toCome: 0 })], '2026-11-25'],
    [[line({ deliverOn: null })], '2026-11-25'],
    [[line()], '2026-11-25', '2026-11-24'],
  ] as const)
    assert.deepEqual(calls([...lines], day, planted), []);
  assert.equal(calls([line()], '2026-11-25', '2026-11-23').length, 1);
});
