import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { parseNames, sameName } from './names';
import { paySheet, payTotals, rateOn, type PayInput, type PayRate } from './pay';

const MON = '2026-11-23';
const TUE = '2026-11-24';
const rate = (more: Partial<PayRate> = {}): PayRate => ({
  ...{ planter: 'ana', kind: 'piece', amount: 0.21, fromDay: '2026-01-01', at: 1 },
  ...more,
});
const input = (more: Partial<PayInput> = {}): PayInput => ({
  from: MON,
  to: TUE,
  trees: new Map([[MON, new Map([['ana', 805]])]]),
  hours: new Map([['ana', new Map([[MON, 7.5]])]]),
  checked: [],
  rates: [rate()],
  decisions: [],
  ...more,
});

test('piece work pays trees, hourly work hours, each to a whole hundredth', () => {
  const [line] = paySheet(input());
  // 805 × 0.21 = 169.05
  assert.equal(line.pay.value, 169.05);
  assert.equal(line.paidFor, 805);
  const [hourly] = paySheet(input({ rates: [rate({ kind: 'hour', amount: 17.35 })] }));
  // 7.5 × 17.35 = 130.125, half away from nothing
  assert.equal(hourly.pay.value, 130.13);
  assert.equal(hourly.paidFor, 7.5);
});

test('what checks would fail is shown both ways, and the leader decides which holds', () => {
  const checked = [
    { planter: 'ana', day: MON, good: 27, faulty: 3 },
    { planter: 'ben', day: MON, good: 0, faulty: 30 },
    { planter: 'ana', day: TUE, good: 0, faulty: 30 },
  ];
  const [all] = paySheet(input({ checked }));
  // 3 of 30 of 805 trees: 80.5, to whole trees 81.
  assert.equal(all.failing, 81);
  assert.equal(all.looked, 30);
  assert.equal(all.pay.value, 169.05);
  assert.equal(all.otherwise, 152.04);
  const decisions = [
    { planter: 'ana', day: MON, counts: true, at: 1 },
    { planter: 'ana', day: MON, counts: false, at: 5 },
    { planter: 'ana', day: TUE, counts: true, at: 9 },
  ];
  const [good] = paySheet(input({ checked, decisions }));
  assert.equal(good.pay.value, 152.04);
  assert.equal(good.otherwise, 169.05);
  assert.equal(good.paidFor, 724);
});

test('hours are paid whatever the checks say; a day of trees without hours still stands there', () => {
  const checked = [{ planter: 'ana', day: MON, good: 0, faulty: 10 }];
  const [line] = paySheet(
    input({
      checked,
      rates: [rate({ kind: 'hour', amount: 10 })],
      decisions: [{ planter: 'ana', day: MON, counts: false, at: 1 }],
    }),
  );
  assert.equal(line.pay.value, 75);
  const [unclocked] = paySheet(input({ hours: new Map() }));
  assert.equal(unclocked.clocked, false);
  assert.equal(unclocked.trees, 805);
});

test('a rate holds from its day on, a later word about the same day takes its place', () => {
  const rates = [
    rate({ amount: 0.2, fromDay: '2026-11-01' }),
    rate({ amount: 0.25, fromDay: TUE, at: 2 }),
    rate({ amount: 0.3, fromDay: TUE, at: 3 }),
    rate({ planter: 'ben', amount: 9, fromDay: MON }),
  ];
  assert.equal(rateOn(rates, 'ana', MON)?.amount, 0.2);
  assert.equal(rateOn(rates, 'ana', TUE)?.amount, 0.3);
  assert.equal(rateOn(rates, 'ana', '2026-10-31'), undefined);
  const [line] = paySheet(input({ rates: [] }));
  assert.deepEqual([line.kind, line.pay.value, line.paidFor], [null, 0, 0]);
  assert.equal(payTotals([line])[0].withoutRate, 1);
});

test('days outside are left out, and days that run backwards refused', () => {
  const trees = new Map(
    ['2026-11-22', MON, '2026-11-25'].map((day) => [day, new Map([['ana', 10]])] as const),
  );
  assert.deepEqual(
    paySheet(input({ trees, hours: new Map() })).map(({ day }) => day),
    [MON],
  );
  assert.throws(() => paySheet(input({ from: TUE, to: MON })), /crew\.payBackwards/);
});

test('hours, days and days without a rate add up by planter', () => {
  const hours = new Map([
    ['ana', new Map([[MON, 7.5], [TUE, 6.25]])],
    ['ben', new Map([[MON, 8]])],
  ]); // prettier-ignore
  const trees = new Map([[TUE, new Map([['ben', 40]])]]);
  const rates = [rate({ planter: 'ana', kind: 'hour', amount: 20 })];
  const totals = payTotals(paySheet(input({ trees, hours, rates })));
  const of = (planter: string) => {
    const { days, hours: worked, trees: set, withoutRate, pay } = totals.find((one) => one.planter === planter)!; // prettier-ignore
    return [days, worked, set, withoutRate, pay];
  };
  assert.deepEqual(of('ana'), [2, 13.75, 0, 0, 275]);
  assert.deepEqual(of('ben'), [2, 8, 40, 2, 0]);
});

test('what the other decision would pay adds up over the days too', () => {
  const trees = new Map([MON, TUE].map((day) => [day, new Map([['ana', 800]])] as const));
  const lines = paySheet(input({ trees, rates: [rate({ amount: 0.25 })] }));
  const [total] = payTotals(lines);
  const sum = lines.reduce((all, { otherwise }) => all + otherwise, 0);
  assert.ok(lines.length === 2 && lines.every(({ otherwise }) => otherwise > 0));
  assert.equal(total.otherwise, Math.round(sum * 100) / 100);
});

test('totals add up the lines as they are paid', () => {
  fc.assert(
    fc.property(
      fc.array(
        fc.record({
          planter: fc.constantFrom('ana', 'ben', 'chi'),
          day: fc.constantFrom(MON, TUE),
          trees: fc.integer({ min: 1, max: 3000 }),
        }),
        { minLength: 1, maxLength: 12 },
      ),
      fc.integer({ min: 1, max: 99_999 }),
      (entries, thousandths) => {
        const trees = new Map<string, Map<string, number>>();
        for (const { planter, day, trees: count } of entries)
          trees.set(day, (trees.get(day) ?? new Map<string, number>()).set(planter, count));
        const rates = ['ana', 'ben', 'chi'].map((planter) =>
          rate({ planter, amount: thousandths / 1000 }),
        );
        const lines = paySheet(input({ trees, hours: new Map(), rates }));
        const totals = payTotals(lines);
        const cents = (value: number) => Math.round(value * 100);
        assert.equal(
          totals.reduce((sum, { pay }) => sum + cents(pay), 0),
          lines.reduce((sum, { pay }) => sum + cents(pay.value), 0),
        );
        assert.equal(
          totals.reduce((sum, one) => sum + one.trees, 0),
          [...trees.values()].reduce(
            (sum, ofDay) => sum + [...ofDay.values()].reduce((a, b) => a + b, 0),
            0,
          ),
        );
        for (const { pay, trees: count } of lines)
          assert.ok(Math.abs(pay.value - (count * thousandths) / 1000) <= 0.005 + 1e-9);
      },
    ),
  );
});

test('names are read from lists, messages and tables', () => {
  assert.deepEqual(parseNames('1. Ana  Ruiz\n2) Ben\n• ben\n- Zoë'), ['Ana Ruiz', 'Ben', 'Zoë']);
  assert.deepEqual(parseNames('Ana; Ben,Chidi\tDúlce'), ['Ana', 'Ben', 'Chidi', 'Dúlce']);
  assert.deepEqual(parseNames(' \n12\n—\n3;4'), []);
  assert.deepEqual(parseNames('Planter 5\nPlanter 12'), ['Planter 5', 'Planter 12']);
  assert.equal(parseNames('x'.repeat(300))[0].length, 80);
  // A table of a sheet: the column of the names, not what stands beside it.
  assert.deepEqual(parseNames('Ana Ruiz\tspade\nBen Ode\tbar'), ['Ana Ruiz', 'Ben Ode']);
  assert.deepEqual(parseNames('1\tAna Ruiz\tspade\n2\tBen Ode\tbar'), ['Ana Ruiz', 'Ben Ode']);
  assert.deepEqual(parseNames('Name,Tool\nAna Ruiz,spade\nBen Ode,bar'), ['Ana Ruiz', 'Ben Ode']);
  assert.deepEqual(parseNames('Tool;Last name;First name\nbar;Ode;Ben'), ['Ben Ode']);
  assert.deepEqual(parseNames('Nombre\tApellidos\nAna\tRuiz'), ['Ana Ruiz']);
  assert.deepEqual(parseNames('Nombre\nAna\nBen'), ['Ana', 'Ben'], 'a heading is nobody');
  // The family's name first, line by line; two on one line are two.
  assert.deepEqual(parseNames('1. Ruiz, Ana\n2. Ode, Ben'), ['Ana Ruiz', 'Ben Ode']);
  assert.deepEqual(parseNames('Ana, Ben'), ['Ana', 'Ben']);
  assert.deepEqual(parseNames('Ana,Ben\nChi,Dora'), ['Ana', 'Ben', 'Chi', 'Dora']);
  assert.deepEqual(parseNames('Ana, Ben\nChi'), ['Ana', 'Ben', 'Chi']);
  // How somebody is reached is no part of their name.
  assert.deepEqual(
    parseNames('Ana Ruiz +1 (555) 010-4477\nBen Ode: 555 010 4478\nben@crew.example'),
    ['Ana Ruiz', 'Ben Ode'],
  );
  assert.equal(sameName('  ÁNA  ruiz '), sameName('Ána Ruiz'));
});
