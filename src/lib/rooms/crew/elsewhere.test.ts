import assert from 'node:assert/strict';
import test from 'node:test';
import { filledOn, hoursElsewhere, sownDays, type SownDay } from './elsewhere.server';

const day = '2026-11-23';
const block = (id: string, planting: 'hand' | 'machine' = 'hand') => ({
  ...{ id, method: { hole: 'slit' }, calendarTerms: {} },
  conditions: {
    ...{ texture: 'loam', moisture: 'fresh', cover: 'bare', compacted: false, exposed: false },
    ...{ sloping: false, planting, stock: 'bare-root', browse: 'none' },
  },
});
const trees = (blockId: string, planted: number, more: Partial<SownDay> = {}): SownDay => ({
  ...{ blockId, released: true, into: 'open', planter: 'ann', day, planted },
  ...more,
});
const hours = (
  here: Parameters<typeof hoursElsewhere>[1],
  days: readonly SownDay[],
  blocks = [block('a'), block('b')],
) => {
  const planters = [{ id: 'ann', kind: 'planter', people: 1 }];
  const seen = { days, blocks, planters, tools: [], clocked: [], shares: new Map() };
  const found = hoursElsewhere('a', here, seen as unknown as Parameters<typeof hoursElsewhere>[2]);
  return found.get('ann')?.get(day) ?? 0;
};

test('of a day’s hours those belong elsewhere that went to other blocks, other versions, or other trees of the block', () => {
  const usual = 1 / hours('all', [trees('b', 1)]);
  assert.ok(usual > 10 && usual < 400, `${usual} an hour`);
  const near = (is: number, trees: number) => assert.ok(Math.abs(is - trees / usual) < 1e-9);
  const mixed = [
    trees('a', 100),
    trees('a', 30, { into: 'dead' }),
    trees('b', 50),
    trees('b', 10, { into: 'dead' }),
    trees('a', 7, { released: false }),
  ];
  // A dead place counts twice: it is looked for, and the dead tree is pulled.
  near(hours('all', mixed), 50 + 2 * 10 + 7);
  near(hours('open', mixed), 2 * 30 + 50 + 2 * 10 + 7);
  near(hours('dead', mixed), 100 + 50 + 2 * 10 + 7);
});

test('dead places are filled by hand, also where a machine plants the rest', () => {
  const blocks = [block('a'), block('b', 'machine')];
  const byHand = hours('all', [trees('b', 10, { into: 'dead' })]);
  assert.equal(hours('all', [trees('b', 10, { into: 'dead' })], blocks), byHand);
  assert.notEqual(hours('all', [trees('b', 20)], blocks), byHand);
});

test('trees of a refill are of the day of the site on which they were set', () => {
  const at = Date.UTC(2026, 10, 23, 23, 30);
  const stored = { ...trees('a', 3, { into: 'dead' }), day: null, at };
  const days = (zone: string) => sownDays([stored], zone);
  assert.deepEqual([...filledOn('a', days('Europe/Berlin')).keys()], ['2026-11-24']);
  assert.equal(filledOn('a', days('America/Los_Angeles')).get(day)?.get('ann'), 3);
  // Open places, other blocks and withdrawn versions are no refill of this one.
  const others = [trees('a', 5), trees('b', 2, { into: 'dead' })];
  others.push(trees('a', 2, { into: 'dead', released: false }));
  assert.equal(filledOn('a', others).size, 0);
});
