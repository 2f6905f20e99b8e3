import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { seededRandom } from '../measure/random';
import { evenness, stretchesOfRow, type CountedTree } from './groups';
import { isDead } from './marks';
import { notAgain, placesToFill, placesOfSum, refillNeed, refillStretches } from './refilling';

const filled = (marks: string, pegs: readonly number[]) =>
  [...marks].map((mark, i) => (pegs.includes(i + 1) ? '1' : mark)).join('');

test('a short stretch is filled in its widest gap; one that holds enough is left alone', () => {
  // Eight of ten asked for: seven live in the first stretch, nine in the second.
  const marks = '1110001111' + '1111111110';
  assert.deepEqual(placesToFill([{ row: 4, marks }], 1, 0.8), [{ row: 4, pegs: [5] }]);
  assert.deepEqual(placesToFill([{ row: 4, marks: '1111111111' }], 1, 0.8), []);
  // Everything asked for: every dead place, and nothing that nobody looked at.
  assert.deepEqual(placesToFill([{ row: 1, marks: '10-g1' }], 1, 1), [{ row: 1, pegs: [2, 4] }]);
});

test('after filling no stretch is short, nothing living is touched, and one tree less would be short', () => {
  fc.assert(
    fc.property(
      fc.array(fc.constantFrom('1', '1', '1', '0', 'g', 'p', 'b', '-'), {
        minLength: 1,
        maxLength: 67,
      }),
      fc.double({ min: 0.1, max: 1, noNaN: true }),
      (signs, target) => {
        const marks = signs.join('');
        const [{ pegs } = { pegs: [] as number[] }] = placesToFill([{ row: 1, marks }], 1, target);
        assert.ok(pegs.every((peg) => isDead(marks[peg - 1])));
        assert.equal(new Set(pegs).size, pegs.length);
        assert.equal(evenness([{ row: 1, marks: filled(marks, pegs) }], 1, target).under, 0);
        for (const left of pegs) {
          const fewer = filled(
            marks,
            pegs.filter((peg) => peg !== left),
          );
          const stretch = stretchesOfRow(marks.length).find(([, until]) => left <= until)!;
          const part = fewer.slice(...stretch);
          const looked = [...part].filter((mark) => mark !== '-').length;
          const alive = [...part].filter((mark) => '1pb'.includes(mark)).length;
          assert.ok(alive < looked * target - 1e-9);
        }
      },
    ),
    { seed: 5, numRuns: 400 },
  );
});

test('an order with nine chances in ten suffices nine times in ten, over seeded blocks', () => {
  const random = seededRandom('refill');
  let enough = 0;
  const seasons = 1500;
  for (let season = 0; season < seasons; season++) {
    const rows = Array.from({ length: 48 }, () => {
      const trees = 60 + Math.floor(random() * 60);
      const rate = 0.05 + 0.2 * random();
      let places = 0;
      for (let i = 0; i < trees; i++) if (random() < rate) places++;
      return { trees, places };
    });
    const drawn = rows.filter((_, i) => i % 6 === season % 6);
    const rest = rows.filter((_, i) => i % 6 !== season % 6);
    const { order, known } = refillNeed(
      drawn,
      rest.map(({ trees }) => trees),
      0.9,
    );
    const need = known + rest.reduce((sum, { places }) => sum + places, 0);
    if (order.value >= need) enough++;
  }
  const share = enough / seasons;
  assert.ok(share > 0.87 && share < 0.93, `${share}`);
});

test('with every row counted the order is what is known; nothing dead is nothing to order', () => {
  const all = [
    { places: 3, trees: 100 },
    { places: 9, trees: 90 },
  ];
  assert.equal(refillNeed(all, []).order.value, 12);
  assert.equal(refillNeed([{ places: 0, trees: 50 }], [50, 50]).order.value, 0);
  assert.equal(refillNeed([], [50]).order.value, 0);
});

test('a row that was looked at closely is filled as it is known, and foretells no other', () => {
  const drawn = [
    { places: 5, trees: 100 },
    { places: 7, trees: 100 },
    { places: 6, trees: 100 },
  ];
  const plain = refillNeed(drawn, [100, 100]);
  const wet = refillNeed([...drawn, { places: 90, trees: 100, beside: true }], [100, 100]);
  assert.deepEqual([wet.known, wet.expected], [plain.known + 90, plain.expected]);
  assert.equal(wet.order.value, plain.order.value + 90);
  assert.ok(refillNeed([...drawn, { places: 90, trees: 100 }], [100, 100]).expected > 50);
});

const trees = (zone: string, species: string, lives: number, of: number): CountedTree[] =>
  Array.from({ length: of }, (_, i) => ({
    row: 1 + (i % 6),
    peg: i,
    mark: (i * 37) % 100 < 100 * lives ? '1' : '0',
    ...{ zone, species },
  }));

test('what drowned is not planted again there, and is where it lived', () => {
  const found = notAgain(
    [
      ...trees('wet edge', 'Birch', 0.3, 200),
      ...trees('wet edge', 'Alder', 0.95, 200),
      ...trees('wet edge', 'Pine', 0.9, 12),
      ...trees('bank', 'Birch', 0.93, 200),
      ...trees('bank', 'Alder', 0.92, 200),
    ],
    60,
  );
  assert.deepEqual(
    found.map(({ zone, species, by }) => [zone, species, by?.species]),
    [['wet edge', 'Birch', 'Alder']],
  );
  assert.ok(Math.abs(found[0].lives - 0.3) < 0.02);
  assert.deepEqual(notAgain(trees('', 'Birch', 0.2, 100), 6), [], 'nothing to hold it against');
});

test('a card leads along the row: neighbours of one species together, metres from the row’s first peg', () => {
  const at = (peg: number) => (peg >= 1 && peg <= 40 ? 7.2 + 2.4 * (peg - 1) : undefined);
  const pegs = [
    { peg: 12, speciesId: 'birch' },
    { peg: 4, speciesId: 'pine' },
    { peg: 5, speciesId: 'pine' },
    { peg: 6, speciesId: 'birch' },
    { peg: 11, speciesId: 'birch' },
    { peg: 14, speciesId: 'birch' },
  ];
  assert.deepEqual(
    refillStretches(pegs, at).map(({ speciesId, from, to, at: metres }) => [
      speciesId,
      from,
      to,
      Math.round(10 * metres) / 10,
    ]),
    [
      ['pine', 4, 5, 7.2],
      ['birch', 6, 6, 12],
      ['birch', 11, 12, 24],
      ['birch', 14, 14, 31.2],
    ],
  );
  assert.deepEqual(refillStretches([], at), []);
  assert.equal(
    refillStretches([{ peg: 99, speciesId: 'pine' }], at)[0].at,
    0,
    'a peg the row has no more',
  );
});

test('a row counted as a sum is short of what was asked, of no more than died, and foretells others as any row', () => {
  // A tree each 4 m² and 2 000 wanted a hectare: 80 of 100 pegs.
  const short = (set: number, alive: number) => placesOfSum({ set, alive }, 4, 0.2);
  assert.deepEqual([short(100, 70), short(100, 80), short(100, 95)], [10, 0, 0]);
  assert.equal(placesOfSum({ set: 100, alive: 70 }, 4, 0.9), 30);
  const drawn = [
    { places: 5, trees: 100 },
    { places: 7, trees: 100, sum: true },
  ];
  const need = refillNeed(drawn, [100, 100]);
  assert.deepEqual([need.known, need.summed, need.expected], [5, 7, 12]);
  const marked = refillNeed([drawn[0], { places: 7, trees: 100 }], [100, 100]);
  assert.equal(need.order.value, marked.order.value);
  assert.equal(refillNeed(drawn, []).order.value, 12);
});
