import assert from 'node:assert/strict';
import { test } from 'node:test';
import { say } from '../say/message';
import { words } from '../../src/lib/words';
import { bill, finishOfTasks, MATERIALS, type MaterialLine } from './materials';
import { schedule, type TaskRecord } from './schedule';
import { asStored, inPurchaseUnits, purchaseUnit } from './purchase';

const line = (more: Partial<MaterialLine>): MaterialLine => ({
  ...{
    key: 'compost',
    label: say('item.compost'),
    unit: 'm³',
    perTree: 0.005,
    arranged: 2,
    used: 1,
  },
  needed: { value: 10, kind: 'number', steps: [] },
  terms: { price: 40, pack: 5, onHand: 3, costShare: 0.5 },
  ...{ buy: 10, packs: 2, buyBy: null, cost: 400, own: 200 },
  ...more,
});
const near = (found: number, wanted: number, what: string) =>
  assert.ok(Math.abs(found - wanted) < wanted * 1e-3, `${what}: ${found} for ${wanted}`);

test('a bill in feet and pounds: amounts by the cubic yard, the price of one, the same money', () => {
  const shown = inPurchaseUnits(line({}), 'us');
  assert.equal(shown.unit, 'cu yd');
  // 1 cubic yard is 0.764555 m³: 10 m³ are 13.08 of them, and one costs 30.58 where a m³ costs 40.
  near(shown.needed.value, 13.0795, 'needed');
  near(shown.terms.price!, 30.582, 'price of one');
  near(shown.terms.pack, 6.5398, 'pack');
  near(shown.perTree, line({}).perTree * 1.30795, 'a tree');
  near(shown.needed.value * shown.terms.price!, 400, 'the same money');
  assert.deepEqual([shown.cost, shown.own, shown.packs], [400, 200, 2]);
  near(shown.terms.onHand + shown.used + shown.arranged, (3 + 1 + 2) * 1.30795, 'what is there');
});

test('each by its own measure: water by the gallon, fence by the foot, seed by the pound; a guard is a guard', () => {
  const unit = (key: string, of: string) => purchaseUnit({ key, unit: of }, 'us');
  near(1 / unit('water', 'm³').one, 264.172, 'gallons a cubic metre');
  near(1 / unit('fence', 'm').one, 3.28084, 'feet a metre');
  near(1 / unit('cover', 'kg').one, 2.20462, 'pounds a kilogram');
  near(1 / unit('herbicide', 'L').one, 0.264172, 'gallons a litre');
  assert.deepEqual(unit('guards', 'piece'), { unit: 'piece', one: 1 });
  assert.equal(inPurchaseUnits(line({}), 'metric').unit, 'm³');
});

test('what is typed in the reader’s units comes back as it was typed, whatever the line', () => {
  for (const { key, unit } of MATERIALS)
    for (const system of ['metric', 'us'] as const) {
      const typed = { onHand: 12.5, pack: 4, price: 7.25, costShare: 0.3 };
      const stored = asStored({ key, unit }, typed, system);
      const again = inPurchaseUnits(line({ key, unit, terms: stored }), system).terms;
      for (const part of ['onHand', 'pack', 'price', 'costShare'] as const)
        near(again[part]!, typed[part], `${key} ${part}`);
    }
  // An open price stays open.
  assert.equal(asStored({ key: 'compost', unit: 'm³' }, { price: null }, 'us').price, null);
});

test('how much of a material is asked for is said in the reader’s measures, on every line', () => {
  for (const { key, how } of MATERIALS) {
    const said = words(how, { system: 'us' });
    assert.doesNotMatch(said, /[{}]|\d ?(m|cm|mL|L|g|kg)\b/, `${key}: ${said}`);
    assert.doesNotMatch(words(how), /[{}]/, key);
  }
});

test('herbicide must be there for the first spraying that is still to come, whichever it is', () => {
  const ground = {
    ...{ trees: 500, toOrder: 500, rows: 10, perimeter: 300, perTree: {}, herbicide: 12 },
    ...{ granules: 0, works: {}, rippingHours: 0, rate: 400, behind: 0 },
  };
  const buyBy = (wanted: string[], records: TaskRecord[] = []) => {
    const tasks = schedule('2026-11-20', new Set(wanted), records, '2026-03-01');
    const { lines } = bill(ground, {}, finishOfTasks(tasks));
    return lines.find(({ key }) => key === 'herbicide')!.buyBy;
  };
  // Three weeks before each: 20 October of the year before, 6 May, 30 October.
  assert.equal(buyBy(['kill-1', 'kill-2', 'knockdown']), '2025-09-29');
  const first = { key: 'kill-1', doneOn: '2025-10-18' };
  assert.equal(buyBy(['kill-1', 'kill-2', 'knockdown'], [first]), '2026-04-15');
  assert.equal(buyBy(['knockdown']), '2026-10-09');
  assert.equal(buyBy(['kill-2', 'knockdown'], [{ key: 'kill-2', skipped: true }]), '2026-10-09');
  assert.equal(buyBy(['kill-1'], [first]), null, 'nothing is sprayed any more');
});
