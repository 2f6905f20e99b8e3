import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { hourText } from '../say/day';
import { hoursIn } from './forecast';
import { isOver, plantingSpells, shareByHours, spellsOf } from './hours';

const HOUR = 3_600_000;
const MIDNIGHT = Date.parse('2026-11-24T00:00:00Z');
const day = { begin: 7, end: 16, noon: 12, pause: 60 };
const at = (hour: number) => MIDNIGHT + hour * HOUR;
const spells = plantingSpells(day, at(6), MIDNIGHT);
const near = (found: number, said: number) =>
  assert.ok(Math.abs(found - said) < 1e-9, `${found} against ${said}`);

test('a day’s hours leave out noon and what stops planting; whoever comes late or leaves early has fewer', () => {
  near(hoursIn(spells), 8);
  near(hoursIn(plantingSpells(day, at(9), MIDNIGHT, [{ from: at(14), to: at(15) }])), 5);
  near(hoursIn(spellsOf(spells, MIDNIGHT, { from: 9.5 })), 5.5);
  near(hoursIn(spellsOf(spells, MIDNIGHT, { until: 12.5 })), 5);
  near(hoursIn(spellsOf(spells, MIDNIGHT, { from: 10, until: 14 })), 3);
  near(hoursIn(spellsOf(spells, MIDNIGHT, undefined)), 8);
  assert.deepEqual(spellsOf(spells, MIDNIGHT, { until: 6 }), []);
  assert.deepEqual([hourText(13.5), hourText(7), hourText(9.9999)], ['13:30', '7:00', '10:00']);
});

const rows = (count: number, trees: number) =>
  Array.from({ length: count }, (_, i) => ({ number: i + 1, left: trees, begun: false }));
/** Eighty a day of eight hours: ten an hour. */
const three = ['ann', 'bob', 'cid'].map((id) => ({ id, name: id, rate: 80 }));
const treesOf = (of: ReturnType<typeof shareByHours>) =>
  Object.fromEntries(of.shares.map(({ planter, trees }) => [planter, trees]));

test('for the day everybody gets what their hours allow, and the rest waits', () => {
  // Ann leaves at noon (five hours), Bob comes at two (two hours), Cid stays (eight): rows of ten trees.
  const own = new Map([
    ['ann', spellsOf(spells, MIDNIGHT, { until: 12 })],
    ['bob', spellsOf(spells, MIDNIGHT, { from: 14 })],
  ]);
  const today = shareByHours(rows(40, 10), three, spells, own, 'today');
  assert.deepEqual(treesOf(today), { ann: 50, bob: 20, cid: 80 });
  assert.equal(today.unshared, 40 - 15);
  // As much as they reach and no more: the same rows, all of them, end together where the day suffices.
  const enough = shareByHours(rows(9, 10), three, spells, own, 'block');
  assert.equal(enough.unshared, 0);
  assert.ok(treesOf(enough).ann <= 50 && treesOf(enough).bob <= 20);
});

test('for the day the pace of today counts, over several days the one of late', () => {
  // Ann has a slow day: half of what she sets.
  const slow = [{ ...three[0], today: 40 }, three[1], three[2]];
  const today = shareByHours(rows(40, 10), slow, spells, new Map(), 'today');
  assert.deepEqual(treesOf(today), { ann: 40, bob: 80, cid: 80 });
  const whole = shareByHours(rows(90, 10), slow, spells, new Map(), 'block');
  assert.deepEqual(treesOf(whole), { ann: 300, bob: 300, cid: 300 });
  // All of it today: so that all end together at the pace of today.
  const enough = shareByHours(rows(15, 10), slow, spells, new Map(), 'block');
  assert.deepEqual(treesOf(enough), { ann: 30, bob: 60, cid: 60 });
});

test('over several days what somebody misses puts off their end, and is made up with fewer rows', () => {
  const own = new Map([['ann', spellsOf(spells, MIDNIGHT, { until: 12 })]]);
  const whole = shareByHours(rows(90, 10), three, spells, own, 'block');
  assert.equal(whole.unshared, 0);
  const { ann, bob, cid } = treesOf(whole);
  assert.equal(ann + bob + cid, 900);
  // Three hours less are thirty trees less against each of the others, to a row.
  assert.ok(Math.abs((bob + cid) / 2 - ann - 30) <= 10, `${ann} ${bob} ${cid}`);
  const alike = treesOf(shareByHours(rows(90, 10), three, spells, new Map(), 'block'));
  assert.deepEqual(alike, { ann: 300, bob: 300, cid: 300 });
});

test('nobody is given for the day what their hours do not hold, whatever the hours', () => {
  const hours = fc.option(
    fc.record({ from: fc.integer({ min: 5, max: 16 }), stay: fc.integer({ min: 0, max: 9 }) }),
  );
  fc.assert(
    fc.property(
      fc.tuple(hours, hours, hours),
      fc.array(fc.integer({ min: 1, max: 60 }), { minLength: 1, maxLength: 40 }),
      (given, trees) => {
        const own = new Map(
          given.flatMap((one, i) =>
            one
              ? [
                  [
                    three[i].id,
                    spellsOf(spells, MIDNIGHT, { from: one.from, until: one.from + one.stay }),
                  ] as const,
                ]
              : [],
          ),
        );
        const open = trees.map((left, i) => ({ number: i + 1, left, begun: false }));
        const { shares, unshared } = shareByHours(open, three, spells, own, 'today');
        for (const { planter, trees: theirs } of shares)
          assert.ok(theirs <= 10 * hoursIn(own.get(planter) ?? spells) + 1e-6);
        const shared = shares.reduce((sum, share) => sum + share.rows.length, 0);
        assert.equal(shared + unshared, trees.length, 'every row is somebody’s or waits');
      },
    ),
    { seed: 24, numRuns: 200 },
  );
});

test('a day is over when its planting hours are, to the minute', () => {
  const end = { end: 16.5 };
  assert.equal(isOver(end, MIDNIGHT + 16.5 * 3_600_000 - 1, MIDNIGHT), false);
  assert.equal(isOver(end, MIDNIGHT + 16.5 * 3_600_000, MIDNIGHT), true);
});
