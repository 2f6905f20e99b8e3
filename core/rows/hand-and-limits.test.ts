import { words } from '../../src/lib/words';
import { says } from '../../tests/says';
import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { bearingOf, sides, type MultiPolygon } from '../ground/polygon';
import type { Surface } from '../ground/surface';
import type { Limit } from '../ground/zones';
import { allot } from './allot';
import { AreaIndex } from './clip';
import { compare } from './compare';
import { rowFall } from './fall';
import { crownRadius, meetings, yearsToMeet } from './crowns';
import { layOut, stringsIn, type LayoutGround, type LayoutParameters } from './layout';
import { limitPlaces } from './limits';
import { applyMoves, type Move } from './moves';
import {
  nearestPeg,
  pegPosition,
  positions,
  rowCount,
  rowSetOf,
  rowSpan,
  stepsBetweenRows,
  treesByRow,
} from './rowset';
import { searchBearings } from './search';
import { breaksOf, rightAngleSides, settingOut, strings, wayTo } from './setting-out';
import { arrange, countSpecies } from './species';
import { PATTERNS } from './spacing';
import { rhythmOf, summarise, toRowSet, toStoredRows } from './stored';
import { pitEarth, PIT_DEFAULTS, terraceEarth, TERRACE_DEFAULTS } from './terraces';

const block: MultiPolygon = [
  [
    [
      [0, 0],
      [160, 5],
      [170, 90],
      [80, 130],
      [-5, 80],
    ],
    [
      [60, 40],
      [60, 55],
      [85, 55],
      [85, 40],
    ],
  ],
];
/** A slope to the south with a swell on it, five metres from node to node. */
const surface: Surface = {
  minX: -30,
  minY: -30,
  cell: 5,
  columns: 50,
  rows: 45,
  heights: Float32Array.from({ length: 50 * 45 }, (_, i) => {
    const [x, y] = [-30 + 5 * (i % 50), -30 + 5 * Math.floor(i / 50)];
    return 100 + 0.09 * y + 1.5 * Math.sin(x / 40);
  }),
};
const card = (name: string, matureHeight: number, damp = '', light = '') => ({
  name,
  matureHeight,
  damp,
  light,
});
const cards = {
  p: card('Pine', 25, 'dry to fresh'),
  b: card('Birch', 20, 'dry to damp'),
  w: card('Willow', 7, 'damp to wet'),
};
const ground: LayoutGround = {
  boundary: block,
  plantable: block,
  surface,
  cards,
  standing: [{ x: 30, y: 40, crown: 6 }],
};
const parameters: LayoutParameters = {
  pattern: 'rectangular',
  inRow: 2.5,
  between: 3,
  direction: { kind: 'bearing', bearing: 1.5 },
  firstOffset: 1,
  firstPeg: 0,
  headland: 0,
  shortest: 3,
  mix: [
    { species: 'p', share: 50 },
    { species: 'b', share: 30 },
    { species: 'w', share: 20 },
  ],
  arrangement: { kind: 'random', longest: 4, seed: 3 },
  shelter: [
    { species: 'w', offset: 2, step: 1.5, stagger: 0 },
    { species: 'p', offset: 3, step: 2.5, stagger: 0.5 },
  ],
};
const wires: Limit = {
  why: 'Overhead line',
  parts: [
    [
      [
        [100, -10],
        [130, -10],
        [130, 140],
        [100, 140],
      ],
    ],
  ],
  height: 8,
};
const hollow: Limit = {
  why: 'Hollow',
  parts: [
    [
      [
        [-10, -10],
        [40, -10],
        [40, 30],
        [-10, 30],
      ],
    ],
  ],
  damp: 'wet',
};

test('every pattern: pegs inside, counted, kept and rebuilt the same, species adding up', () => {
  for (const pattern of PATTERNS) {
    const layout = layOut(ground, { ...parameters, pattern });
    const { rows, runs, speciesCounts } = layout;
    assert.ok(rows.total > (pattern === 'shelter' ? 100 : 300), pattern);
    const trees = treesByRow(rows);
    assert.equal(
      trees.reduce((a, b) => a + b, 0),
      rows.total,
      pattern,
    );
    assert.equal(
      speciesCounts.reduce((a, b) => a + b, 0),
      rows.total,
      pattern,
    );
    assert.deepEqual(countSpecies(runs, 3), speciesCounts, pattern);
    const stored = JSON.parse(JSON.stringify(toStoredRows(rows, runs)));
    assert.deepEqual(positions(toRowSet(rhythmOf(rows), stored)), positions(rows), pattern);
    const xy = positions(rows);
    let at = 0;
    for (let row = 0; row < rowCount(rows); row++) {
      const [first, last] = rowSpan(rows, row);
      const summary = summarise(stored[row]);
      assert.ok(Math.abs(summary.first - first) < 1e-9 && Math.abs(summary.last - last) < 1e-6);
      for (let peg = 1; peg <= trees[row]; peg++, at++) {
        const { point } = pegPosition(rows, row + 1, peg)!;
        assert.ok(Math.hypot(point[0] - xy[2 * at], point[1] - xy[2 * at + 1]) < 1e-6, pattern);
      }
    }
    const some = pegPosition(rows, 2, 2)!.point;
    const near = nearestPeg(rows, [some[0] + 0.05, some[1]])!;
    assert.ok(near.distance <= 0.0500001, pattern);
    assert.ok(Number.isFinite(stepsBetweenRows(rows)));
  }
});

test('a zone is laid with its own pattern, and rows are numbered through', () => {
  const zones = [{ id: 'z', name: 'Hollow', parts: hollow.parts }];
  const layout = layOut(
    { ...ground, zones },
    {
      ...parameters,
      byZone: [{ zone: 'z', settings: { ...parameters, pattern: 'scatter' } }],
    },
  );
  const listed = Array.from(layout.rows.rowListed);
  assert.ok(listed.includes(1) && listed.includes(0));
  assert.match(layout.notes.map((note) => words(note)).join(' '), /Hollow: rows \d+ to \d+/);
});

test('a border of another species stands along the edge, the rest keeps clear of it', () => {
  const { rows, runs, speciesCounts } = layOut(ground, {
    ...parameters,
    border: { species: 'w', step: 2, clear: 6 },
  });
  const edge = new AreaIndex(block);
  const xy = positions(rows);
  const first = treesByRow(rows)[0];
  assert.deepEqual(runs[0], [2, first]);
  for (let i = 0; i < rows.total; i++) {
    const off = edge.toEdge(xy[2 * i], xy[2 * i + 1], 20);
    assert.ok(i < first ? off < 0.06 : off > 5.9, `position ${i}: ${off}`);
  }
  assert.equal(
    speciesCounts.reduce((a, b) => a + b, 0),
    rows.total,
  );
});

test('along a border each place has the border’s species, or the first that may stand there, whatever limits meet', () => {
  const strip = (why: string, x0: number, x1: number, more: Partial<Limit>): Limit => ({
    why,
    parts: [
      [
        [
          [x0, -10],
          [x1, -10],
          [x1, 140],
          [x0, 140],
        ],
      ],
    ],
    ...more,
  });
  // Pine stands nowhere under the line or in the wet; birch in the wet neither; where both hold only willow.
  const line = strip('Overhead line', 20, 70, { height: 24 });
  const wet = strip('Wet', 50, 120, { damp: 'wet' });
  const { rows, runs } = layOut(
    { ...ground, limits: [line, wet] },
    { ...parameters, border: { species: 'p', step: 2, clear: 6 } },
  );
  const xy = positions(rows);
  const holds = ({ parts: [[[[x0], [x1]]]] }: Limit, x: number) => x > x0 && x < x1;
  const species = runs[0].flatMap((value, i, row) =>
    i % 2 ? [] : new Array<number>(row[i + 1]).fill(value),
  );
  const seen = new Set<string>();
  species.forEach((own, i) => {
    const x = xy[2 * i];
    const [under, damp] = [holds(line, x), holds(wet, x)];
    seen.add(`${under} ${damp}`);
    assert.equal(own, damp ? 2 : under ? 1 : 0, `at ${x}`);
  });
  assert.equal(seen.size, 4);
});

test('a peg added in the middle of a row stands between its neighbours, which stay', () => {
  const laid = layOut(ground, parameters).rows;
  const spot = (row: number, peg: number) => pegPosition(laid, row, peg)!.point;
  for (const [row, peg] of [
    [8, 5],
    [8, 1],
    [15, 9],
  ]) {
    const [[ax, ay], [bx, by]] = [spot(row, peg), spot(row, peg + 1)];
    const at: [number, number] = [(ax + bx) / 2, (ay + by) / 2];
    const after = applyMoves(laid, [{ kind: 'add', at }]).rows;
    assert.equal(rowCount(after), rowCount(laid));
    assert.equal(treesByRow(after)[row - 1], treesByRow(laid)[row - 1] + 1);
    const near = (found: readonly number[], wanted: readonly number[]) =>
      assert.ok(Math.hypot(found[0] - wanted[0], found[1] - wanted[1]) < 1e-6, `${row}/${peg}`);
    for (let n = 1; n <= peg; n++) near(pegPosition(after, row, n)!.point, spot(row, n));
    near(pegPosition(after, row, peg + 1)!.point, at);
    for (let n = peg + 1; n <= treesByRow(laid)[row - 1]; n++)
      near(pegPosition(after, row, n + 1)!.point, spot(row, n));
  }
});

test('limits hold everywhere, and what binds is said with its number', () => {
  const { rows, runs, notes } = layOut({ ...ground, limits: [wires, hollow] }, parameters);
  const inside = ({ parts: [[[[x0, y0], , [x1, y1]]]] }: Limit, x: number, y: number) =>
    x > x0 && x < x1 && y > y0 && y < y1;
  const xy = positions(rows);
  let at = 0;
  runs.forEach((row) => {
    for (let i = 0; i < row.length; i += 2)
      for (let n = 0; n < row[i + 1]; n++, at++) {
        const [x, y] = [xy[2 * at], xy[2 * at + 1]];
        if (inside(wires, x, y) || inside(hollow, x, y)) assert.equal(row[i], 2, `${x}, ${y}`);
      }
  });
  assert.match(
    notes.map((note) => words(note)).join(' '),
    /only willow may stand on \d+ places, and the mix falls \d+ short/,
  );
  const none = layOut(
    { ...ground, limits: [{ ...wires, height: 3 }] },
    { ...parameters, arrangement: { kind: 'rows' } },
  );
  assert.match(
    none.notes.map((note) => words(note)).join(' '),
    /no species of the mix may stand there. \d+ places stay empty/,
  );
});

test('in shelter rows what may not stand gives way, and each row is told with its trees', () => {
  const shelter = [2, 5].map((offset) => ({ species: 'p', offset, step: 2, stagger: 0 }));
  const sheltered = { ...parameters, pattern: 'shelter' as const, shelter };
  const free = layOut(ground, sheltered);
  assert.ok(!free.notes.some(({ key }) => key === 'rows.noteShelter'));
  const { rows, runs, notes } = layOut({ ...ground, limits: [wires, hollow] }, sheltered);
  assert.equal(rows.total, free.rows.total);
  const willows = runs.map((row) =>
    row.reduce((sum, trees, i) => (i % 2 && row[i - 1] === 2 ? sum + trees : sum), 0),
  );
  const { figures } = notes.find(({ key }) => key === 'rows.noteShelter')!;
  assert.ok(willows.every((trees) => trees > 2));
  assert.equal(
    figures.places,
    willows.reduce((a, b) => a + b, 0),
  );
  assert.deepEqual([figures.rows, figures.numbers], [2, { list: [1, 2] }]);
});

test('sixty limits at once are told apart', () => {
  const strips = Array.from({ length: 60 }, (_, i): Limit => ({
    why: `Strip ${i}`,
    parts: [
      [
        [
          [2.5 * i, -20],
          [2.5 * i + 2.5, -20],
          [2.5 * i + 2.5, 140],
          [2.5 * i, 140],
        ],
      ],
    ],
    ...(i % 2 ? { height: 8 } : { damp: 'dry' as const }),
  }));
  const { rows, runs } = layOut({ ...ground, limits: strips }, parameters);
  const xy = positions(rows);
  let at = 0;
  runs.forEach((row) => {
    for (let i = 0; i < row.length; i += 2)
      for (let n = 0; n < row[i + 1]; n++, at++) {
        const strip = Math.floor(xy[2 * at] / 2.5);
        const edge = Math.abs(xy[2 * at] / 2.5 - Math.round(xy[2 * at] / 2.5)) < 1e-6;
        if (edge || strip < 0 || strip > 59) continue;
        // Willow alone is low, and willow alone does not bear dry ground.
        assert.equal(row[i] === 2, strip % 2 === 1, `${xy[2 * at]}`);
      }
  });
});

test('an allotment meets the mix whenever it can be met at all', () => {
  fc.assert(
    fc.property(
      fc.array(
        fc.record({
          places: fc.integer({ min: 0, max: 300 }),
          allowed: fc.array(fc.boolean(), { minLength: 4, maxLength: 4 }),
        }),
        { minLength: 1, maxLength: 5 },
      ),
      fc.array(fc.integer({ min: 1, max: 50 }), { minLength: 4, maxLength: 4 }),
      (drawn, shares) => {
        const classes = drawn.map(({ places, allowed }) => ({
          places,
          allowed: allowed.some(Boolean) ? allowed : [true, false, false, false],
        }));
        const { left, counts, asked, binding } = allot(classes, shares);
        classes.forEach(({ places, allowed }, c) => {
          assert.equal(
            left[c].reduce((a, b) => a + b, 0),
            places,
          );
          left[c].forEach((n, s) => assert.ok(n >= 0 && (allowed[s] || n === 0)));
        });
        const surplus = counts.reduce((sum, n, s) => sum + Math.max(0, n - asked[s]), 0);
        // The most that can be placed by the mix, by Hall's condition over all sets of species.
        let short = 0;
        for (let set = 0; set < 16; set++) {
          const fits = classes
            .filter(({ allowed }) => allowed.every((may, s) => !may || (set >> s) & 1))
            .reduce((sum, { places }) => sum + places, 0);
          const have = asked.reduce((sum, n, s) => sum + ((set >> s) & 1 ? n : 0), 0);
          short = Math.max(short, fits - have);
        }
        assert.equal(
          binding.reduce((sum, { trees }) => sum + trees, 0),
          short,
        );
        assert.ok(surplus <= short);
      },
    ),
    { numRuns: 200 },
  );
});

test('arrangements: alternate, clumps and heights keep the counts', () => {
  for (const arrangement of [
    { kind: 'alternate' },
    { kind: 'clumps', size: 12, seed: 5 },
    { kind: 'heights' },
  ] as const) {
    const { rows, runs, speciesCounts } = layOut(ground, { ...parameters, arrangement });
    assert.ok(Math.abs(speciesCounts[0] - 0.5 * rows.total) <= 1, arrangement.kind);
    if (arrangement.kind === 'heights') {
      assert.equal(runs[0][0], 2, 'low outside');
      // Row by row the same from both sides; only where a species ends within a pair do two differ.
      const pairs = runs
        .slice(0, runs.length >> 1)
        .map((own, k) => [own, runs[runs.length - 1 - k]]);
      const differ = pairs.filter(([a, b]) => a[0] !== b[0] || a.length > 2 || b.length > 2);
      assert.ok(differ.length <= 2, `${differ.length} of ${pairs.length} pairs differ`);
      assert.equal(runs[Math.floor(runs.length / 2)][0], 0, 'tall inside');
    }
  }
});

test('low species stand in the outermost rows, on both sides, whether rows are even or odd in number', () => {
  for (const count of [5, 6, 9]) {
    const rows = new Array<number>(count).fill(10);
    // As many low ones as fill the two rows outside.
    const low = 200 / count;
    const { runs } = arrange(rows, [100 - low, low], { kind: 'heights' }, { heights: [20, 3] });
    const lowIn = runs.map((own) => own[0] === 1 && own[1] === 10);
    assert.deepEqual(
      lowIn,
      rows.map((_, row) => row === 0 || row === count - 1),
      JSON.stringify(runs),
    );
  }
});

test('the larger a clump, the seldomer the species changes along a row', () => {
  /** Changes of species along the rows for each tree. */
  const changes = (size: number) => {
    const { rows, runs } = layOut(ground, {
      ...parameters,
      arrangement: { kind: 'clumps', size, seed: 5 },
    });
    return runs.reduce((sum, own) => sum + own.length / 2 - 1, 0) / rows.total;
  };
  const [pairs, dozens, hundreds] = [2, 12, 100].map(changes);
  assert.ok(pairs > 1.3 * dozens && dozens > 1.8 * hundreds, `${pairs}, ${dozens}, ${hundreds}`);
  // A clump of a hundred is some ten trees wide: about one change in ten where it meets another species.
  assert.ok(hundreds < 0.12 && hundreds > 0.02, `${hundreds}`);
});

test('moves by hand: out, add, end; the rest stays, and what fits nothing is told', () => {
  const laid = layOut(ground, parameters).rows;
  const third = pegPosition(laid, 5, 3)!.point;
  const end = pegPosition(laid, 8, treesByRow(laid)[7])!.point;
  const shorter = pegPosition(laid, 8, treesByRow(laid)[7] - 4)!.point;
  const moves: Move[] = [
    { kind: 'out', at: third, note: 'rock' },
    { kind: 'add', at: [third[0], third[1] + 0.2] },
    { kind: 'end', row: end, at: shorter },
    { kind: 'out', at: [9999, 9999], note: '' },
  ];
  const { rows, lost } = applyMoves(laid, moves);
  assert.deepEqual(lost, [moves[3]]);
  assert.equal(rows.total, laid.total - 1 + 1 - 4);
  assert.equal(treesByRow(rows)[6], treesByRow(laid)[6]);
  const back = applyMoves(rows, [{ kind: 'end', row: shorter, at: end }]).rows;
  assert.equal(back.total, laid.total);
  // On top of a tree there is no room for another.
  assert.equal(applyMoves(laid, [{ kind: 'add', at: third }]).lost.length, 1);
  const alone = applyMoves(laid, [{ kind: 'add', at: [-100, -100] }]).rows;
  assert.equal(rowCount(alone), rowCount(laid) + 1);
});

test('taking out any pegs of any row leaves exactly the others', () => {
  const laid = layOut(ground, { ...parameters, pattern: 'contour' }).rows;
  fc.assert(
    fc.property(fc.array(fc.nat(laid.total - 1), { minLength: 1, maxLength: 12 }), (indices) => {
      const xy = positions(laid);
      const gone = [...new Set(indices)];
      const moves = gone.map((i): Move => ({
        kind: 'out',
        at: [xy[2 * i], xy[2 * i + 1]],
        note: '',
      }));
      const after = positions(applyMoves(laid, moves).rows);
      const left: number[] = [];
      for (let i = 0; i < laid.total; i++)
        if (!gone.includes(i)) left.push(xy[2 * i], xy[2 * i + 1]);
      assert.equal(after.length, left.length);
      after.forEach((value, i) => assert.ok(Math.abs(value - left[i]) < 1e-6));
    }),
    { numRuns: 25 },
  );
});

test('spacing along the ground is closer on the plan by the cosine of the slope', () => {
  const level = layOut(ground, parameters).rows;
  const sloped = layOut(ground, { ...parameters, measured: 'ground' }).rows;
  assert.ok(sloped.between < level.between && sloped.between > level.between * 0.98);
  // Falling by 0.4 towards 130°: a row that runs so far aside of it falls by the cosine, its neighbour by the sine.
  const radians = Math.PI / 180;
  const plane = {
    ...surface,
    heights: surface.heights.map((_, i) => {
      const [x, y] = [-30 + 5 * (i % 50), -30 + 5 * Math.floor(i / 50)];
      return 100 - 0.4 * (x * Math.sin(130 * radians) + y * Math.cos(130 * radians));
    }),
  };
  for (const degrees of [0, 40, 75, 130, 160]) {
    const { step, between } = layOut(
      { ...ground, surface: plane },
      {
        ...{ ...parameters, measured: 'ground' },
        direction: { kind: 'bearing', bearing: degrees * radians },
      },
    ).rows;
    const aside = (130 - degrees) * radians;
    const flat = (fall: number) => 1 / Math.hypot(1, 0.4 * fall);
    const near = (is: number, wanted: number) =>
      assert.ok(Math.abs(is / wanted - 1) < 1e-4, `${is}, ${wanted} at ${degrees}°`);
    near(step, level.step * flat(Math.cos(aside)));
    near(between, level.between * flat(Math.sin(aside)));
  }
  assert.throws(
    () => layOut({ ...ground, surface: undefined }, { ...parameters, measured: 'ground' }),
    says(/needs an elevation/),
  );
});

test('direction search: as many trees as laying each bearing gives, the best not dominated', () => {
  let told = 0;
  const found = searchBearings(ground, parameters, 36, (done) => ((told = done), true));
  // Thirty-six even ones, and each side of the block by its exact bearing.
  const along = found.filter(({ alongSide }) => alongSide);
  assert.equal(found.length, 36 + along.length);
  assert.equal(along.length, 5);
  for (const { from, to } of sides(block))
    assert.ok(
      along.some(({ bearing }) => Math.abs(Math.sin(bearing - bearingOf(from, to))) < 1e-9),
      'a side is among the candidates',
    );
  assert.ok(told > 0.5);
  // As many trees as the leader would get, limits and zones included.
  for (const on of [ground, { ...ground, limits: [{ ...wires, height: 3 }] }])
    for (const one of searchBearings(on, parameters, 4)) {
      const laid = layOut(on, {
        ...parameters,
        direction: { kind: 'bearing', bearing: one.bearing },
      });
      assert.equal(one.trees, laid.rows.total);
      assert.equal(one.rows, rowCount(laid.rows));
      assert.ok(Math.abs(one.metres - laid.figures.walked.value) < 1e-6);
    }
  const marked = found.filter(({ best }) => best);
  assert.ok(marked.length <= 12, `${marked.length} are marked`);
  const aim = ({ trees, turns, metres }: (typeof found)[number]) => `${trees} ${turns} ${metres}`;
  assert.equal(new Set(marked.map(aim)).size, marked.length, 'no two marked come to the same');
  const most = found.reduce((a, b) => (b.trees > a.trees ? b : a));
  assert.ok(found.some(({ best, trees }) => best && trees >= most.trees * 0.995));
  assert.ok(found.some(({ best }) => !best));
  assert.deepEqual(
    searchBearings(ground, parameters, 36, () => false),
    [],
    'stopped',
  );
  assert.throws(
    () => searchBearings(ground, { ...parameters, pattern: 'scatter' }),
    says(/straight rows/),
  );
});

test('rows across the wind run square to where it comes from', () => {
  const west = { kind: 'across-wind', from: (270 * Math.PI) / 180 } as const;
  const { rows } = layOut(ground, { ...parameters, direction: west });
  const north = layOut(ground, { ...parameters, direction: { kind: 'bearing', bearing: 0 } }).rows;
  assert.ok(Math.abs(Math.sin(rows.frame.bearing)) < 1e-9);
  assert.equal(rows.total, north.total);
});

test('setting out: the baseline’s pegs, both diagonals, and the way to a peg', () => {
  const { rows, falls } = layOut(ground, parameters);
  assert.deepEqual(rightAngleSides(5), [3, 4, 5]);
  assert.deepEqual(rightAngleSides(400), [18, 24, 30], 'a tape is no longer than that');
  const out = settingOut(rows, falls);
  const unknown = settingOut(
    rows,
    falls!.map((fall) => ({ ...fall, ground: NaN })),
  );
  for (const row of unknown.rows) assert.equal(row.ground, row.level, 'where no height is known');
  // Heights of other ground say nothing: rows are as long as on the level.
  const elsewhere = { ...surface, minX: 9e5 };
  const away = layOut({ ...ground, surface: elsewhere }, parameters);
  away.falls!.forEach((fall, row) => {
    const [first, last] = rowSpan(away.rows, row);
    assert.ok(Number.isNaN(fall.fall) && Math.abs(fall.ground - (last - first)) < 1e-9);
  });
  const base = out.baseline!;
  // Of a single row too the baseline runs at right angles to it, towards where others would be.
  const single = rowSetOf({ frame: rows.frame, straight: true, step: 2, between: 3 }, [
    { ...{ line: [10, 10, 10, 30], start: 10, step: 2, stretches: [10, 11], listed: false } },
  ]);
  const turned = settingOut(single).baseline!.bearing - base.bearing;
  assert.ok(Math.cos(turned) > 0.999, `${turned}`);
  assert.equal(base.pegs.length, rowCount(rows));
  assert.ok(Math.abs(base.pegs[4].along - 4 * 3) < 1e-9);
  // As long as from its first peg to its last, wherever the block lies in its plane.
  assert.ok(Math.abs(base.length - 3 * (rowCount(rows) - 1)) < 1e-9, `${base.length}`);
  assert.ok(Math.abs(base.length - base.pegs.at(-1)!.along) < 1e-9);
  const ends = Math.hypot(base.to[0] - base.from[0], base.to[1] - base.from[1]);
  assert.ok(Math.abs(base.length - ends) < 1e-9);
  assert.ok(
    Math.abs(base.square.diagonal - Math.hypot(base.square.width, base.square.height)) < 1e-9,
  );
  assert.ok(out.rows.every(({ level, ground: along }) => along >= level - 1e-9));
  const { point } = pegPosition(rows, 4, 6)!;
  const way = wayTo(rows, [point[0] + 3, point[1] + 4], 4, 6)!;
  assert.ok(Math.abs(way.distance - 5) < 1e-9);
  assert.ok(Math.abs(Math.hypot(way.along, way.right) - 5) < 1e-9);
});

test('the crew’s own string: shorter pieces, more of them, and the check as long as one of them', () => {
  const { rows, falls } = layOut(ground, parameters);
  const own = 30;
  const out = settingOut(rows, falls, own);
  assert.equal(out.string, own);
  assert.ok(out.baseline!.square.height <= own);
  for (const { strings: pieces, level } of out.rows) {
    assert.ok(pieces.every(({ from, to }) => to - from <= own + 1e-9));
    assert.ok(pieces.length >= Math.ceil(level / own - 1e-9));
    assert.ok(Math.abs(pieces.reduce((sum, { from, to }) => sum + to - from, 0) - level) < 1e-6);
  }
  assert.equal(stringsIn(91).value, 1);
  assert.equal(stringsIn(91.5).value, 2);
  assert.equal(stringsIn(91, 30).value, 4);
  assert.equal(stringsIn(90, 30).value, 3, 'a whole number of strings takes no further one');
  assert.equal(stringsIn(0).value, 1);
});

test('scattered spots have lanes to walk, and nothing to string', () => {
  const scattered = layOut(ground, {
    ...parameters,
    pattern: 'scatter',
    scatter: { minimum: 3, seed: 1 },
  });
  const count = rowCount(scattered.rows);
  assert.ok(count > 1);
  assert.equal(scattered.figures.lanes, count);
  assert.equal(scattered.figures.longestStrung, 0);
  const out = settingOut(scattered.rows);
  assert.equal(out.frameSteps, 0, 'no frame is walked from spot to spot');
  assert.ok(out.rows.every(({ strings: pieces }) => !pieces.length));
  const spots = out.rows.reduce((sum, row) => sum + row.spots!, 0);
  assert.equal(spots, scattered.rows.total);
  // Walked by compass and tape from the first spot on, lane by lane, every spot is come to.
  let here = out.rows[0].walk!.first;
  const go = ({ metres, bearing }: { metres: number; bearing: number }) =>
    (here = [here[0] + metres * Math.sin(bearing), here[1] + metres * Math.cos(bearing)]);
  const stands = (row: number, peg: number) => {
    const { point } = pegPosition(scattered.rows, row, peg)!;
    assert.ok(Math.hypot(here[0] - point[0], here[1] - point[1]) < 1e-6, `${row}/${peg}`);
  };
  for (const { row, walk } of out.rows) {
    if (walk!.before) go(walk!.before);
    stands(row, 1);
    for (const leg of walk!.legs) {
      go(leg);
      stands(row, leg.peg);
    }
  }
  const pegged = layOut(ground, parameters);
  assert.equal(pegged.figures.lanes, 0);
  assert.equal(pegged.figures.longestStrung, pegged.figures.longestRow.value);
  assert.ok(settingOut(pegged.rows).rows.every((row) => row.spots === undefined));
});

test('a row that sags ponds there, a falling one does not', () => {
  const chainages = Array.from({ length: 41 }, (_, i) => i);
  const sag = rowFall(
    chainages,
    chainages.map((c) => 10 + 0.3 * Math.cos((c / 40) * 2 * Math.PI)),
  );
  assert.equal(sag.ponds.length, 1);
  assert.ok(Math.abs(sag.ponds[0].depth - 0.6) < 1e-9 && sag.ponds[0].chainage === 20);
  const even = rowFall(
    chainages,
    chainages.map((c) => 10 - 0.02 * c),
  );
  assert.equal(even.ponds.length, 0);
  assert.deepEqual(even.runs, [], '1 in 50 is not yet too steep');
  const steep = rowFall(
    chainages,
    chainages.map((c) => (c < 20 ? 10 : 10 - 0.05 * (c - 20))),
  );
  assert.equal(steep.runs.length, 1);
  assert.ok(steep.runs[0].from > 10 && steep.runs[0].to === 40);
  const further = rowFall(
    chainages.map((c) => c + 70),
    chainages.map((c) => 10 - 0.02 * c),
  );
  assert.ok(Math.abs(further.fall - 0.02) < 1e-12, 'wherever the row begins to be measured');
  assert.ok(Math.abs(even.fall - 0.02) < 1e-12 && Math.abs(even.steepest - 0.02) < 1e-9);
});

test('crowns meet when their radii reach the distance; 95 % at the years of the card', () => {
  const pine = { crown: 6, years: 30 };
  assert.ok(Math.abs(crownRadius(pine, 30) - 0.95 * 3) < 1e-9);
  // Half the years: 1 − (1 − √0.95)^½ of the growth, squared. Slow at first, never past the mature crown.
  assert.ok(Math.abs(crownRadius(pine, 15) - 3 * (1 - Math.sqrt(1 - Math.sqrt(0.95))) ** 2) < 1e-9);
  assert.ok(crownRadius(pine, 1) < 3 / 30 && crownRadius(pine, 300) <= 3);
  const years = yearsToMeet(pine, pine, 3);
  assert.ok(Math.abs(2 * crownRadius(pine, years) - 3) < 1e-6);
  assert.equal(yearsToMeet(pine, pine, 6), Infinity);
  assert.equal(meetings([pine, pine], 2, 3).length, 3);
});

test('pits and terraces: volumes add up, sizes that cannot be are refused', () => {
  const pits = pitEarth(10, PIT_DEFAULTS);
  assert.ok(Math.abs(pits.dug - 0.75 ** 3) < 1e-12);
  assert.ok(Math.abs(pits.topsoil + pits.subsoil - pits.dug) < 1e-12);
  assert.throws(() => pitEarth(1, { ...PIT_DEFAULTS, depth: 0 }), says(/above 0/));
  assert.throws(
    () => terraceEarth(10, 0.3, { ...TERRACE_DEFAULTS, width: 0 }),
    says(/not accepted/),
  );
});

test('versions compared: differences and what they drive', () => {
  const version = {
    ...{ trees: 100, rows: 5, length: 500, walked: 600, density: 0.1 },
    strung: { rows: 3, length: 300 },
  };
  const rows = compare(
    { ...version, species: { p: 60, b: 40 } },
    { ...version, trees: 120, species: { p: 120 } },
    { p: 'Pine', b: 'Birch' },
  );
  assert.equal(
    rows.find(({ what }) => typeof what === 'object' && what.key === 'compare.trees')!.change,
    20,
  );
  assert.equal(rows.find(({ what }) => what === 'Birch')!.change, -40);
  const of = (key: string) =>
    rows.find(({ what }) => typeof what === 'object' && what.key === key)!;
  assert.equal(of('compare.pegs').a, 6, 'lanes through scattered spots have no row-end pegs');
  assert.equal(of('compare.strings').a, Math.ceil(300 / 91), 'and no strings');
  assert.deepEqual(of('compare.rowLength').drives?.key, 'drives.strips');
});

test('a layout without limits keeps one class of places', () => {
  const { rows } = layOut(ground, parameters);
  const { places } = limitPlaces(rows, [], Object.values(cards));
  assert.equal(places.limits.length, 1);
});

test('a row with breaks says where, and no string peg stands in one', () => {
  // Pegs every 2 m from 4 to 60, a house, from 82 to 200, a pond, from 204 to 260.
  const stretches = [4, 29, 82, 60, 204, 29];
  const breaks = breaksOf({ stretches, step: 2, listed: false });
  assert.deepEqual(breaks, [
    { from: 60, to: 82 },
    { from: 200, to: 204 },
  ]);
  assert.deepEqual(breaksOf({ stretches: [0, 10, 20, 5], step: 2, listed: false }), []);
  assert.deepEqual(breaksOf({ stretches: [0, 9], step: 0, listed: true }), []);
  fc.assert(
    fc.property(
      fc.array(fc.tuple(fc.integer({ min: 3, max: 60 }), fc.integer({ min: 2, max: 30 })), {
        minLength: 1,
        maxLength: 6,
      }),
      (parts) => {
        let at = 0;
        const row: number[] = [];
        for (const [count, gap] of parts) {
          row.push(at, count);
          at += (count - 1) * 2 + 2 * gap;
        }
        const found = breaksOf({ stretches: row, step: 2, listed: false });
        assert.equal(found.length, parts.length - 1);
        const last = row[row.length - 2] + (row[row.length - 1] - 1) * 2;
        const spans = strings(0, last, 91, found);
        assert.equal(spans[0].from, 0);
        assert.equal(spans[spans.length - 1].to, last);
        spans.forEach(({ from, to }, i) => {
          assert.ok(to > from && to - from <= 91 + 1e-9);
          if (i) assert.equal(from, spans[i - 1].to);
          assert.ok(
            !found.some((gap) => to > gap.from + 1e-9 && to < gap.to - 1e-9),
            `peg at ${to}`,
          );
        });
      },
    ),
  );
});
