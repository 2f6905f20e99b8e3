import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { HAND_OR_MACHINE, intervalOf, machinePaysFrom, speedFor, treesAMinute } from './machine';
import { spacerTrial } from './trial-run';
import { binOf } from './bins';
import { MACHINE_TERMS, passPlan, turnOrder, type MachineRow } from './passes';

const near = (found: number, wanted: number, within = 1e-9) =>
  assert.ok(
    Math.abs(found - wanted) <= within * Math.max(1, Math.abs(wanted)),
    `${found} is not ${wanted}`,
  );

test('the wheel: interval with slip, and trees a minute at a speed', () => {
  near(intervalOf({ circumference: 5, marks: 2 }), 2.5);
  near(intervalOf({ circumference: 5, marks: 2 }, 0.04), 2.6);
  // 3 km/h at 2.5 m is 20 a minute, 1.5 km/h is 10.
  near(treesAMinute(3 / 3.6, 2.5), 20);
  near(treesAMinute(1.5 / 3.6, 2.5), 10);
  near(treesAMinute(speedFor(2.5, 10), 2.5), 10);
});

const wheel = { circumference: 5, marks: 2 };
const bounds = [-0.01, 0.02] as const;

test('a trial sets slip and marks: turned back by what the trees stood too far', () => {
  const gaps = [2.6, 2.58, 2.62, 2.6, 2.59, 2.61, 2.6, 2.6, 2.6];
  const trial = spacerTrial(gaps, [], wheel, 2.5, bounds);
  near(trial.slip.mean, 0.04, 1e-6);
  near(trial.markApart.value, 2.5 / 1.04, 1e-6);
  near(trial.slip.low, trial.gap.low / 2.5 - 1, 1e-12);
  near(trial.slip.high, trial.gap.high / 2.5 - 1, 1e-12);
  assert.ok(trial.slip.low < 0.04 && trial.slip.high > 0.04);
  // With the marks set so, the same slip gives what was wanted.
  near(intervalOf({ circumference: trial.markApart.value, marks: 1 }, trial.slip.mean), 2.5, 1e-9);
  // Student's t of 8 degrees of freedom is 2.306; the nine gaps spread by 0.01118.
  near((trial.gap.high - trial.gap.low) / 2, (2.306 * 0.01118) / 3, 1e-3);
  assert.deepEqual(trial.enough, { gaps: true, depths: false });
});

test('ten trees that differ much are not enough, and how many would be is said', () => {
  const gaps = [2.1, 2.9, 2.3, 2.8, 2.0, 3.0, 2.4, 2.7, 2.5];
  const trial = spacerTrial(gaps, [], wheel, 2.5, bounds);
  assert.equal(trial.enough.gaps, false);
  const half = (trial.gap.high - trial.gap.low) / 2;
  assert.ok(trial.wanted > 10);
  near(trial.wanted - 1, Math.ceil(9 * (half / 0.125) ** 2));
});

test('depths out of the method’s bounds are named tree by tree', () => {
  const gaps = [2.5, 2.5, 2.5];
  const depths = [0, 0.015, -0.04, 0.03];
  const trial = spacerTrial(gaps, depths, wheel, 2.5, bounds);
  assert.deepEqual(trial.outside, [3, 4]);
  near(trial.depth!.mean, 0.00125);
  assert.equal(trial.enough.depths, false);
  const one = spacerTrial(gaps, [0.01], wheel, 2.5, bounds);
  assert.equal(one.depth, undefined, 'one depth does not say how depths differ');
  const steady = spacerTrial(gaps, [0.005, 0.006, 0.005, 0.004, 0.005], wheel, 2.5, bounds);
  assert.equal(steady.enough.depths, true);
  // Known within a centimetre: half the width of Student's interval, four trees, ± d: t · 2d ÷ √(3 · 4).
  const known = (d: number) => spacerTrial(gaps, [d, -d, d, -d], wheel, 2.5, bounds).enough.depths;
  const edge = (0.01 / 3.182446305) * Math.sqrt(3);
  assert.deepEqual([known(edge * 0.99), known(edge * 1.01)], [true, false]);
});

test('the shoe is turned by what the mean lies beside the middle, and not while every tree is within', () => {
  const gaps = [2.5, 2.5, 2.5];
  const shoe = (depths: number[]) => spacerTrial(gaps, depths, wheel, 2.5, bounds).shoe;
  assert.deepEqual(shoe([0.02, 0.02, -0.01]), { kind: 'right' });
  assert.equal(shoe([0.05]), undefined);
  // Allowed are −1 to 2 cm, the middle is 5 mm: 4 cm under is 3.5 cm too deep.
  const deep = shoe([0.04, 0.05, 0.03])!;
  assert.equal(deep.kind, 'shallower');
  near('by' in deep ? deep.by : 0, 0.035);
  const high = shoe([-0.04, -0.05, -0.03])!;
  assert.equal(high.kind, 'deeper');
  near('by' in high ? high.by : 0, 0.045);
  assert.deepEqual(shoe([0.045, -0.035]), { kind: 'uneven' });
  // Half a centimetre is turned, less is not.
  assert.equal(shoe([0.041, -0.02])!.kind, 'shallower');
  assert.equal(shoe([0.039, -0.02])!.kind, 'uneven');
});

test('two gaps say nothing, and a gap of nothing is none', () => {
  assert.throws(() => spacerTrial([2.5, 2.5], [], wheel, 2.5, bounds), /crew\.fewGaps/);
  assert.throws(() => spacerTrial([2.5, 0, 2.5], [], wheel, 2.5, bounds), /crew\.noGap.*3/);
  assert.throws(
    () => spacerTrial([2.5, 2.5, 2.5], [], { circumference: 0, marks: 2 }, 2.5, bounds),
    /crew\.noWheel/,
  );
});

test('the machine pays from where its set-up is earned back', () => {
  const terms = { ...HAND_OR_MACHINE, byHand: 80, byMachine: 900 };
  const from = machinePaysFrom(terms).value;
  const cost = (trees: number) => ({
    hand: (trees / 80) * terms.handHour,
    machine: terms.setUp * terms.machineHour + (trees / 900) * terms.machineHour,
  });
  near(cost(from).hand, cost(from).machine);
  assert.ok(cost(from * 2).machine < cost(from * 2).hand);
  assert.ok(cost(from / 2).machine > cost(from / 2).hand);
  assert.equal(machinePaysFrom({ ...terms, byMachine: 100 }).value, Infinity);
  assert.throws(() => machinePaysFrom({ ...terms, byHand: 0 }), /crew\.noRate/);
});

/** Whether any order of so many passes has no step under `apart`. */
function possible(count: number, apart: number): boolean {
  const go = (last: number, open: Set<number>): boolean =>
    !open.size ||
    [...open].some((pass) => {
      if (last >= 0 && Math.abs(pass - last) < apart) return false;
      const rest = new Set(open);
      rest.delete(pass);
      return go(pass, rest);
    });
  return go(-1, new Set(Array.from({ length: count }, (_, i) => i)));
}

test('an order without a tight turn is found wherever there is one, against every order', () => {
  for (let apart = 1; apart <= 4; apart++)
    for (let count = 1; count <= 9; count++) {
      const order = turnOrder(count, apart);
      assert.deepEqual(
        [...order].sort((a, b) => a - b),
        Array.from({ length: count }, (_, i) => i),
      );
      const tight = order.slice(1).some((pass, i) => Math.abs(pass - order[i]) < apart);
      if (possible(count, apart)) assert.equal(tight, false, `${count} passes, ${apart} apart`);
    }
});

test('passes are taken in two halves of a group in turn, each beside the one before the last', () => {
  assert.deepEqual(turnOrder(40, 3).slice(0, 8), [0, 4, 1, 5, 2, 6, 3, 7]);
  assert.deepEqual(turnOrder(40, 2).slice(0, 6), [0, 3, 1, 4, 2, 5]);
});

test('long blocks: every pass once, no turn too tight, the ways between them short', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 12, max: 160 }),
      fc.integer({ min: 2, max: 4 }),
      (count, apart) => {
        const order = turnOrder(count, apart);
        assert.equal(new Set(order).size, count);
        const ways = order.slice(1).map((pass, i) => Math.abs(pass - order[i]));
        assert.ok(ways.every((way) => way >= apart));
        const mean = ways.reduce((a, b) => a + b, 0) / ways.length;
        assert.ok(mean < apart + 2, `${mean} passes aside on the mean`);
      },
    ),
    { seed: 4, numRuns: 120 },
  );
});

/** A whole row with a tree every 2.5 m. */
function rowOf(number: number, runs: number[]): MachineRow {
  const trees = runs.reduce((sum, value, i) => sum + (i % 2 ? value : 0), 0);
  return { ...{ number, from: 1, trees, first: 0, step: 2.5, runs }, length: 2.5 * (trees - 1) };
}
const rowsOf = (count: number, runs = [0, 40, 1, 20]): MachineRow[] =>
  Array.from({ length: count }, (_, i) => rowOf(i + 1, runs));

test('a pass: both rows, the seat on whose side each lies, the load in the order of planting', () => {
  const { passes } = passPlan(rowsOf(4), 3, 1, { ...MACHINE_TERMS, radius: 3 });
  assert.deepEqual(
    passes.map(({ rows, backwards }) => [rows, backwards]),
    [
      [[1, 2], false],
      [[3, 4], true],
    ],
  );
  // Forwards, with rows numbered to the right, the first row is on the left; backwards on the right.
  assert.deepEqual(
    passes.map(({ loads }) => loads.map(({ seat, row }) => [seat, row])),
    [
      [
        ['left', 1],
        ['right', 2],
      ],
      [
        ['left', 4],
        ['right', 3],
      ],
    ],
  );
  assert.deepEqual(passes[0].loads[0].changes, [{ at: 100, species: 1 }]);
  assert.deepEqual(passes[1].loads[0].runs, [1, 20, 0, 40]);
  assert.deepEqual(passes[1].loads[0].changes, [{ at: 50, species: 0 }]);
  const left = passPlan(rowsOf(2), 3, -1, MACHINE_TERMS).passes[0];
  assert.deepEqual(
    left.loads.map(({ seat, row }) => [seat, row]),
    [
      ['left', 2],
      ['right', 1],
    ],
  );
});

test('metres, hours and fuel add up; a wider turn is a longer one', () => {
  const terms = { ...MACHINE_TERMS, radius: 3 };
  const plan = passPlan(rowsOf(6), 3, 1, terms);
  near(plan.planting.value, 3 * 147.5);
  near(plan.turns.value, 2 * Math.PI * 3);
  near(plan.hours.value, (442.5 / terms.speed + (2 * Math.PI * 3) / terms.turning) / 3600);
  near(plan.fuel.value, (plan.hours.value * terms.fuel) / 1000);
  near(plan.fuel.steps[0].value * plan.fuel.steps[1].value, plan.fuel.value);
  // Passes 6 m apart and a turn of 3 m in radius fit a half circle; wider apart a straight piece joins it, nearer the
  // machine overshoots and reverses by a radius each way.
  const turned = (between: number, radius: number) =>
    passPlan(rowsOf(4), between, 1, { ...terms, radius, seats: 2 }).turns.value;
  near(turned(3, 3), Math.PI * 3);
  near(turned(5, 3), Math.PI * 3 + 4);
  near(turned(2, 3), Math.PI * 3 + 6);
  const wide = passPlan(rowsOf(24), 3, 1, { ...terms, radius: 8 });
  assert.ok(wide.passes.every(({ tight }) => !tight));
  assert.throws(() => passPlan(rowsOf(2), 3, 1, { ...terms, speed: 0 }), /crew\.noSpeed/);
  assert.throws(() => passPlan(rowsOf(2), 3, 1, { ...terms, radius: 99 }), /crew\.turnRadius/);
});

test('a bin that holds less than its row runs empty on the way: where, and whose', () => {
  // 200 trees at 2.5 m; the right row has a gap of 30 m after its 50th.
  const left = rowOf(1, [0, 200]);
  const right: MachineRow = {
    ...{ ...rowOf(2, [0, 200]), length: 525 },
    stretches: [0, 50, 152.5, 150],
  };
  const terms = { ...MACHINE_TERMS, radius: 3, bin: 90 };
  const [pass] = passPlan([left, right], 3, 1, terms).passes;
  // Left is empty first, at its 91st tree, and again 90 trees on; then the right, filled each time, lasts.
  assert.deepEqual(pass.stops, [
    { at: 90 * 2.5, seat: 'left', row: 1, peg: 90 },
    { at: 180 * 2.5, seat: 'left', row: 1, peg: 180 },
  ]);
  assert.equal(pass.refill, true);
  // Driven from the last pegs, with 89 left of the pass before: full bins would spare no stop.
  const [, back] = passPlan([rowOf(1, [0, 1]), { ...left, number: 2 }], 12, 1, {
    ...terms,
    seats: 1,
  }).passes;
  assert.deepEqual(
    back.stops.map(({ peg, at }) => [peg, at]),
    [
      [112, 222.5],
      [22, 447.5],
    ],
  );
  assert.equal(back.refill, false);
  const changes = passPlan([{ ...right, runs: [0, 60, 1, 140] }], 3, 1, { ...terms, seats: 1 });
  assert.deepEqual(changes.passes[0].loads[0].changes, [{ at: 152.5 + 10 * 2.5, species: 1 }]);
});

test('bins are filled before a pass they would not last, and never run empty within one that they hold', () => {
  fc.assert(
    fc.property(
      fc.array(fc.integer({ min: 1, max: 90 }), { minLength: 1, maxLength: 30 }),
      fc.constantFrom(1 as const, 2 as const),
      fc.integer({ min: 20, max: 300 }),
      (trees, seats, bin) => {
        const rows = trees.map((count, i) => rowOf(i + 1, [0, count]));
        const { passes } = passPlan(rows, 3, 1, { ...MACHINE_TERMS, seats, bin });
        const left = new Map<string, number>();
        for (const { refill, loads, stops } of passes) {
          if (refill) left.clear();
          // Tree by tree along the pass: nobody reaches into an empty bin, and no stop is for nothing.
          const ahead = [...stops];
          for (const [at, seat] of loads
            .flatMap((load) => load.along.map((metres) => [metres, load.seat] as const))
            .sort(([a], [b]) => a - b)) {
            if (ahead.length && at >= ahead[0].at - 1e-9) {
              assert.equal(left.get(ahead[0].seat) ?? bin, 0, 'whoever stops for it has none left');
              ahead.shift();
              left.clear();
            }
            const has = left.get(seat) ?? bin;
            assert.ok(has > 0, `a tree is missing at ${at}`);
            left.set(seat, has - 1);
          }
          assert.equal(ahead.length, 0);
          const most = Math.max(...loads.map((load) => load.trees));
          if (most <= bin) assert.equal(stops.length, 0, 'on the headland, not on the way');
          assert.ok(stops.length < Math.ceil(most / bin) + (refill ? 0 : 1));
        }
        assert.equal(passes[0].refill, true, 'nothing is planted from empty bins');
        const planted = passes
          .flatMap(({ loads }) => loads)
          .reduce((sum, load) => sum + load.trees, 0);
        assert.equal(
          planted,
          trees.reduce((a, b) => a + b, 0),
        );
      },
    ),
    { seed: 8, numRuns: 200 },
  );
});

test('a load goes into the bin from which its rider takes: the other side’s, until somebody says otherwise', () => {
  const bins = (terms: Parameters<typeof binOf>[1]) =>
    (['left', 'right', 'only'] as const).map((seat) => binOf(seat, terms));
  assert.deepEqual(bins({}), ['right', 'left', undefined]);
  assert.deepEqual(bins({ leftTakes: 'left' }), ['left', 'left', 'left']);
  assert.deepEqual(bins({ rightTakes: 'right' }), ['right', 'right', undefined]);
});
