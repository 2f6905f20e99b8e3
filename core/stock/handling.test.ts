import assert from 'node:assert/strict';
import { test } from 'node:test';
import { say } from '../say/message';
import { words } from '../../src/lib/words';
import { handlingCalls } from './calls';
import {
  brokenBy,
  habitToShow,
  HANDLING_DAYS,
  HABITS,
  standingLooks,
  tallyHabits,
  type HandlingAudit,
  type Seen,
} from './handling';

const NOW = Date.UTC(2027, 0, 20, 8);
const DAY = 86_400_000;
let next = 0;
const look = (seen: Record<string, Seen>, more: Partial<HandlingAudit> = {}): HandlingAudit => ({
  ...{
    id: `look ${next++}`,
    at: new Date(NOW - DAY).toISOString(),
    lot: null,
    planter: null,
    seen,
  },
  ...more,
});
const names = { lot: (id: string) => `lot ${id}`, planter: (id: string) => `Planter ${id}` };
const said = (looks: HandlingAudit[]) =>
  handlingCalls(habitToShow(looks, NOW), names, 'North Bench').map((call) => [
    words(call.say),
    words(call.detail!),
  ]);

test('a look that was corrected says nothing any more, and one taken back leaves nothing', () => {
  const first = look({ moist: 'broken', shade: 'broken' });
  const right = look({ moist: 'kept' }, { corrects: first.id });
  const wrong = look({ shade: 'broken' });
  const back = look({}, { corrects: wrong.id });
  assert.deepEqual(standingLooks([first, right, wrong, back]), [right]);
  // A phone that comes back late: the correction arrives before what it corrects.
  assert.deepEqual(standingLooks([back, right, wrong, first]), [right]);
  const again = look({ moist: 'broken' }, { corrects: right.id });
  assert.deepEqual(standingLooks([first, right, again]), [again]);
});

test('habits by how often they are broken; what nobody looked at is left out', () => {
  const looks = [
    look({ moist: 'kept', shade: 'broken' }),
    look({ moist: 'broken', shade: 'broken' }),
    look({ moist: 'kept', 'one-out': 'kept' }),
  ];
  assert.deepEqual(
    tallyHabits(looks).map(({ habit, kept, broken }) => [habit.key, kept, broken]),
    [
      ['shade', 0, 2],
      ['moist', 2, 1],
      ['one-out', 1, 0],
    ],
  );
});

test('by planter and by lot only what was broken at theirs', () => {
  const looks = [
    look({ moist: 'broken' }, { planter: '4', lot: 'B-2' }),
    look({ moist: 'kept', shade: 'kept' }, { planter: '4' }),
    look({ moist: 'kept' }, { planter: '7', lot: 'B-2' }),
    look({ shade: 'broken' }),
  ];
  const byPlanter = brokenBy(looks, 'planter');
  assert.deepEqual([...byPlanter.keys()], ['4', '7']);
  assert.deepEqual(byPlanter.get('7'), []);
  const [moist] = byPlanter.get('4')!;
  assert.deepEqual([moist.habit.key, moist.kept, moist.broken], ['moist', 1, 1]);
  const [ofLot] = brokenBy(looks, 'lot').get('B-2')!;
  assert.deepEqual([ofLot.kept, ofLot.broken], [1, 1]);
});

test('one slip is a slip: a habit is shown again from two, and from a third of the looks', () => {
  const kept = () => look({ 'one-out': 'kept' });
  const broken = () => look({ 'one-out': 'broken' }, { planter: '4', lot: 'B-2' });
  assert.deepEqual(said([broken(), kept()]), []);
  assert.deepEqual(said([broken(), broken(), kept(), kept(), kept(), kept(), kept()]), []);
  assert.deepEqual(said([broken(), broken(), kept(), kept(), kept(), kept()]), [
    [
      'Show again at the boxes of North Bench: One tree out, bag closed again.',
      'bag left open, at 2 of 6 looks this week (Planter 4, lot B-2)',
    ],
  ]);
});

test('what is older than a week is history, and the habit that was broken most is named', () => {
  const old = { at: new Date(NOW - HANDLING_DAYS * DAY - 1).toISOString() };
  const moist = (more = {}) => look({ moist: 'broken' }, more);
  assert.equal(habitToShow([moist(old), moist()], NOW), undefined);
  const just = { at: new Date(NOW - HANDLING_DAYS * DAY + 1).toISOString() };
  assert.equal(habitToShow([moist(just), moist()], NOW)?.habit.key, 'moist');
  const shade = () => look({ shade: 'broken' });
  const shown = habitToShow([moist(), moist(), shade(), shade(), shade()], NOW)!;
  assert.deepEqual([shown.habit.key, shown.broken, shown.lots], ['shade', 3, []]);
  assert.match(
    said([shade(), shade()])[0][1],
    /2 looks this week$/,
    'nobody is named when nobody is known',
  );
});

test('every habit says why it matters, how it looks when broken, and has a key of its own', () => {
  assert.equal(new Set(HABITS.map(({ key }) => key)).size, HABITS.length);
  for (const { key } of HABITS) {
    const [kept, broken, why] = [
      say(`habit.${key}`),
      say(`habit.${key}.broken`),
      say(`habit.${key}.why`),
    ].map((said) => words(said));
    assert.ok(kept && why.endsWith('.'), key);
    assert.notEqual(kept.toLowerCase(), broken);
  }
});
