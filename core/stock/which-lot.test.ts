import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { lotsByThen, lotsInHand, type HandedOut } from './which-lot';

const HOUR = 3_600_000;
const at = (day: string, hour: number) => Date.parse(`${day}T00:00:00Z`) + hour * HOUR;
const out = (
  lot: string,
  day: string,
  hour: number,
  planter: string | null = 'ana',
): HandedOut => ({
  ...{ lot, species: 'oak', planter, day, at: at(day, hour) },
});
const row = (day: string, hour: number, planter: string | undefined = 'ana') => ({
  ...{ planter, day, at: at(day, hour) },
});

test('a row is of the lot that its planter had in the bag when it was done', () => {
  const lot = lotsInHand([
    out('old', '2026-11-20', 7),
    out('new', '2026-11-24', 7),
    out('bens', '2026-11-24', 7, 'ben'),
    { ...out('pine', '2026-11-24', 8), species: 'pine' },
  ]);
  assert.equal(lot('oak', row('2026-11-24', 15)), 'new');
  assert.equal(lot('oak', row('2026-11-24', 7)), 'new', 'from the moment it was handed out');
  assert.equal(lot('oak', row('2026-11-24', 15, 'ben')), 'bens');
  assert.equal(lot('oak', row('2026-11-24', 15, 'cy')), undefined, 'nobody gave Cy any');
  const nobody = { ...row('2026-11-24', 15), planter: undefined };
  assert.equal(lot('oak', nobody), undefined, 'nobody knows who planted it');
  assert.equal(lot('pine', row('2026-11-24', 15)), 'pine');
  assert.equal(lot('elm', row('2026-11-24', 15)), undefined);
  // Done before the bag of the day was filled: what was left of the day before, not of four days ago.
  assert.equal(lot('oak', row('2026-11-24', 6)), undefined);
  assert.equal(lot('oak', row('2026-11-21', 9)), 'old');
  assert.equal(lot('oak', row('2026-11-22', 9)), undefined);
  assert.equal(lot('oak', row('2026-11-25', 9)), 'new', 'the rest of yesterday’s bag');
});

test('of several lots in one bag nobody knows which; what the whole crew was given is everybody’s', () => {
  const two = lotsInHand([out('a', '2026-11-24', 7), out('b', '2026-11-24', 11)]);
  assert.equal(two('oak', row('2026-11-24', 10)), 'a', 'done before the second was handed out');
  assert.equal(two('oak', row('2026-11-24', 15)), undefined);
  const again = lotsInHand([out('a', '2026-11-24', 7), out('a', '2026-11-24', 11)]);
  assert.equal(again('oak', row('2026-11-24', 15)), 'a');
  const crew = lotsInHand([out('a', '2026-11-24', 7, null), out('b', '2026-11-24', 7, 'ben')]);
  assert.equal(crew('oak', row('2026-11-24', 15)), 'a');
  assert.equal(crew('oak', row('2026-11-24', 15, 'ben')), undefined, 'Ben had both');
});

test('trees are of a lot that was there when they went in, or was entered soon after, never of a refill’s', () => {
  const lot = (code: string, came?: number, liftedOn: string | null = null) => ({
    ...{ code, came, liftedOn },
  });
  const planted = { day: '2026-11-24', at: at('2026-11-24', 15) };
  const of = (...lots: ReturnType<typeof lot>[]) =>
    lotsByThen(lots, planted).map(({ code }) => code);
  const first = lot('first', at('2026-11-20', 9), '2026-11-18');
  const soon = lot('soon', at('2026-12-20', 9));
  assert.deepEqual(of(first, lot('refill', at('2027-11-20', 9), '2027-11-18')), ['first']);
  // Nobody entered that the first came: the refill's is no more likely for it.
  assert.deepEqual(of(lot('refill', at('2027-11-20', 9))), []);
  assert.deepEqual(of(lot('never', undefined, '2026-11-24'), lot('x', undefined, '2026-11-25')), [
    'never',
  ]);
  // What came was entered late, in the evening or after a month; beside one that had come it is another's.
  assert.deepEqual(of(soon, lot('late', at('2026-12-24', 16))), ['soon']);
  assert.deepEqual(of(first, soon, lot('never')), ['first']);
  assert.deepEqual(of(lot('noon', planted.at), soon), ['noon']);
});

test('property: a lot that is told was handed out by then, to that planter or to all', () =>
  fc.assert(
    fc.property(
      fc.array(
        fc.record({
          lot: fc.constantFrom('a', 'b'),
          day: fc.integer({ min: 20, max: 25 }),
          hour: fc.nat(23),
          planter: fc.constantFrom('ana', 'ben', null),
        }),
        { maxLength: 12 },
      ),
      fc.integer({ min: 20, max: 26 }),
      fc.nat(23),
      (drawn, day, hour) => {
        const all = drawn.map((one) => out(one.lot, `2026-11-${one.day}`, one.hour, one.planter));
        const when = row(`2026-11-${day}`, hour);
        const told = lotsInHand(all)('oak', when);
        const reach = all.filter((one) => one.planter !== 'ben' && one.at <= when.at);
        if (told) assert.ok(reach.some(({ lot }) => lot === told));
        // Where one lot alone was ever handed out on that very day, it is the one.
        const today = reach.filter((one) => one.day === when.day);
        if (today.length && new Set(today.map(({ lot }) => lot)).size === 1)
          assert.equal(told, today[0].lot);
      },
    ),
  ));
