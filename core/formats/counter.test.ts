import assert from 'node:assert/strict';
import { test } from 'node:test';
import { readCounter } from './counter';

const ZONE = 'Europe/Berlin';
const read = (lines: string[]) => readCounter(lines.join('\n'), ZONE);
const flat = (lines: string[]) => read(lines).pulses.map(({ at, count }) => [at, count]);

const refused = (text: string) => readCounter(text, ZONE);

test('a file of pulses with a leap, a step back or words is refused by its line', () => {
  assert.throws(
    () => refused('0,1\n4,9'),
    (e: Error) => /crew\.wheelLeap/.test(e.message),
  );
  assert.throws(() => refused('0,1\n4,2\n3,3'), /crew\.wheelBack/);
  assert.throws(() => refused('0,1\n4,x'), /crew\.wheelLine/);
  assert.throws(() => refused('0,1\nx,2'), /crew\.wheelLine/, 'one number of the two is no line');
  assert.throws(() => refused('0,1\n4,2,9'), /crew\.wheelLine/, 'nor are three');
  assert.throws(() => refused('0,1\n4,1.5'), /crew\.wheelLine/);
  assert.throws(() => refused('\n# nothing\n'), /crew\.wheelEmpty/);
});

test('a counter writes clocks, days with their time, milliseconds, or a time at every mark', () => {
  const wanted = [
    [0, 1],
    [3, 2],
    [6.5, 3],
  ];
  assert.deepEqual(flat(['0,1', '3,2', '6.5,3']), wanted);
  assert.deepEqual(flat(['0 1', '3 2', '6,5 3']), wanted);
  assert.deepEqual(flat(['Time (ms);Marks', '0;1', '3000;2', '6500;3']), wanted);
  assert.deepEqual(flat(['time,count', '07:12:03,1', '07:12:06,2', '07:12:09.5,3']), wanted);
  assert.deepEqual(flat(['7:12:03 AM,1', '7:12:06 AM,2', '7:12:09.5 AM,3']), wanted);
  assert.deepEqual(flat(['0:00', '0:03', '0:06.5']), wanted, 'a line a mark, on a stop-watch');
  assert.equal(read(['07:12:03,1', '07:12:06,2']).clock, 7 * 3600 + 12 * 60 + 3);
  assert.equal(read(['1:05:00 PM,1', '1:05:04 PM,2']).clock, 13 * 3600 + 300);
  assert.equal(read(['0:00:04,1', '0:00:07,2']).clock, undefined, 'no time of day');

  const began = Date.parse('2026-11-30T06:12:03Z');
  for (const lines of [
    ['2026-11-30 07:12:03,1', '2026-11-30 07:12:06,2', '2026-11-30 07:12:09.5,3'],
    ['2026-11-30;07:12:03;1', '2026-11-30;07:12:06;2', '2026-11-30;07:12:09,5;3'],
    ['30.11.2026 07:12:03\t1', '30.11.2026 07:12:06\t2', '30.11.2026 07:12:09,5\t3'],
    ['2026-11-30T06:12:03Z,1', '2026-11-30T06:12:06Z,2', '2026-11-30T06:12:09.5Z,3'],
    ['11/30/2026 7:12:03 AM', '11/30/2026 7:12:06 AM', '11/30/2026 7:12:09.5 AM'],
    [`${began / 1000},1`, `${began / 1000 + 3},2`, `${began / 1000 + 6.5},3`],
    [
      'Counter 7, left seat',
      'Date,Time,Speed km/h,Pulses,Slip',
      '2026-11-30,07:12:03,2.4,1,0',
      '2026-11-30,07:12:06,2.5,2,0',
      '2026-11-30,07:12:09.5,2.5,3,0',
    ],
  ]) {
    const found = read(lines);
    assert.deepEqual(flat(lines), wanted, lines[0]);
    assert.equal(found.began, began, lines[0]);
  }
  // Either the third of April or the fourth of March: whoever was there says which.
  const either = read(['3/4/2026 07:12:03,1', '3/4/2026 07:12:06,2']);
  assert.deepEqual([either.began, either.clock], [undefined, 25_923]);
  assert.equal(read(['4/4/2026 07:12:03,1', '4/4/2026 07:12:06,2']).began !== undefined, true);
});

test('a day goes over midnight', () => {
  assert.deepEqual(flat(['2026-11-30 23:59:58,1', '2026-12-01 00:00:02,2']), [
    [0, 1],
    [4, 2],
  ]);
});
