import assert from 'node:assert/strict';
import { test } from 'node:test';
import { clusterShare } from '../checks/clusters';
import { normalDeviate, seededRandom } from '../measure/random';
import {
  differs,
  evenness,
  handlingClass,
  stretchesOfRow,
  survivalBy,
  toldAsWhole,
  type CountedTree,
} from './groups';
import { wilson } from './interval';
import { bounds, kaplanMeier, logRank, solve } from './kaplan';
import { diedAlike, lifeCurve, passedOver, spansOf, type Span } from './between';
import { livesOf } from './life';
import { logistic, type Exposed, type Fitted } from './logistic';
import { cameBack, isAlive, isDead, sumMarks } from './marks';

test('poor and browsed trees live, gone ones do not, and a place never set is none', () => {
  assert.deepEqual(sumMarks('11pb0g--'), { set: 6, alive: 4, poor: 1, browsed: 1, gone: 1 });
  assert.ok(isAlive('b') && !isAlive('g') && isDead('0') && !isDead('-') && !isDead(undefined));
  assert.deepEqual(cameBack('10g0-', '1p10b'), [2, 3]);
  assert.deepEqual(cameBack('', '111'), []);
});

test('a tree dies by the count that finds it dead; one that lives again never died', () => {
  const lives = livesOf([
    { months: 6, marks: '110-0' },
    { months: 12, marks: '1001-' },
  ]);
  assert.deepEqual(
    [...lives],
    [
      [1, { after: 12, at: 12, died: false }],
      [2, { after: 6, at: 12, died: true }],
      [3, { after: 0, at: 6, died: true }],
      [4, { after: 12, at: 12, died: false }],
      [5, { after: 0, at: 6, died: true }],
    ],
  );
  const back = livesOf([
    { months: 6, marks: '0' },
    { months: 12, marks: '1' },
  ]);
  assert.deepEqual(back.get(1), { after: 12, at: 12, died: false });
  // Whoever looked at fewer trees the second time says nothing of the others.
  const shorter = livesOf([
    { months: 6, marks: '11' },
    { months: 12, marks: '1' },
  ]);
  assert.deepEqual(shorter.get(2), { after: 6, at: 6, died: false });
  const spans = spansOf(lives.values());
  assert.deepEqual(spans, [
    { after: 12, trees: 2 },
    { after: 6, by: 12, trees: 1 },
    { after: 0, by: 6, trees: 2 },
  ]);
  assert.ok(Math.abs(lifeCurve(spans).at(-1)!.survival - 2 / 5) < 1e-12);
  // Two counts of one month are one look, and a dead tree of the first weeks died in the first month.
  const looks = [
    { after: 11.7, at: 12.3, died: true },
    { after: 0, at: 0.3, died: true },
  ];
  assert.deepEqual(spansOf(looks), [
    { after: 11, by: 12, trees: 1 },
    { after: 0, by: 1, trees: 1 },
  ]);
});

test('a tree that a count passed over is shared out among the counts between, and not set at the last', () => {
  // Half of those looked at each time were dead by 6; whoever was looked at only at 12 died alike.
  const each: Span[] = [
    { after: 0, by: 6, trees: 50 },
    { after: 6, by: 12, trees: 25 },
    { after: 12, trees: 25 },
  ];
  const late: Span[] = [
    { after: 0, by: 12, trees: 75 },
    { after: 12, trees: 25 },
  ];
  const [half, quarter] = lifeCurve([...each, ...late]);
  assert.ok(Math.abs(half.survival - 0.5) < 1e-6 && Math.abs(quarter.survival - 0.25) < 1e-9);
  assert.ok(Math.abs(half.died - 100) < 1e-6 && Math.abs(half.atRisk - 200) < 1e-9);
  // At 12 two hundred trees tell, at 6 little more than the hundred that were looked at.
  const [alone] = lifeCurve(each);
  assert.ok(half.high - half.low > 0.85 * (alone.high - alone.low));
  assert.ok(quarter.high - quarter.low < 0.75 * (lifeCurve(each)[1].high - lifeCurve(each)[1].low));
  const { chance } = diedAlike([{ spans: each }, { spans: late }])!;
  assert.ok(chance > 0.9, `they died alike: ${chance}`);
});

test('groups that die alike are parted once in twenty seasons, however they were looked at; others are found', () => {
  const random = seededRandom('passed over');
  const one = (hazard: number, looks: number[]): Span => {
    const died = -Math.log(1 - random()) / hazard;
    const by = looks.find((at) => died <= at);
    const after = looks.filter((at) => at < (by ?? Infinity)).at(-1) ?? 0;
    return by === undefined ? { after, trees: 1 } : { after, by, trees: 1 };
  };
  const parted = (seasons: number, hazard: number) => {
    let found = 0;
    for (let season = 0; season < seasons; season++) {
      const mostly = Array.from({ length: 80 }, () =>
        one(
          0.03,
          [6, 12, 24].filter((at) => at === 24 || random() < 0.7),
        ),
      );
      const seldom = Array.from({ length: 80 }, () =>
        one(hazard, random() < 0.5 ? [24] : [6, 12, 24]),
      );
      const groups = [{ spans: mostly }, { spans: seldom }];
      if (diedAlike(groups, `season ${season}`)!.chance < 0.05) found++;
    }
    return found / seasons;
  };
  const [alike, twice] = [parted(160, 0.03), parted(60, 0.06)];
  assert.ok(alike > 0.01 && alike < 0.09, `${alike}`);
  assert.ok(twice > 0.8, `${twice}`);
});

test('curves that cannot be are refused, groups that died alike are not parted', () => {
  assert.throws(() => kaplanMeier(3, [{ at: 1, died: 4, lost: 0 }]), RangeError);
  const alike = { start: 100, times: [{ at: 6, died: 10, lost: 90 }] };
  assert.ok(Math.abs(logRank([alike, alike])!.statistic) < 1e-12);
  assert.equal(logRank([alike]), undefined);
  assert.equal(
    logRank([
      { start: 5, times: [] },
      { start: 5, times: [] },
    ]),
    undefined,
  );
  assert.deepEqual(
    solve(
      [
        [0, 2],
        [3, 1],
      ],
      [4, 5],
    ),
    [1, 2],
  );
  assert.equal(
    solve(
      [
        [1, 2],
        [2, 4],
      ],
      [1, 2],
    ),
    undefined,
  );
});

/** A block of rows that differ, each tree of one of four kinds. */
function block(
  seed: string,
  death: (kind: number, row: number) => number,
  spread = 0.06,
): CountedTree[] {
  const random = seededRandom(seed);
  return Array.from({ length: 16 }, (_, row) => {
    const of = (random() - 0.5) * spread;
    return Array.from({ length: 60 }, (__, peg): CountedTree => {
      const kind = Math.floor(random() * 4);
      return {
        ...{ row, peg, species: `s${kind}` },
        mark: random() < death(kind, row) + of ? '0' : '1',
      };
    });
  }).flat();
}

test('the kind that dies differently is told apart; of equal ones hardly ever one is', () => {
  const told = (trees: CountedTree[]) =>
    survivalBy(trees, ({ species }) => species, 80)
      .filter(({ apart }) => apart)
      .map(({ group }) => group);
  let [found, wrong, hits] = [0, 0, 0];
  for (let i = 0; i < 200; i++) {
    const lost = told(block(`lost ${i}`, (kind) => (kind === 2 ? 0.28 : 0.1)));
    if (lost.includes('s2')) found++;
    if (told(block(`same ${i}`, () => 0.12)).length) wrong++;
    hits += lost.length;
  }
  assert.ok(found > 190, `${found}`);
  assert.ok(wrong <= 16, `${wrong} of 200 blocks of equal kinds`);
  assert.ok(hits < 215, `${hits}: the others are not told apart because one kind is`);
  const [only] = survivalBy(
    block('one', () => 0.1),
    () => 'all',
    16,
  );
  assert.equal(only.apart, false);
  assert.ok(differs({ estimate: 0.5, worth: 100 }, { estimate: 0.5, worth: 100 }) > 0.999);
});

test('an hour in the air is found where it kills, with an interval that holds the truth', () => {
  const random = seededRandom('air');
  let held = 0;
  let false_ = 0;
  for (let i = 0; i < 120; i++) {
    const trees: Exposed[] = Array.from({ length: 18 }, (_, row) => {
      const luck = (random() - 0.5) * 0.5;
      return [0, 1, 2].map((hours): Exposed => {
        const wet = row % 3 === 0 ? 1 : 0;
        const p = 1 / (1 + Math.exp(-(-2.2 + 0.7 * hours + luck)));
        let died = 0;
        for (let tree = 0; tree < 24; tree++) if (random() < p) died++;
        return { cluster: `${row}`, values: [hours, wet], died, of: 24 };
      });
    }).flat();
    const [air, wet] = (logistic(['air', 'wet'], trees) as Fitted).effects;
    if (air.low <= Math.exp(0.7) && Math.exp(0.7) <= air.high) held++;
    if (wet.chance < 0.05) false_++;
  }
  assert.ok(held >= 108, `${held} of 120`);
  assert.ok(false_ <= 14, `${false_} of 120 where the wet edge did nothing`);
});

test('where all live, or none, the curve is where it is', () => {
  assert.deepEqual(bounds(1, 0), [1, 1]);
  assert.deepEqual(bounds(0, 0.1), [0, 0]);
});

test('too few deaths, or nothing that differs, give no figure and say why', () => {
  const few = logistic(
    ['air'],
    [
      { cluster: 'a', values: [0], died: 2, of: 400 },
      { cluster: 'b', values: [1], died: 3, of: 400 },
    ],
  );
  assert.deepEqual(few, { why: 'few', events: 5, needed: 10 });
  // Ten deaths an effect: twenty are enough for two of them, nineteen are not.
  const of = (died: number) =>
    logistic(
      ['air', 'wet'],
      Array.from({ length: 8 }, (_, i) => ({
        ...{ cluster: `${i}`, values: [i % 2, i < 4 ? 0 : 1], of: 100 },
        died: i === 7 ? died : 2 + (i % 2),
      })),
    );
  // Seven clusters hold 2 + 3 + 2 + 3 + 2 + 3 + 2 dead.
  assert.deepEqual(of(2), { why: 'few', events: 19, needed: 20 });
  assert.ok(!('why' in of(3)), 'twenty');
  const alike = logistic(
    ['air', 'wet'],
    [
      { cluster: 'a', values: [1, 0], died: 20, of: 40 },
      { cluster: 'b', values: [1, 1], died: 20, of: 40 },
    ],
  );
  assert.deepEqual(alike, { why: 'alike', name: 'air' });
  const together = logistic(
    ['air', 'minutes'],
    [0, 1, 2].map((v) => ({ cluster: `${v}`, values: [v, 2 * v], died: 15, of: 40 })),
  );
  assert.ok('why' in together && together.why === 'alike');
});

test('living stems of all groups add up to the living of all, and know rows without any of a group', () => {
  // Alder stands in rows 1 and 2 only, birch in all three.
  const stand = (row: number, species: string, marks: string) =>
    [...marks].map((mark, i) => ({ row, peg: i + 1, mark, species }));
  const trees = [
    ...[...stand(1, 'alder', '1110'), ...stand(1, 'birch', '110')],
    ...[...stand(2, 'alder', '11'), ...stand(2, 'birch', '1111')],
    ...stand(3, 'birch', '100110'),
  ];
  const found = survivalBy(trees, ({ species }) => species, Infinity);
  const of = (name: string) => found.find(({ group }) => group === name)!;
  assert.deepEqual(
    found.map(({ group }) => group),
    ['birch', 'alder'],
    'the worst first',
  );
  assert.ok(Math.abs(of('alder').stems.estimate - 5 / 19) < 1e-12);
  assert.ok(Math.abs(of('birch').stems.estimate - 9 / 19) < 1e-12);
  // Three clusters, the one without alder among them.
  const { low, high } = clusterShare([
    { hits: 3, of: 7 },
    { hits: 2, of: 6 },
    { hits: 0, of: 6 },
  ]);
  assert.deepEqual([of('alder').stems.low, of('alder').stems.high], [low, high]);
});

test('stems of rows that were drawn part by part add up to the living of the block as it is weighed', () => {
  const stand = (row: number, species: string, marks: string) =>
    [...marks].map((mark, i) => ({ row, peg: i + 1, mark, species }));
  const trees = [
    ...[...stand(1, 'alder', '1100'), ...stand(2, 'birch', '1000'), ...stand(2, 'alder', '10')],
    ...[...stand(11, 'birch', '11110'), ...stand(12, 'birch', '11111')],
  ];
  const part = (name: string, rows: number[], trees: number) => ({
    ...{ name, trees, rows: 6 },
    counts: rows.map((row) => ({ row, set: 1, alive: 1 })),
  });
  const parts = [part('wet', [1, 2], 100), part('dry', [11, 12], 900)];
  const found = survivalBy(trees, ({ species }) => species, Infinity, parts);
  const all = found.reduce((sum, { stems }) => sum + stems.estimate, 0);
  assert.ok(Math.abs(all - (0.1 * (4 / 10) + 0.9 * (9 / 10))) < 1e-12);
  const alder = found.find(({ group }) => group === 'alder')!;
  assert.ok(Math.abs(alder.stems.estimate - 0.1 * (3 / 10)) < 1e-12);
  // A tree counted in the wet part stands for ten, one in the dry part for ninety.
  const birch = found.find(({ group }) => group === 'birch')!;
  assert.ok(Math.abs(birch.estimate - (10 * 1 + 90 * 9) / (10 * 4 + 90 * 10)) < 1e-12);
  assert.deepEqual([birch.hits, birch.of, birch.clusters], [10, 14, 3], 'counted as it was');
  assert.ok(birch.low < birch.estimate && birch.high > birch.estimate);
  // Weighed or not, fourteen trees tell no more than fourteen do.
  const single = wilson(birch.estimate * 14, 14);
  assert.ok(
    birch.high - birch.low > 0.9 * (single.high - single.low),
    `${birch.low} to ${birch.high}`,
  );
  assert.ok(Math.abs(alder.estimate - 3 / 6) < 1e-12, 'one part alone needs no weights');
});

test('a group over parts that were looked at unequally has its interval round the truth', () => {
  const random = seededRandom('weighed groups');
  const [seasons, planters] = [300, 4];
  // Every tenth row is wet, and there half of them are counted, of the others a tenth.
  const lives = { wet: 0.4, dry: 0.9 };
  const truth = 0.1 * lives.wet + 0.9 * lives.dry;
  let [held, told, off] = [0, 0, 0];
  for (let season = 0; season < seasons; season++) {
    const trees: CountedTree[] = [];
    const counts = { wet: [] as number[], dry: [] as number[] };
    for (let row = 1; row <= 24; row++) {
      const part = row <= 8 ? 'wet' : 'dry';
      counts[part].push(row);
      const own = lives[part] + 0.04 * (random() - 0.5);
      for (let peg = 1; peg <= 60; peg++)
        trees.push({
          ...{ row, peg, species: 'oak', planter: `p${(row + Math.floor(peg / 16)) % planters}` },
          mark: random() < own ? '1' : '0',
        });
    }
    const part = (name: 'wet' | 'dry', rows: number) => ({
      ...{ name, rows, trees: rows * 60 },
      counts: counts[name].map((row) => ({ row, set: 60, alive: 1 })),
    });
    const parts = [part('wet', 16), part('dry', 144)];
    const found = survivalBy(trees, ({ planter }) => planter, 160, parts);
    if (found.some(({ apart }) => apart)) told++;
    for (const { low, high, estimate } of found) {
      if (low <= truth && high >= truth) held++;
      off += estimate - truth;
    }
  }
  assert.ok(Math.abs(off / seasons / planters) < 0.01, `off by ${off / seasons / planters}`);
  assert.ok(held / seasons / planters >= 0.9, `${held} of ${seasons * planters} hold`);
  assert.ok(told / seasons <= 0.07, `${told} of ${seasons} told apart`);
});

test('enough trees, but bare stretches: evenness says so', () => {
  const of = (marks: string, target = 0.12) => evenness([{ row: 1, marks }], 6, target);
  const even = of('1111111110'.repeat(6));
  assert.deepEqual(even, { stretches: 6, under: 0, pegs: 60, pegsUnder: 0, share: 0 });
  const bare = of('1'.repeat(40) + '0'.repeat(20));
  assert.deepEqual([bare.under, bare.stretches, bare.share], [2, 6, 1 / 3]);
  assert.deepEqual([of('-'.repeat(10)).stretches, of('-'.repeat(10)).share], [0, 0]);
  // Exactly as many as were asked for are enough: nine on ten pegs of 6 m² are 0.15 a square metre.
  assert.deepEqual([of('1111111110', 0.15).under, of('1111111110', 0.1501).under], [0, 1]);
  // The end of a row is ground too, and a row shorter than a stretch.
  const end = of('1'.repeat(10) + '0'.repeat(6));
  assert.deepEqual([end.stretches, end.under, end.pegsUnder, end.share], [2, 1, 6, 6 / 16]);
  assert.deepEqual([of('0000').stretches, of('0000').share], [1, 1]);
  // Two tagged trees say nothing of the ten places about them, nor of each other's ground.
  assert.equal(of('0--------------0----').stretches, 0);
});

test('rows are cut into stretches of ten with nothing left over, none shorter than half unless the row is', () => {
  for (let pegs = 1; pegs < 80; pegs++) {
    const stretches = stretchesOfRow(pegs);
    assert.equal(stretches[0][0], 0);
    assert.equal(stretches.at(-1)![1], pegs);
    stretches.forEach(([from, until], i) => {
      if (i) assert.equal(from, stretches[i - 1][1]);
      assert.ok(until - from < 15 && (until - from >= 5 || stretches.length === 1), `${pegs}`);
    });
  }
});

test('a circle is one piece of ground, over however many rows it lies', () => {
  // Two circles over rows 1 and 2: pegs 2 to 4 live but for one, pegs 5 to 7 are dead but for one.
  const marks = ['-110001-------------', '-111000-------------'];
  const rows = marks.map((own, i) => ({ row: i + 1, marks: own }));
  const found = evenness(rows, 6, 0.12, (_, peg) => (peg <= 4 ? 1 : 2));
  assert.deepEqual(found, { stretches: 2, under: 1, pegs: 12, pegsUnder: 6, share: 0.5 });
});

test('handling is told apart at what a root bears in its life', () => {
  assert.deepEqual(
    [0, 9.9, 10, 20, 20.1].map((minutes) => handlingClass(minutes).key),
    ['under', 'under', 'between', 'between', 'over'].map((name) => `handled.${name}`),
  );
});

test('a group of one row or a few is judged by what rows differ by anyway, and found where it is worse', () => {
  const random = seededRandom('one row');
  const seasons = 300;
  /** Seasons of eighteen rows that differ, so many of them planted with the spade; how the spade fares. */
  const of = (spades: number, worse: number) => {
    let [told, held, kept] = [0, 0, 0];
    for (let season = 0; season < seasons; season++) {
      const trees: CountedTree[] = [];
      for (let row = 1; row <= 18; row++) {
        const tool = row % 6 === 1 && row / 6 < spades ? 'spade' : 'bar';
        const logit = 1.6 - (tool === 'spade' ? worse : 0) + 0.6 * normalDeviate(random);
        const lives = 1 / (1 + Math.exp(-logit));
        for (let peg = 1; peg <= 150; peg++)
          trees.push({ row, peg, species: 'oak', tool, mark: random() < lives ? '1' : '0' });
      }
      const found = survivalBy(trees, ({ tool }) => tool, Infinity);
      const spade = found.find(({ group }) => group === 'spade')!;
      if (found.some(({ apart }) => apart)) told++;
      // The rate of rows like these, over many of them: 0.81.
      if (spade.low <= 0.81 && spade.high >= 0.81) held++;
      if (spade.clusters === spades) kept++;
    }
    assert.equal(kept, seasons);
    return { told: told / seasons, held: held / seasons };
  };
  for (const spades of [1, 2, 3]) {
    const { told, held } = of(spades, 0);
    assert.ok(told <= 0.08, `${spades} rows alike: ${told} told apart`);
    assert.ok(held >= 0.9, `${spades} rows alike: ${held} of the intervals hold`);
  }
  // 81 % live with the bar, 36 % with the spade.
  assert.ok(of(2, 2.2).told > 0.8, 'two rows');
  assert.ok(of(3, 2.2).told > 0.9, 'three rows');
});

test('a group that is all that was counted has the interval of the whole, any other its own', () => {
  const trees = (planter: string | undefined, row: number, alive: number): CountedTree[] =>
    Array.from({ length: 20 }, (_, i) => ({
      ...{ row, peg: i + 1, mark: i < alive ? '1' : '0', species: 'pine', planter },
    }));
  const whole = { low: 0.41, high: 0.97 };
  const told = (all: CountedTree[]) =>
    toldAsWhole(
      survivalBy(all, ({ planter }) => planter, 30),
      ...([whole, all.length] as const),
    );
  const [only] = told([...trees('a', 1, 15), ...trees('a', 2, 12)]);
  assert.deepEqual(
    [only.low, only.high, only.stems.low, only.stems.high],
    [0.41, 0.97, 0.41, 0.97],
  );
  assert.equal(only.estimate, 27 / 40);
  for (const other of ['b', undefined])
    for (const { low } of told([...trees('a', 1, 15), ...trees(other, 2, 12)]))
      assert.notEqual(low, 0.41, `beside ${other}`);
});

test('a dead tree is passed over where a count lies between the last sight of it and the find', () => {
  const spans: Span[] = [
    { after: 0, by: 6, trees: 5 },
    { after: 6, by: 12, trees: 4 },
    { after: 0, by: 12, trees: 3 },
    { after: 12, trees: 80 },
  ];
  assert.equal(passedOver(spans), 3);
  assert.equal(passedOver(spans.slice(0, 2)), 0);
});
