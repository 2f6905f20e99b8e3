import { freeLetters } from './card';
import { words } from '../../src/lib/words';
import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { plantedBySpecies } from '../crew/planted';
import { needByLot, carryPlan, usualWeight, wantedOf, type CarryTerms } from './carry';
import { accountOfDay, tallyKey } from './reconcile';
import {
  bucketCounts,
  bucketShares,
  fit,
  gauge,
  ROOT_RULES,
  rootsAgainstTools,
  shoeVerdict,
} from './roots';
import type { StockEvent } from './ledger';

const bar = { id: 'b', name: 'Bar', kind: 'bar', depth: 0.27, width: 0.1, rate: 900 } as const;
const spade = {
  id: 's',
  name: 'Spade',
  kind: 'spade',
  depth: 0.35,
  width: 0.25,
  rate: 400,
} as const;
const auger = {
  id: 'a',
  name: 'Auger',
  kind: 'auger',
  depth: 0.4,
  width: 0.15,
  rate: 500,
} as const;

test('roots are twisted into an auger’s hole up to half as wide again, and into no other', () => {
  const wide = (spread: number, tool: Parameters<typeof fit>[1] = auger) =>
    fit({ length: 0.2, spread }, tool);
  assert.equal(wide(auger.width), 'fits');
  assert.equal(wide(auger.width * ROOT_RULES.twist), 'twisted', 'as wide as may be');
  assert.equal(wide(auger.width * ROOT_RULES.twist + 0.001), 'too-wide');
  assert.equal(wide(spade.width + 0.001, spade), 'too-wide');
});

test('a shoe is held against measured roots: how many reach deeper, what would take them', () => {
  const shoe = { ...bar, kind: 'machine', depth: 0.25, width: 0.1 } as const;
  // Twenty roots of 15 to 34 cm; with 1 cm free under the tips the shoe takes 24 cm: ten reach deeper.
  const sample = Array.from({ length: 20 }, (_, i) => ({ length: (15 + i) / 100 }));
  const verdict = shoeVerdict(sample, shoe);
  assert.deepEqual([verdict.sample, verdict.tooLong, verdict.setAside], [20, 10, 0]);
  assert.ok(Math.abs(verdict.open - 0.34) < 1e-9, 'the nineteenth, 33 cm, and a centimetre');
  assert.equal(verdict.trim, 0.24);
  // Nobody trims: they are set aside, and the shoe is what is left to change.
  const whole = shoeVerdict(sample, shoe, { ...ROOT_RULES, mayTrim: false });
  assert.deepEqual([whole.trim, whole.setAside, whole.open], [undefined, 10, verdict.open]);
  const deep = shoeVerdict(sample, { ...shoe, depth: 0.4 });
  assert.deepEqual([deep.tooLong, deep.trim, deep.setAside], [0, undefined, 0]);
});

test('a long-rooted sample is trimmed to the bar, the wide ones go to the spade', () => {
  const sample = [
    ...Array.from({ length: 71 }, () => ({ length: 0.31, spread: 0.08 })),
    ...Array.from({ length: 29 }, () => ({ length: 0.28, spread: 0.18 })),
  ];
  const plan = rootsAgainstTools(sample, [spade, bar]);
  assert.equal(words(plan.sentence), 'Trim to 26 cm; 71 % bar and 29 % spade.');
  assert.deepEqual(bucketCounts(plan.recommended, 1000), [710, 290, 0]);
  const untrimmed = plan.options.find(({ trim }) => trim === Infinity)!;
  assert.deepEqual([untrimmed.buckets, untrimmed.trimmed, untrimmed.cutShare], [[0, 100, 0], 0, 0]);
  // Nothing is cut: a thousand with the spade take a thousand times a tree's share of its day.
  assert.ok(Math.abs(untrimmed.labour - 1000 / spade.rate) < 1e-9, `${untrimmed.labour}`);
  const cutting = (ROOT_RULES.cutSeconds / 28_800) * 1000;
  const both = 710 / bar.rate + 290 / spade.rate;
  assert.ok(
    Math.abs(plan.recommended.labour - both - cutting) < 0.05,
    `${plan.recommended.labour}`,
  );
  const kept = rootsAgainstTools(sample, [bar], { ...ROOT_RULES, mayTrim: false });
  assert.equal(kept.options[0].labour, Infinity, 'nobody plants any');
  assert.equal(kept.options.length, 1);
  assert.match(words(kept.sentence), /^Trim nothing; 100 of 100 set aside/);
});

test('trees that no tool takes unharmed are set aside, not trimmed to a stump; an unknown spread is not 0', () => {
  const long = [0.5, 0.55, 0.6, 0.62, 0.58].map((length) => ({ length, spread: 0.06 }));
  const plan = rootsAgainstTools(long, [bar]);
  assert.match(words(plan.sentence), /set aside/);
  assert.doesNotMatch(words(plan.sentence), /100 % bar/);
  assert.ok(plan.options.every(({ worstCut }) => worstCut <= ROOT_RULES.mostCut + 1e-9));
  assert.equal(plan.recommended.harmed, 5);
  const unknown = rootsAgainstTools([{ length: 0.2 }, { length: 0.2, spread: 0.3 }], [bar]);
  assert.equal(unknown.spreadUnknown, 1);
  assert.deepEqual(
    unknown.recommended.buckets,
    [1, 1],
    'the wide one is set aside, the unmeasured not',
  );
  assert.equal(fit({ length: 0.2 }, bar), 'fits');
});

test('sorting: every tree in one bucket, nobody cut to a stump, the rule harms fewest', () => {
  const roots = fc.record({
    length: fc.integer({ min: 8, max: 60 }).map((n) => n / 100),
    spread: fc.integer({ min: 2, max: 40 }).map((n) => n / 100),
  });
  fc.assert(
    fc.property(
      fc.array(roots, { minLength: 1, maxLength: 40 }),
      fc.subarray([bar, spade, auger], { minLength: 1 }),
      fc.nat(5000),
      (sample, tools, trees) => {
        const plan = rootsAgainstTools(sample, tools);
        for (const option of plan.options) {
          assert.equal(
            option.buckets.reduce((a, b) => a + b),
            sample.length,
          );
          const shares = bucketShares(option);
          assert.equal(
            shares.reduce((a, b) => a + b),
            100,
          );
          assert.equal(
            bucketCounts(option, trees).reduce((a, b) => a + b),
            trees,
          );
          // Recount by hand: no tool takes the tree, cut where the cut does not spoil it, else whole.
          const byHand = sample.filter(({ length, spread }) => {
            const cut = Math.min(length, option.trim);
            const kept = (length - cut) / length > ROOT_RULES.mostCut + 1e-9 ? length : cut;
            return plan.tools.every(
              (tool) => !['fits', 'twisted'].includes(fit({ length: kept, spread }, tool)),
            );
          }).length;
          assert.equal(byHand, option.buckets[tools.length]);
          assert.equal(byHand, option.harmed);
          assert.ok(option.worstCut <= ROOT_RULES.mostCut + 1e-9, 'nobody is cut to a stump');
        }
        // Best: no other harms as few at as little labour and cuts as little, and one of these less.
        const beats = (a: (typeof plan.options)[0], b: (typeof plan.options)[0]) => {
          const pairs = (['harmed', 'labour', 'cutShare'] as const).map((key) => [a[key], b[key]]);
          return pairs.every(([x, y]) => x <= y) && pairs.some(([x, y]) => x < y);
        };
        for (const option of plan.options)
          assert.equal(option.best, !plan.options.some((other) => beats(other, option)));
        const fewest = Math.min(...plan.options.map(({ harmed }) => harmed));
        assert.ok(plan.recommended.harmed <= fewest + Math.round(sample.length / 50));
        assert.ok(plan.recommended.trim >= ROOT_RULES.keep);
      },
    ),
    { numRuns: 150 },
  );
});

test('the gauge says what is wrong and what to do about it', () => {
  const depth = { datum: 'collar' as const, least: 0, most: 3 };
  const say = (length: number, spread: number, tool: typeof bar | typeof auger, cover = 0) =>
    gauge({ length, spread }, tool, [bar, spade, auger], depth, cover);
  const long = say(0.3, 0.08, bar);
  assert.ok(!long.good);
  assert.equal(words(long.says), 'Root turns up: 30 cm in a 27 cm hole.');
  assert.equal(words(say(0.2, 0.05, auger).says), 'Fits: 20 cm to spare below, 5 cm each side.');
  assert.equal(words(long.then), 'Trim 4 cm, or take the spade.');
  // With no deeper tool: as long as enough is left of it, and it does not lose more than it bears.
  const alone = (length: number, hole: number) =>
    words(gauge({ length, spread: 0.08 }, { ...bar, depth: hole }, [], depth, 0).then);
  const aside = alone(0.5, 0.28);
  assert.doesNotMatch(aside, /[Tt]rim/, 'nearly half of it would go');
  assert.equal(alone(0.4, 0.28), 'Trim 13 cm.', 'a third may');
  assert.equal(alone(0.25, 0.21), 'Trim 5 cm.', '20 cm are left');
  assert.equal(alone(0.25, 0.2), aside, '19 cm would be');
  assert.match(words(long.says, { system: 'us' }), /11\.8 in in a 10\.6 in hole/);
  assert.match(words(say(0.2, 0.18, bar).says), /bunch: 18 cm wide in a 10 cm hole/);
  assert.match(words(say(0.2, 0.18, auger).then), /Twist it in/);
  assert.match(
    words(say(0.2, 0.08, bar, 0.05).says),
    /Too deep: 5 cm of soil over the collar; this method allows 3 cm/,
  );
  assert.ok(say(0.2, 0.08, bar).good);
});

const lots = [
  { lot: 'old', species: 0, onHand: 130, perBox: 50, weight: 0.1 },
  { lot: 'new', species: 0, onHand: 400, perBox: 100, weight: 0.1 },
  { lot: 'oak', species: 1, onHand: 90, perBox: 25, weight: 0.2 },
];

test('what to load: the older lot first, boxes in the order they are opened', () => {
  const crew = {
    planter: 'ann',
    rate: 200,
    rows: [
      { number: 4, runs: [0, 120, 1, 30], planted: 20 },
      { number: 5, runs: [0, 300], planted: 0 },
    ],
  };
  const { bagUps, trips, short } = carryPlan([crew], lots, 2, {
    bagLoad: 10,
    bagTrees: 300,
    trailerBoxes: 3,
    trailerLoad: 1000,
  });
  assert.deepEqual(short, [0, 0]);
  assert.deepEqual(
    bagUps.map(({ trees }) => trees.map(({ lot, count }) => `${count} ${lot}`)),
    [['100 old'], ['30 old', '10 new', '30 oak'], ['30 new']],
  );
  assert.deepEqual(
    trips.flatMap(({ boxes }) => boxes.map(({ lot, number }) => `${lot} ${number}`)).slice(0, 2),
    ['old 1', 'old 2'],
  );
  assert.ok(trips.every(({ boxes }) => boxes.length <= 3));
});

test('the last box of a lot holds what is left of it', () => {
  const [lot] = lots;
  const { trips } = carryPlan(
    [{ planter: 'ana', rate: 400, rows: [{ number: 1, runs: [0, 130], planted: 0 }] }],
    [{ ...lot, species: 0, onHand: 130, perBox: 50 }],
    1,
  );
  assert.deepEqual(
    trips.flatMap(({ boxes }) => boxes.map(({ trees }) => trees)).sort((a, b) => a - b),
    [30, 50, 50],
  );
});

test('carrying conserves trees: wanted = bagged + short, and no lot gives more than it has', () => {
  const run = fc.tuple(fc.nat(1), fc.integer({ min: 1, max: 60 }));
  const row = fc.array(run, { minLength: 1, maxLength: 4 });
  const crew = fc.record({ rate: fc.integer({ min: 1, max: 400 }), rows: fc.array(row) });
  const terms = fc.record<CarryTerms>({
    bagLoad: fc.double({ min: 0.05, max: 20, noNaN: true }),
    bagTrees: fc.integer({ min: 1, max: 300 }),
    trailerBoxes: fc.integer({ min: 1, max: 9 }),
    trailerLoad: fc.double({ min: 1, max: 200, noNaN: true }),
  });
  fc.assert(
    fc.property(fc.array(crew, { maxLength: 4 }), terms, (planters, limits) => {
      const crews = planters.map(({ rate, rows }, p) => ({
        planter: `p${p}`,
        rate,
        rows: rows.map((runs, r) => ({ number: r + 1, runs: runs.flat(), planted: r % 3 })),
      }));
      const { bagUps, trips, short } = carryPlan(crews, lots, 2, limits);
      const bagged = new Map<string, number>();
      for (const { trees } of bagUps)
        for (const { lot, count } of trees) bagged.set(lot, (bagged.get(lot) ?? 0) + count);
      for (const { lot, onHand } of lots) assert.ok((bagged.get(lot) ?? 0) <= onHand);
      const wanted = wantedOf(crews, 2);
      const of = (...keys: string[]) => keys.reduce((n, key) => n + (bagged.get(key) ?? 0), 0);
      assert.deepEqual([of('old', 'new') + short[0], of('oak') + short[1]], wanted);
      // Each bag is taken up when the trees of the ones before it are set.
      const setBy = new Map<string, number>();
      for (const { planter, at, trees } of bagUps) {
        const { rate } = crews.find((crew) => crew.planter === planter)!;
        const before = setBy.get(planter) ?? 0;
        if (!short.some((missing) => missing)) assert.ok(Math.abs(at * rate - before) < 1e-6);
        setBy.set(planter, before + trees.reduce((n, { count }) => n + count, 0));
      }
      const loaded = trips.flatMap(({ boxes }) => boxes);
      for (const { lot } of lots) {
        const own = loaded.filter((box) => box.lot === lot).reduce((n, { trees }) => n + trees, 0);
        assert.ok(own >= (bagged.get(lot) ?? 0), 'every tree in a bag came out of a loaded box');
      }
      for (const { boxes, weight } of trips) {
        assert.ok(boxes.length && boxes.length <= limits.trailerBoxes, 'no empty trip');
        const loadOf = boxes.reduce((n, box) => n + box.weight, 0);
        assert.ok(Math.abs(loadOf - weight) < 1e-9);
        // A box that is heavier than a load goes alone.
        assert.ok(weight <= limits.trailerLoad || boxes.length === 1, `${weight}`);
      }
      assert.ok(loaded.every(({ at }, i) => i === 0 || at >= loaded[i - 1].at));
    }),
  );
});

const entry = (id: string, kind: StockEvent['kind'], lot: string, count: number, hour: number) => ({
  id,
  kind,
  lot,
  count,
  at: `2026-11-24T${String(hour).padStart(2, '0')}:00:00Z`,
  planter: 'ann',
});

test('a day’s account: issued − returned − planted = missing, and the oldest lot is charged first', () => {
  const speciesOf = (lot: string) => (lot === 'oak' ? 'oak' : 'pine');
  const events = [
    entry('2', 'issue', 'new', 100, 9),
    entry('1', 'issue', 'old', 50, 7),
    entry('3', 'return', 'new', 10, 15),
    entry('4', 'lose', 'new', 2, 15),
  ];
  const tallied = new Map([
    [tallyKey('ann', 'pine'), 130],
    [tallyKey('ann', 'oak'), 5],
  ]);
  const account = accountOfDay(events, tallied, speciesOf);
  assert.deepEqual(
    account.lines.map(({ species, issued, returned, planted, lost, missing }) => [
      species,
      issued,
      returned,
      planted,
      lost,
      missing,
    ]),
    [
      ['pine', 150, 10, 130, 2, 8],
      ['oak', 0, 0, 5, 0, -5],
    ],
  );
  assert.deepEqual(
    account.toPost.map(({ lot, count }) => [lot, count]),
    [
      ['old', 50],
      ['new', 80],
    ],
  );
  assert.deepEqual(account.unexplained, [{ planter: 'ann', species: 'oak', count: 5 }]);
  const closed = [
    ...events,
    entry('5', 'plant', 'old', 50, 18),
    entry('6', 'plant', 'new', 80, 18),
  ];
  const again = accountOfDay([...closed, ...closed], tallied, speciesOf);
  assert.deepEqual(again.toPost, [], 'closed twice posts once');
  assert.equal(again.lines[0].missing, 8);
});

test('which species a planter set follows from where on the row the tally lies', () => {
  const rows = new Map([[1, [0, 10, 1, 5, 0, 10]]]);
  const tally = (id: string, planter: string, count: number, at: string) => ({
    id,
    row: 1,
    planter,
    count,
    at,
    corrects: null,
  });
  const counts = plantedBySpecies(
    rows,
    [
      tally('b', 'bo', 8, '2026-11-24T10:00:00Z'),
      tally('a', 'ann', 12, '2026-11-24T08:00:00Z'),
      tally('y', 'ann', 3, '2026-11-23T08:00:00Z'),
    ],
    ['pine', 'oak'],
    '2026-11-24T00:00:00Z',
    '2026-11-25T00:00:00Z',
  );
  assert.deepEqual(
    [...counts].sort(),
    [
      [tallyKey('ann', 'pine'), 7],
      [tallyKey('ann', 'oak'), 5],
      [tallyKey('bo', 'pine'), 8],
    ].sort(),
  );
  // Two tallies of one moment lie in the order of their ids, whichever is told first.
  const together = [tally('b', 'bo', 8, '2026-11-24T08:00:00Z')];
  together.push(tally('a', 'ann', 10, '2026-11-24T08:00:00Z'));
  for (const told of [together, together.toReversed()]) {
    const found = plantedBySpecies(rows, told, ['pine', 'oak'], '2026', '2027');
    assert.deepEqual(
      [found.get(tallyKey('ann', 'pine')), found.get(tallyKey('ann', 'oak'))],
      [10, undefined],
    );
  }
});

test('a card gets letters that no other has, the twenty-seventh species too', () => {
  assert.equal(freeLetters('Alder', []), 'A');
  assert.equal(freeLetters('Aspen', ['a']), 'AS');
  assert.equal(
    freeLetters('Alpine ash', ['A']),
    'AA',
    'the second word before the first one’s inside',
  );
  assert.equal(freeLetters('Aspen', ['A', 'AS']), 'AP');
  assert.equal(freeLetters('Érable', []), 'E');
  assert.equal(freeLetters('12', []), '');
  const taken: string[] = [];
  for (let i = 0; i < 1 + 26 * 26; i++) {
    const letters = freeLetters('Oak', taken);
    assert.match(letters, /^[A-Z]{1,2}$/);
    assert.ok(!taken.includes(letters), letters);
    taken.push(letters);
  }
  assert.equal(freeLetters('Oak', taken), '', 'then none is left');
});

test('a species’ need is shared among its lots in the order in which they go out, and never more than there is', () => {
  const lots = [
    { lot: 'old', species: 0, onHand: 300 },
    { lot: 'pine', species: 1, onHand: 50 },
    { lot: 'new', species: 0, onHand: 900 },
    { lot: 'owed', species: 1, onHand: -20 },
    { lot: 'stray', species: 7, onHand: 400 },
  ];
  assert.deepEqual(
    [...needByLot([700, 120], lots)],
    [
      ['old', 300],
      ['pine', 50],
      ['new', 400],
      ['owed', 0],
      ['stray', 0],
    ],
  );
  const sum = [...needByLot([5000, 0], lots).values()].reduce((total, one) => total + one, 0);
  assert.equal(sum, 1200);
});

test('a tree nobody weighed weighs by its years, and a plug by what it holds', () => {
  const grams = ['1', '1+0', '1+1', '2+0', '1+2', 'old'].map((age) =>
    Math.round(usualWeight('bare-root', age) * 1000),
  );
  assert.deepEqual(grams, [30, 30, 70, 70, 140, 70]);
  assert.ok(Math.abs(usualWeight('container', '', 0.2) - 0.25) < 1e-12);
});
