import assert from 'node:assert/strict';
import { clusterSums } from './clusters';
import { test } from 'node:test';
import { seededRandom } from '../measure/random';
import { agreementOf, kappa, signChance } from './agreement';
import { changeOf, controlChart, daysOf, TOLD, type DayCluster } from './chart';
import { plotSums, type CheckedTree, type Fault } from './faults';
import {
  judgePlots,
  judgeUnanswered,
  suspicionsLeft,
  withoutAnswered,
  type ToldPlot,
} from './findings';
import { reworkStates, todosOf } from './outcome';
import { qualityByPlanter, type PlotRecord } from './quality';
import { beforeAndAfter, differenceOf, learnersOf, TRAINED } from './training';
import {
  againstTime,
  canHaveBoth,
  mendsFor,
  nextShown,
  sceneFor,
  standingsOf,
  TAUGHT,
  type Answer,
} from './trainer';
import { qualityCalls, reworkCalls, suspicionCalls } from './calls';

const day = (n: number) => `2026-11-${String(n).padStart(2, '0')}`;
const clusters = (hits: readonly number[], of = 10, from = 1): DayCluster[] =>
  hits.map((n, i) => ({ day: day(from + i), hits: n, of }));

test('a tree with two faults is one faulty tree; what is missing is none', () => {
  const tree = (...faults: Fault[]) => ({ faults });
  const sums = plotSums([
    tree(),
    tree('deep', 'loose'),
    tree('missing'),
    tree('surplus'),
    tree('loose', 'loose'),
  ]);
  assert.deepEqual(sums, {
    good: 1,
    faulty: 2,
    faults: { deep: 1, loose: 2, missing: 1, surplus: 1 },
  });
});

test('no day moves the limit that it is judged by', () => {
  const calm = clusters([0, 1, 0, 1, 0, 1, 0]);
  const wild = [...calm, { day: day(8), hits: 9, of: 10 }];
  const [last] = controlChart(wild).slice(-1);
  assert.ok(last.out);
  assert.ok(Math.abs(last.centre - 3 / 70) < 1e-12, 'its own ten trees are not in its line');
  // A single day with nothing beside it is its own line, and past no limit.
  const [alone] = controlChart(clusters([3]));
  assert.deepEqual([alone.centre, alone.share, alone.out], [0.3, 0.3, false]);
  // Beside days without a fault one fault is past the limit, beside days without a good tree one good tree.
  const against = (hits: number, base: number) => {
    const [point] = controlChart(
      [{ day: day(9), hits, of: 10 }],
      clusterSums(clusters([base, base, base])),
    );
    return [point.lower, point.upper, point.out];
  };
  assert.deepEqual(against(1, 0), [0, 0, true]);
  assert.deepEqual(against(0, 0), [0, 0, false]);
  assert.deepEqual(against(9, 10), [1, 1, true]);
  // Three standard errors of ten trees to either side of three in ten, and of three hundred.
  for (const of of [10, 300]) {
    const base = clusterSums(clusters([3, 3, 3], 10));
    const [point] = controlChart([{ day: day(9), hits: of / 2, of }], base);
    const half = 3 * Math.sqrt((0.3 * 0.7) / of);
    assert.ok(Math.abs(point.upper - (0.3 + half)) < 1e-12);
    assert.ok(Math.abs(point.lower - Math.max(0, 0.3 - half)) < 1e-12);
    assert.equal(point.out, of === 300);
  }
  // With few trees the limit is far, with many near.
  const upper = (of: number) =>
    controlChart([{ day: day(1), hits: 0, of }], clusterSums(calm))[0].upper;
  assert.ok(upper(5) > upper(20) && upper(20) > upper(200));
  assert.deepEqual(
    daysOf([...clusters([1, 2]), ...clusters([3], 4)]).map(({ hits, of }) => [hits, of]),
    [
      [4, 14],
      [2, 10],
    ],
  );
});

test('a change is dated where it was, and none is told of a steady planter', () => {
  const change = changeOf(clusters([0, 1, 0, 0, 1, 5, 4, 6, 5, 4]))!;
  assert.equal(change.day, day(6));
  assert.ok(change.from <= change.day && change.day <= change.to && change.chance <= 0.02);
  assert.deepEqual(
    [change.before, change.after],
    [
      { hits: 2, of: 50 },
      { hits: 24, of: 50 },
    ],
  );
  const random = seededRandom('steady');
  let told = 0;
  for (let i = 0; i < 200; i++) {
    const steady = clusters(
      Array.from(
        { length: 10 },
        () => Array.from({ length: 10 }, random).filter((x) => x < 0.1).length,
      ),
    );
    if (changeOf(steady)!.chance <= 0.05) told++;
  }
  assert.ok(told <= 18, `${told} of 200 steady ones`);
  assert.equal(changeOf(clusters([3])), undefined);
});

test('no change is given up that all orders together would have told', () => {
  // Of 999 orders 45 show one as great: near the limit a guess from the first of them falls on either side.
  for (const hits of [
    [0, 0, 0, 1, 2, 4, 4, 3],
    [1, 1, 0, 2, 2, 4, 3, 4],
    [0, 0, 0, 2, 4, 4, 1, 3],
    [0, 0, 1, 2, 3, 4, 3, 4],
  ])
    assert.ok(Math.abs(changeOf(clusters(hits))!.chance - 0.046) < 1e-9);
  // And one that is none is known to be none, with its chance above the limit.
  const none = changeOf(clusters([3, 1, 4, 1, 5, 2, 6, 3]))!;
  assert.ok(none.chance > TOLD);
});

test('kappa: no more than chance is 0, always the same is 1, one column is nothing', () => {
  assert.ok(
    Math.abs(
      kappa([
        [25, 25],
        [25, 25],
      ])!.estimate,
    ) < 1e-12,
  );
  assert.equal(
    kappa([
      [20, 0],
      [0, 5],
    ])!.estimate,
    1,
  );
  assert.equal(
    kappa([
      [20, 0],
      [0, 0],
    ]),
    undefined,
  );
  assert.equal(
    kappa([
      [0, 0],
      [0, 0],
    ]),
    undefined,
  );
  assert.equal(signChance(0, 0), 1);
  assert.ok(Math.abs(signChance(0, 6) - 2 / 64) < 1e-12);
  assert.ok(Math.abs(signChance(2, 8) - (2 * (1 + 10 + 45)) / 1024) < 1e-12);
});

test('kappa’s interval holds its value as often as it says', () => {
  const random = seededRandom('kappa');
  // Both see the same with 0.9; a fifth is faulty: kappa by hand from the shares.
  const shares = [
    [0.76, 0.06],
    [0.04, 0.14],
  ];
  const [r, c] = [0.82, 0.8];
  const chance = r * c + (1 - r) * (1 - c);
  const truth = (0.9 - chance) / (1 - chance);
  let held = 0;
  for (let i = 0; i < 1000; i++) {
    const table = [
      [0, 0],
      [0, 0],
    ];
    for (let n = 0; n < 250; n++) {
      const u = random();
      if (u < shares[0][0]) table[0][0]++;
      else if (u < 0.82) table[0][1]++;
      else if (u < 0.86) table[1][0]++;
      else table[1][1]++;
    }
    const { low, high } = kappa(table)!;
    if (low <= truth && truth <= high) held++;
  }
  assert.ok(held > 920 && held < 980, `${held}`);
});

test('the days between which a change lies hold it as often as they say, plots alike or not', () => {
  for (const unlike of [0, 0.8]) {
    const random = seededRandom(`changes ${unlike}`);
    let [found, held, width] = [0, 0, 0];
    for (let season = 0; season < 250; season++) {
      const change = 4 + Math.floor(random() * 6);
      const plots = Array.from({ length: 48 }, (_, i): DayCluster => {
        const on = 1 + Math.floor(i / 4);
        const rate = (on < change ? 0.05 : 0.16) * (1 + unlike * (random() < 0.5 ? -1 : 1));
        const hits = Array.from({ length: 8 }, () => random()).filter((u) => u < rate).length;
        return { day: day(on), hits, of: 8 };
      });
      const told = changeOf(plots, `${season}`)!;
      if (told.chance > 0.05) continue;
      found++;
      width += 1 + Number(told.to.slice(8)) - Number(told.from.slice(8));
      if (told.from <= day(change) && day(change) <= told.to) held++;
    }
    assert.ok(found > 120, `${found} found`);
    assert.ok(held / found >= 0.94, `${held} of ${found} intervals hold`);
    assert.ok(width / found < 7, `${width / found} days wide`);
  }
});

test('two looks are held against each other tree by tree', () => {
  const tree = (peg: number, ...faults: Fault[]): CheckedTree => ({ row: 1, peg, faults });
  const found = agreementOf([
    {
      first: [tree(1), tree(2, 'deep'), tree(3, 'leaning'), tree(4), tree(9)],
      second: [tree(1), tree(2, 'deep'), tree(3), tree(4, 'leaning'), tree(5, 'missing')],
    },
  ]);
  assert.deepEqual([found.trees, found.same], [4, 2]);
  assert.deepEqual([found.onlyFirst, found.onlySecond], [1, 1]);
  assert.deepEqual(found.differ, [{ fault: 'leaning', first: 1, second: 1 }]);
  // What they differ in most is told first, whoever of them saw it.
  const { differ } = agreementOf([
    {
      first: [tree(1, 'deep'), tree(2), tree(3), tree(4), tree(5, 'loose'), tree(6, 'loose')],
      second: [
        tree(1),
        tree(2, 'leaning'),
        tree(3, 'leaning'),
        tree(4, 'leaning'),
        tree(5),
        tree(6),
      ],
    },
  ]);
  assert.deepEqual(differ, [
    { fault: 'leaning', first: 0, second: 3 },
    { fault: 'loose', first: 2, second: 0 },
    { fault: 'deep', first: 1, second: 0 },
  ]);
});

/** Planters with plots of eight; what is faulty is said by who, tool and soil. */
function season(
  faultyOf: (
    planter: number,
    tool: string,
    soil: string,
    k: number,
  ) => Partial<Record<Fault, number>>,
): ToldPlot[] {
  return Array.from({ length: 6 * 16 }, (_, i): ToldPlot => {
    const planter = i % 6;
    const k = Math.floor(i / 6);
    const [tool, soil] = [k % 2 ? 'Bar' : 'Spade', k % 4 < 2 ? 'clay' : 'loam'];
    const faults = faultyOf(planter, tool, soil, k);
    const faulty = Object.values(faults).reduce((a, b) => a + b, 0);
    return {
      ...{ id: `${i}`, planter: `p${planter}`, tool, soil, faults, faulty },
      ...{ good: 8 - faulty, at: '2026-11-24T09:00:00Z' },
    };
  });
}
const little = (k: number, planter: number): Partial<Record<Fault, number>> =>
  (k * 5 + planter * 3) % 11 === 0 ? { leaning: 1 } : {};

test('a tool that leaves air in clay is found, whoever plants, and no planter pays for it', () => {
  const { planters, suspicions } = judgePlots(
    season((planter, tool, soil, k) =>
      tool === 'Bar' && soil === 'clay'
        ? { 'air-pocket': planter === 1 ? 4 : 2 }
        : little(k, planter),
    ),
  );
  assert.deepEqual(
    suspicions.map(({ by, group, soil, fault }) => [by, group, soil, fault]),
    [['tool', 'Bar', 'clay', 'air-pocket']],
  );
  assert.deepEqual(
    planters.filter(({ outOfLine }) => outOfLine),
    [],
  );
});

test('about a tool that something was done about the plots since then tell', () => {
  const airy = season((planter, tool, soil, k) =>
    tool === 'Bar' && soil === 'clay' ? { 'air-pocket': 2 } : little(k, planter),
  );
  const { suspicions } = judgePlots(airy);
  const settled = { by: 'tool', group: 'Bar', soil: 'clay', fault: 'air-pocket' } as const;
  const [before, after] = ['2026-11-24T08:00:00Z', '2026-11-25T08:00:00Z'].map(Date.parse);
  const left = (plots: ToldPlot[], ...done: Parameters<typeof suspicionsLeft>[2]) =>
    suspicionsLeft(plots, judgePlots(plots).suspicions, done).map(({ group, looked }) => [
      group,
      looked,
    ]);
  const all = suspicions[0].looked;
  assert.deepEqual(left(airy), [['Bar', all]]);
  assert.deepEqual(left(airy, { ...settled, at: after }), []);
  assert.deepEqual(left(airy, { ...settled, at: before }), [['Bar', all]], 'looked at since');
  for (const other of [{ soil: 'loam' }, { group: 'Spade' }, { fault: 'loose' as const }])
    assert.deepEqual(left(airy, { ...settled, ...other, at: after }), [['Bar', all]]);
  // As many plots again since: as bad as before, or mended.
  const later = (plots: ToldPlot[]) => [
    ...airy,
    ...plots.map((plot) => ({ ...plot, id: `${plot.id}b`, at: '2026-11-27T09:00:00Z' })),
  ];
  assert.deepEqual(left(later(airy), { ...settled, at: after }), [['Bar', all]]);
  const good = season((planter, _tool, _soil, k) => little(k, planter));
  assert.deepEqual(left(later(good), { ...settled, at: after }), []);
  assert.deepEqual(left(later(good)), [['Bar', 2 * all]]);
});

test('a tree with two faults of its tool is one tree that is excused', () => {
  const { planters, suspicions } = judgePlots(
    season((planter, tool, soil, k) =>
      tool === 'Bar' && soil === 'clay' ? { 'air-pocket': 2, loose: 2 } : little(k, planter),
    ).map((plot) => (plot.faults.loose ? { ...plot, faulty: 2, good: 6 } : plot)),
  );
  assert.deepEqual(suspicions.map(({ fault }) => fault).sort(), ['air-pocket', 'loose']);
  for (const { looked, good } of planters) assert.ok(good <= looked && looked === 16 * 8);
});

test('one planter with one tool is a planter, and no tool is blamed for them', () => {
  const { planters, suspicions } = judgePlots(
    season((planter, tool, soil, k) =>
      planter === 2 && tool === 'Bar' ? { deep: 4 } : little(k, planter),
    ),
  );
  assert.deepEqual(suspicions, []);
  assert.deepEqual(
    planters.filter(({ outOfLine }) => outOfLine).map(({ planter, worst }) => [planter, worst]),
    [['p2', 'deep']],
  );
});

test('a tool in two hands only is theirs to answer for, whatever others do with another', () => {
  const of = (hands: number) =>
    judgePlots(
      season((planter, _tool, _soil, k) =>
        planter < hands ? { deep: 2 } : k % 5 ? {} : { deep: 1 },
      ).map((plot) => ({ ...plot, tool: Number(plot.planter.slice(1)) < hands ? 'Bar' : 'Spade' })),
    ).suspicions.map(({ group }) => group);
  assert.deepEqual(of(2), []);
  assert.deepEqual([...new Set(of(3))], ['Bar']);
});

test('of equal tools and lots hardly ever one is suspected', () => {
  const random = seededRandom('tools');
  let told = 0;
  for (let i = 0; i < 150; i++) {
    const plots = season(() => {
      const faults: Partial<Record<Fault, number>> = {};
      for (let tree = 0; tree < 8; tree++) {
        const u = random();
        const fault = u < 0.04 ? 'deep' : u < 0.07 ? 'loose' : u < 0.09 ? 'air-pocket' : undefined;
        if (fault) faults[fault] = (faults[fault] ?? 0) + 1;
      }
      return faults;
    });
    if (judgePlots(plots).suspicions.length) told++;
  }
  assert.ok(told <= 5, `${told} of 150`);
});

test('the chance to find a doubled share grows with what is looked at', () => {
  const plots = (count: number) =>
    Array.from({ length: count * 6 }, (_, i) => ({
      ...{ id: `${i}`, planter: `p${i % 6}`, at: '' },
      ...(i % 5 === 0 ? { good: 7, faults: { loose: 1 } } : { good: 8, faults: {} }),
    }));
  const finds = (count: number) => qualityByPlanter(plots(count))[0].findsDouble!;
  assert.ok(finds(20) > finds(8) && finds(60) > finds(20) && finds(200) > 0.7);
});

test('what follows: their own rows from the first to the last fault, looked at again', () => {
  const quality = qualityByPlanter([
    ...Array.from({ length: 6 }, (_, i) => ({
      id: `a${i}`,
      planter: 'a',
      good: 4,
      faults: { deep: 4 },
      at: '',
    })),
    ...Array.from({ length: 30 }, (_, i) => ({
      id: `b${i}`,
      planter: 'b',
      good: 8,
      faults: {},
      at: '',
    })),
  ]);
  const plots = [10, 13, 16].map((row, i) => ({
    ...{
      id: `${i}`,
      planter: 'a',
      good: 4,
      faults: { deep: i === 2 ? 0 : 4 },
      at: '',
      row,
      peg: 1,
    },
    plantedOn: day(1),
  }));
  const treesOf = (planter: string, row: number) => (planter === 'a' && row % 3 === 1 ? 60 : 0);
  const [todo, ...none] = todosOf(quality, plots, treesOf, 8);
  assert.deepEqual(none, []);
  assert.deepEqual(todo.rows, [10, 13]);
  assert.equal(todo.trees, 60, 'half of 120');
  assert.equal(todo.lookAgain, 2);

  const decision = {
    id: 'd',
    kind: 'rework' as const,
    planter: 'a',
    fault: 'deep' as const,
    rows: [10, 13],
    at: 1000,
  };
  const plot = (row: number, at: number) => ({
    row,
    good: 8,
    faults: {},
    at: new Date(at).toISOString(),
  });
  const state = (reworked: [number, number][], looks: [number, number][]) =>
    reworkStates(
      [decision, { ...decision, id: 'e', kind: 'show' as const }],
      reworked.map(([row, at]) => ({ decision: 'd', row, at })),
      looks.map(([row, at]) => plot(row, at)),
    );
  const [open] = state([[10, 2000]], [[10, 1500]]);
  assert.deepEqual([open.open, open.unseen, open.done], [[13], [10], false]);
  const [closed, ...others] = state(
    [
      [10, 2000],
      [13, 2100],
    ],
    [[13, 2500]],
  );
  assert.deepEqual([closed.open, closed.unseen, closed.done], [[], [10], true]);
  // Gone over and not looked at yet is not done; of six rows two are to be seen.
  assert.equal(
    state(
      [
        [10, 2000],
        [13, 2100],
      ],
      [],
    )[0].done,
    false,
  );
  const six = { ...decision, rows: [1, 2, 3, 4, 5, 6] };
  const gone = six.rows.map((row) => ({ decision: 'd', row, at: 2000 }));
  const lookedAt = (rows: number[]) =>
    reworkStates(
      [six],
      gone,
      rows.map((row) => plot(row, 3000)),
    )[0].done;
  assert.deepEqual([lookedAt([1]), lookedAt([1, 1]), lookedAt([1, 5])], [false, false, true]);
  assert.deepEqual(others, []);

  const names = (id: string) => `Planter ${id}`;
  assert.equal(qualityCalls(quality, names, 'Knoll').length, 1);
  assert.deepEqual(reworkCalls([open], names, 'Knoll')[0].say.figures.rows, '10');
  assert.equal(reworkCalls([closed], names, 'Knoll').length, 0);
  assert.deepEqual(suspicionCalls([], names, 'Knoll'), []);
});

test('what was decided answers the plots until then: an old habit that returns is named again', () => {
  const plot = (planter: string, at: number, faults: PlotRecord['faults'], good = 8) => ({
    ...{ id: `${planter} ${at}`, planter, good, faults, at: new Date(at).toISOString() },
  });
  const hands = ['a', 'b', 'c', 'd'];
  const crew = hands.flatMap((planter) =>
    [1, 2, 3, 4, 5, 6].map((at) =>
      planter === 'a' ? plot('a', at, { deep: 4 }, 4) : plot(planter, at, {}),
    ),
  );
  const named = (plots: typeof crew, decided: Parameters<typeof judgeUnanswered>[2]) =>
    judgeUnanswered(plots, judgePlots(plots), decided)
      .filter(({ outOfLine }) => outOfLine)
      .map(({ planter, worst, looked }) => [planter, worst, looked]);
  const decision = { planter: 'a', fault: 'deep' as const, at: 6 };
  assert.deepEqual(named(crew, []), [['a', 'deep', 48]]);
  assert.deepEqual(named(crew, [decision]), []);
  assert.deepEqual(named(crew, [{ ...decision, planter: 'b' }]), [['a', 'deep', 48]]);
  // Six more plots of everybody: theirs are good now, or as deep as before, or loose.
  const later = (faults: PlotRecord['faults'], good: number) => [
    ...crew,
    ...hands.flatMap((planter) =>
      [11, 12, 13].map((at) =>
        planter === 'a' ? plot('a', at, faults, good) : plot(planter, at, {}),
      ),
    ),
  ];
  assert.deepEqual(named(later({}, 8), [decision]), []);
  assert.deepEqual(named(later({ deep: 4 }, 4), [decision]), [['a', 'deep', 24]]);
  assert.deepEqual(named(later({ loose: 4 }, 4), [decision]), [['a', 'loose', 24]]);
  // Another fault of the plots that were decided on stays to be told.
  const both = crew.map((one) =>
    one.planter === 'a' ? { ...one, good: 1, faults: { deep: 4, loose: 3 } } : one,
  );
  assert.deepEqual(named(both, [decision]), [['a', 'loose', 48]]);
  assert.deepEqual(named(both, [decision, { ...decision, fault: 'loose' }]), []);
  const [stripped] = withoutAnswered(both, [decision]);
  assert.deepEqual([stripped.good, stripped.faults], [5, { loose: 3 }]);
  assert.equal(withoutAnswered(both, [{ ...decision, at: 0 }])[0], both[0]);
});

test('the school: a wrong answer brings a fault back soon, a right one later', () => {
  const answer = (shown: Answer['shown'], right: boolean) => ({ shown, right });
  const standing = standingsOf([
    answer('deep', true),
    answer('deep', true),
    answer('deep', false),
    answer('loose', true),
  ]);
  const of = (fault: string) => standing.find((one) => one.fault === fault)!;
  assert.deepEqual([of('deep').box, of('deep').answers, of('deep').right], [0, 3, 2]);
  assert.equal(of('loose').box, 1);
  const ten = standingsOf([...Array(9).fill(answer('deep', true)), answer('deep', false)] as never);
  assert.equal(ten.find(({ fault }) => fault === 'deep')!.ready, true);
  assert.equal(
    standingsOf(Array(9).fill(answer('deep', true)) as never)[1].ready,
    false,
    'too few to say',
  );

  const known = standingsOf(
    TAUGHT.flatMap((fault) =>
      fault === 'j-root' ? [] : (Array(5).fill(answer(fault, true)) as never),
    ),
  );
  const shown = Array.from({ length: 2000 }, (_, i) => nextShown(known, `${i}`).faults[0]);
  const share = (fault: string | undefined) => shown.filter((one) => one === fault).length / 2000;
  assert.ok(Math.abs(share(undefined) - 0.4) < 0.04);
  assert.ok(share('j-root') > 5 * share('deep'), `${share('j-root')} ${share('deep')}`);
  const crew = Array.from(
    { length: 2000 },
    (_, i) => nextShown(known, `${i}`, { deep: 1 }).faults[0],
  );
  assert.ok(crew.filter((one) => one === 'deep').length > 2 * share('deep') * 2000);
  // Where all are known alike each comes as often as the others, the last one too.
  const alike = standingsOf(TAUGHT.flatMap((fault) => Array(5).fill(answer(fault, true)) as never));
  const evenly = Array.from({ length: 6000 }, (_, i) => nextShown(alike, `even ${i}`).faults[0]);
  for (const fault of TAUGHT) {
    const often = evenly.filter((one) => one === fault).length / 6000;
    assert.ok(Math.abs(often - 0.6 / TAUGHT.length) < 0.02, `${fault}: ${often}`);
  }
  assert.deepEqual(nextShown(known, 'same'), nextShown(known, 'same'));
  // What is known comes with a second fault now and then; what is not comes alone.
  const drawn = Array.from({ length: 2000 }, (_, i) => nextShown(known, `${i}`).faults);
  const ofKnown = drawn.filter(([first]) => first && first !== 'j-root');
  const two = ofKnown.filter(({ length }) => length === 2);
  assert.ok(Math.abs(two.length / ofKnown.length - 0.3) < 0.05, `${two.length}`);
  for (const [one, other] of two) assert.ok(canHaveBoth(one, other), `${one} ${other}`);
  assert.ok(drawn.every(([first, second]) => first !== 'j-root' || !second));
  assert.equal(againstTime(Array(19).fill({ right: true })), false);
  assert.equal(
    againstTime([...Array(18).fill({ right: true }), { right: false }, { right: false }]),
    true,
  );
});

test('three ways to mend are offered, the right one among them, in no order that tells it', () => {
  const places = [0, 0, 0];
  for (let i = 0; i < 600; i++) {
    const mends = mendsFor('loose', TAUGHT, `${i}`);
    assert.equal(new Set(mends).size, 3);
    places[mends.indexOf('loose')]++;
  }
  for (const times of places) assert.ok(times > 150 && times < 250, `${places}`);
  assert.deepEqual(mendsFor('loose', ['loose'], 'x'), ['loose']);
});

test('one question in five is a scene at the boxes, of the stock’s own habits', () => {
  const habits = ['moist', 'one-out', 'shade'];
  const scenes = Array.from({ length: 500 }, (_, i) => sceneFor(i, habits, `${i}`));
  assert.equal(scenes.filter(Boolean).length, 100);
  assert.equal(new Set(scenes.map((one) => one?.habit).filter(Boolean)).size, 3);
  const kept = scenes.filter((one) => one?.kept).length;
  assert.ok(kept > 22 && kept < 58, `${kept}`);
  assert.equal(sceneFor(4, [], 'x'), undefined);
  assert.deepEqual(sceneFor(4, habits, 'x'), sceneFor(4, habits, 'x'));
  const handled = standingsOf([{ shown: 'handling', right: false }]);
  assert.ok(
    handled.every(({ answers }) => answers === 0),
    'scenes are no faults of trees',
  );
});

test('before and after training, from the plots of the trained alone', () => {
  const answers = (planter: string, count: number) =>
    [
      planter,
      Array.from({ length: count }, (_, i): Answer => ({
        shown: 'deep',
        right: true,
        took: 1,
        at: i,
      })),
    ] as const;
  const learners = learnersOf(new Map([answers('a', TRAINED), answers('b', TRAINED - 1)]), TAUGHT);
  assert.equal(learners[1].trainedAt, undefined);
  // Who tells a fault ten times running is ready for that one, and for no other; a good tree is no fault.
  assert.deepEqual(learners[0].ready, ['deep']);
  const good = Array.from({ length: 12 }, (_, at): Answer => ({
    ...{ shown: 'good', right: true, took: 1, at },
  }));
  assert.deepEqual(learnersOf(new Map([['c', good]]), TAUGHT)[0].ready, []);
  const plot = (planter: string, at: number, hits: number) => ({ planter, at, hits, of: 10 });
  const plots = [0, 1, 2, 3].flatMap((at) => [
    plot('a', at, 6),
    plot('a', 100 + at, 10),
    plot('b', at, 2),
  ]);
  const found = beforeAndAfter(plots, learners)!;
  assert.deepEqual([found.before.hits, found.after.hits], [24, 40]);
  assert.ok(Math.abs(found.difference.estimate - 0.4) < 1e-12 && found.difference.low > 0);
  assert.equal(beforeAndAfter(plots.slice(0, 1), learners), undefined);
  const same = { estimate: 0.5, low: 0.4, high: 0.6 };
  assert.ok(Math.abs(differenceOf(same, same).high - Math.hypot(0.1, 0.1)) < 1e-12);
});
