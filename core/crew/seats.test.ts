import assert from 'node:assert/strict';
import { test } from 'node:test';
import { seededRandom } from '../measure/random';
import { isTold } from '../say/told';
import { MACHINE_TERMS, passPlan } from './passes';
import { sharePasses, shareSeats } from './seats';
import type { OpenRow, Rated } from './share';

const rider = (id: string, rate = 2500): Rated => ({ id, name: id, rate });
const [ana, ben, cy, dee] = ['Ana', 'Ben', 'Cy', 'Dee'].map((id) => rider(id));

/** Rows of so many trees each, as passes and as rows nobody has begun. */
function block(
  trees: readonly number[],
  begun: Record<number, [left: number, planter: string]> = {},
) {
  const { passes } = passPlan(
    trees.map((count, i) => ({
      ...{ number: i + 1, from: 1, trees: count, first: 0, length: 2 * count },
      ...{ step: 2, runs: [0, count] },
    })),
    3,
    1,
    MACHINE_TERMS,
  );
  const rows = trees.map((count, i): OpenRow => {
    const own = begun[i + 1];
    return own
      ? { number: i + 1, left: own[0], begun: true, planter: own[1] }
      : { number: i + 1, left: count, begun: false };
  });
  return { passes, rows };
}

test('of each pass the left rider has the row on the left of the way it is driven, the right one the other', () => {
  const { passes, rows } = block(Array.from({ length: 40 }, () => 100));
  const { shares } = shareSeats(passes, rows, [ana, ben]);
  const holder = new Map(
    shares.flatMap(({ planter, rows: own }) => own.map((row) => [row, planter])),
  );
  assert.equal(holder.size, 40, 'every row has a rider, none two');
  for (const { loads } of passes)
    for (const { seat, row } of loads)
      assert.equal(holder.get(row), seat === 'left' ? 'Ana' : 'Ben');
  assert.deepEqual(
    shares.map(({ trees }) => trees),
    [2000, 2000],
  );
  // Both are through when the machine is.
  assert.ok(shares.every(({ days }) => Math.abs(days - 2000 / 2500) < 1e-9));
});

test('two machines have whole passes each, side by side, the faster one more of them', () => {
  const { passes, rows } = block(Array.from({ length: 60 }, () => 100));
  const slow = [cy, dee].map(({ id }) => rider(id, 1250));
  const { shares, days } = shareSeats(passes, rows, [ana, ben, ...slow]);
  const trees = new Map(shares.map((share) => [share.planter, share.trees]));
  assert.equal(trees.get('Ana')! + trees.get('Ben')!, 2 * (trees.get('Cy')! + trees.get('Dee')!));
  assert.ok(Math.abs(days - 6000 / 7500) < 1e-9);
  const machine = rows.map(({ number }) =>
    shares.findIndex((share) => share.rows.includes(number)) < 2 ? 1 : 2,
  );
  assert.deepEqual(machine, [...machine].sort(), 'the first rows, then the rest');
});

test('a machine is as fast as its slower rider', () => {
  const { passes, rows } = block([100, 100, 100, 100]);
  assert.ok(Math.abs(shareSeats(passes, rows, [ana, rider('Ben', 1000)]).days - 400 / 2000) < 1e-9);
});

test('a row that is begun stays with whoever is in it; the other row of the pass is their neighbour’s', () => {
  const { passes } = block(Array.from({ length: 8 }, () => 100));
  const [first] = passes;
  const [left, right] = ['left', 'right'].map(
    (seat) => first.loads.find((one) => one.seat === seat)!.row,
  );
  // They have changed seats since: Ben is in the row of the left one.
  const { rows } = block(
    Array.from({ length: 8 }, () => 100),
    { [left]: [40, 'Ben'] },
  );
  const { shares } = shareSeats(passes, rows, [ana, ben]);
  const of = (id: string) => shares.find(({ planter }) => planter === id)!;
  assert.ok(of('Ben').rows.includes(left) && of('Ana').rows.includes(right));
  assert.equal(of('Ana').trees + of('Ben').trees, 740);
});

test('rows that are full go to nobody, a last row alone to the left seat', () => {
  const { passes, rows } = block([50, 50, 50], { 1: [0, 'Ana'], 2: [0, 'Ben'] });
  const { shares } = shareSeats(passes, rows, [ana, ben]);
  assert.deepEqual(
    shares.map(({ rows: own }) => own),
    [[3], []],
  );
});

test('an empty seat, nobody and a rate of nothing are refused', () => {
  const { passes, rows } = block([50, 50]);
  const refused = (riders: Rated[]) => {
    try {
      shareSeats(passes, rows, riders);
    } catch (error) {
      return isTold(error) ? error.said.key : String(error);
    }
  };
  assert.equal(refused([ana, ben, cy]), 'crew.ridersInPairs');
  assert.equal(refused([]), 'crew.noPlanters');
  assert.equal(refused([ana, rider('Ben', 0)]), 'crew.rateNotAboveZero');
});

test('whatever is begun and by whom, each row with places left has one rider and no tree is lost', () => {
  const random = seededRandom('seats');
  for (let round = 0; round < 300; round++) {
    const trees = Array.from(
      { length: 1 + Math.floor(random() * 30) },
      () => 1 + Math.floor(random() * 200),
    );
    const begun: Record<number, [number, string]> = {};
    for (let row = 1; row <= trees.length; row++)
      if (random() < 0.2)
        begun[row] = [
          Math.floor(random() * trees[row - 1]),
          ['Ana', 'Ben', 'Cy', 'Gone'][Math.floor(random() * 4)],
        ];
    const { passes, rows } = block(trees, begun);
    const riders = random() < 0.5 ? [ana, ben] : [ana, ben, cy, dee];
    const { shares } = shareSeats(passes, rows, riders);
    const given = shares.flatMap(({ rows: own }) => own).sort((a, b) => a - b);
    assert.deepEqual(
      given,
      rows.filter(({ left }) => left > 0).map(({ number }) => number),
      `round ${round}`,
    );
    assert.equal(
      shares.reduce((sum, share) => sum + share.trees, 0),
      rows.reduce((sum, { left }) => sum + left, 0),
    );
  }
});

test('before the passes are planned the same end is told as after', () => {
  const random = seededRandom('passes');
  for (let round = 0; round < 100; round++) {
    const trees = Array.from({ length: 1 + Math.floor(random() * 40) }, () =>
      Math.floor(20 + random() * 200),
    );
    const riders = [ana, rider('Ben', 1500), cy, rider('Dee', 2000)];
    const { passes, rows } = block(trees);
    assert.ok(
      Math.abs(sharePasses(trees, riders).finish.value - shareSeats(passes, rows, riders).days) <
        1e-9,
      `round ${round}`,
    );
  }
});

test('a class of volunteers plants whole passes by hand, and no rider sits beside it', () => {
  const { passes, rows } = block(Array.from({ length: 40 }, () => 100));
  const school = { ...rider('7b', 1250), kind: 'volunteers' as const };
  const { shares } = shareSeats(passes, rows, [ana, school, ben]);
  const of = (id: string) => shares.find(({ planter }) => planter === id)!;
  // Two seats set four times what the class does, passes being shared whole.
  assert.deepEqual([of('7b').trees, of('Ana').trees, of('Ben').trees], [800, 1600, 1600]);
  assert.equal(new Set(shares.flatMap(({ rows: own }) => own)).size, 40);
  for (const { rows: pair } of passes)
    assert.equal(
      pair.every((row) => of('7b').rows.includes(row)),
      pair.some((row) => of('7b').rows.includes(row)),
    );
});
