import assert from 'node:assert/strict';
import { test } from 'node:test';
import { words as sentence } from '../../src/lib/words';
import type { Alone, AloneState } from './alone';
import {
  aloneCalls,
  boxCalls,
  handedCalls,
  noteCalls,
  nobodysCalls,
  nowhereCalls,
  unwatchedCalls,
  UNWATCHED_DAYS,
  waveCalls,
} from './calls';
import type { WaveState } from './waves';

const BLOCK = 'Low Field';

const alone = (state: AloneState, place: Alone['place'] = null): Alone & { name: string } => {
  const said = Date.UTC(2026, 10, 24, 9);
  return {
    ...{ planter: 'p', name: 'Ana', state, since: said, minutes: 45, place },
    last: { planter: 'p', kind: 'here', at: said, heardAt: said, minutes: 0, place: null },
    due: said + 45 * 60_000,
  };
};

test('whoever is well when working alone calls for nothing; who is missed or unheard stops the morning', () => {
  assert.deepEqual(aloneCalls([alone('well')], BLOCK), []);
  const [missed, silent, late] = aloneCalls(
    [alone('missed'), alone('silent'), alone('late')],
    BLOCK,
  );
  assert.deepEqual([missed.urgency, silent.urgency, late.urgency], ['stop', 'stop', 'soon']);
  assert.deepEqual(
    [missed.say.key, silent.say.key, late.say.key],
    ['crew.aloneMissed', 'crew.aloneSilent', 'crew.aloneLate'],
  );
});

test('the last place is said to five digits, a metre; where none is known that is said', () => {
  const at = Date.UTC(2026, 10, 24, 9, 5);
  const [call] = aloneCalls(
    [alone('missed', { longitude: 8.104221, latitude: -47.210338, at })],
    BLOCK,
  );
  assert.match(sentence(call.detail!), /-?−?47[.,]21034/);
  assert.match(sentence(call.detail!), /8[.,]10422/);
  const [lost] = aloneCalls([alone('silent')], BLOCK);
  assert.equal(lost.detail!.key, 'crew.aloneNoPlace');
});

test('whoever was never watched, or not for a week, is named; who was seen yesterday is not', () => {
  assert.deepEqual(unwatchedCalls([{ name: 'Ana', days: UNWATCHED_DAYS - 1 }], BLOCK), []);
  const [call] = unwatchedCalls(
    [
      { name: 'Ana', days: null },
      { name: 'Ben', days: 1 },
      { name: 'Chidi', days: UNWATCHED_DAYS },
    ],
    BLOCK,
  );
  assert.match(sentence(call.say), /Ana and Chidi/);
  assert.doesNotMatch(sentence(call.say), /Ben/);
});

test('a wave is called for by what is late, not by what waits, and says where to begin', () => {
  const wave = (late: number): WaveState => ({
    ...{ wave: 'guard', waiting: 120, done: 300, late, ahead: [] },
    hours: { value: 3, kind: 'number', steps: [] },
    next: [
      { row: 14, trees: 80, due: 0, late: late > 0 },
      { row: 15, trees: 40, due: 1, late: false },
    ],
  });
  assert.deepEqual(waveCalls([wave(0)], BLOCK, 60_000), []);
  const [call] = waveCalls([wave(80)], BLOCK, 60_000);
  assert.match(sentence(call.say), /80/);
  assert.match(sentence(call.detail!), /14/);
});

test('boxes that run dry by a day are summed, the first to run dry is said', () => {
  const rows = [
    { row: 4, boxes: 10, dry: '2026-07-09' },
    { row: 5, boxes: 12, dry: '2026-07-04' },
    { row: 6, boxes: 9, dry: '2026-07-20' },
    { row: 7, boxes: 8, dry: null },
  ];
  assert.deepEqual(boxCalls(rows, '2026-07-01', '2026-07-03', BLOCK), []);
  const [call] = boxCalls(rows, '2026-07-04', '2026-07-09', BLOCK);
  assert.match(sentence(call.say), /22/);
  assert.match(sentence(call.detail!), /5 is dry on 4 Jul/);
  const [past] = boxCalls(rows, '2026-07-05', '2026-07-09', BLOCK);
  assert.match(sentence(past.detail!), /5 has been dry since 4 Jul/);
});

test('notes, entries handed over and trees without a place: none, no call; some, their number', () => {
  assert.deepEqual(
    [noteCalls([], BLOCK), handedCalls(0, BLOCK), nowhereCalls(0, BLOCK)],
    [[], [], []],
  );
  const [noted] = noteCalls(
    [
      { row: 1, photo: true },
      { row: null, photo: false },
      { row: 9, photo: true },
    ],
    BLOCK,
  );
  assert.equal(noted.urgency, 'note');
  assert.match(sentence(noted.say), /3/);
  assert.match(sentence(noted.detail!), /2/);
  assert.match(sentence(handedCalls(4, BLOCK)[0].say), /4/);
  assert.match(sentence(nowhereCalls(17, BLOCK)[0].say), /17/);
  const [nobodys] = nobodysCalls(
    new Map([
      [183, 90],
      [184, 91],
      [186, 92],
    ]),
    BLOCK,
  );
  assert.match(sentence(nobodys.say), /Rows 183.184, 186 .* are nobody/);
  assert.match(sentence(nobodys.detail!), /273/);
  assert.deepEqual(nobodysCalls(new Map(), BLOCK), []);
});
