import { isNearEdge } from '../../tests/geometry';
import { words } from '../../src/lib/words';
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { isTold } from '../say/told';
import { contains, type MultiPolygon } from '../ground/polygon';
import type { Point } from '../measure/plane';
import { seededRandom, type Random } from '../measure/random';
import { AreaIndex } from './clip';
import { fromFrame } from './lattice';
import { layOut, type LayoutGround, type LayoutParameters } from './layout';
import { rowFrame } from './direction';
import type { PatternSettings } from './pattern';
import { positions } from './rowset';

const cards = { p: { name: 'Pine', matureHeight: 20, damp: '', light: '' } };
const common = {
  ...{ firstOffset: 0, firstPeg: 0, headland: 0, shortest: 0 },
  mix: [{ species: 'p', share: 100 }],
  arrangement: { kind: 'rows' as const },
};

/** A star with bays: corners at random distances round a middle, in order of their angle, so it never crosses. */
function awkward(random: Random, corners: number, reach: number): Point[] {
  const angles = Array.from({ length: corners }, () => random() * 2 * Math.PI).sort(
    (a, b) => a - b,
  );
  return angles.map((angle): Point => {
    const far = reach * (0.25 + 0.75 * random());
    return [far * Math.cos(angle), far * Math.sin(angle)];
  });
}
const isSimple = (ring: readonly Point[]) => new Set(ring.map(String)).size === ring.length;

/** The nearest two places of a layout, by looking at every pair within a cell and its neighbours. */
function nearestPair(xy: Float64Array, limit: number): number {
  const cells = new Map<string, number[]>();
  let best = limit;
  const count = xy.length / 2;
  for (let i = 0; i < count; i++) {
    const [column, row] = [Math.floor(xy[2 * i] / limit), Math.floor(xy[2 * i + 1] / limit)];
    for (let a = -1; a <= 1; a++)
      for (let b = -1; b <= 1; b++)
        for (const j of cells.get(`${column + a} ${row + b}`) ?? [])
          best = Math.min(best, Math.hypot(xy[2 * i] - xy[2 * j], xy[2 * i + 1] - xy[2 * j + 1]));
    const key = `${column} ${row}`;
    const own = cells.get(key);
    if (own) own.push(i);
    else cells.set(key, [i]);
  }
  return best;
}

test('straight rows on a thousand awkward fields: every place that belongs, and none that does not', () => {
  const random = seededRandom('fields');
  let places = 0;
  for (let turn = 0; turn < 720; turn++) {
    const outer = awkward(random, 3 + Math.floor(random() * 12), 20 + 40 * random());
    if (!isSimple(outer)) continue;
    const hole = awkward(random, 5, 6).map(([x, y]): Point => [x / 3, y / 3]);
    const area: MultiPolygon = [
      random() < 0.3 && hole.every((corner) => contains([[outer]], corner))
        ? [outer, hole]
        : [outer],
    ];
    if (area[0].length > 1 && isNearEdge([[outer]], hole[0], 3)) area[0].pop();
    const settings: LayoutParameters = {
      ...common,
      pattern: random() < 0.5 ? 'rectangular' : 'offset',
      inRow: 1.5 + 2 * random(),
      between: 2 + 2 * random(),
      direction: { kind: 'bearing', bearing: 2 * Math.PI * random() },
    };
    const ground: LayoutGround = { boundary: area, plantable: area, cards };
    let xy: ArrayLike<number> = [];
    try {
      xy = positions(layOut(ground, settings).rows);
    } catch (error) {
      if (!isTold(error)) throw error;
    }
    // Brute force: every crossing of the net that lies in the field, places on its very edge left aside.
    const frame = rowFrame(ground, settings.direction, 0);
    let [least, most] = [0, 0];
    const reach = 75;
    const far = Math.max(...outer.flat().map(Math.abs)) + 0.01;
    for (let row = -1; row * settings.between < 2 * reach; row++)
      for (let peg = -Math.ceil(reach / settings.inRow); peg * settings.inRow < 2 * reach; peg++) {
        const shift = settings.pattern === 'offset' && row & 1 ? settings.inRow / 2 : 0;
        const at = fromFrame(frame, [
          frame.baseline + peg * settings.inRow + shift,
          frame.anchor + row * settings.between,
        ]);
        if (Math.max(Math.abs(at[0]), Math.abs(at[1])) > far) continue;
        const onEdge = isNearEdge(area, at, 2e-3);
        if (onEdge) most++;
        else if (contains(area, at)) [least, most] = [least + 1, most + 1];
      }
    const found = xy.length / 2;
    assert.ok(found >= least && found <= most, `field ${turn}: ${found}, not ${least} to ${most}`);
    for (let i = 0; i < found; i++) {
      const at: Point = [xy[2 * i], xy[2 * i + 1]];
      assert.ok(
        contains(area, at) || isNearEdge(area, at, 2e-3),
        `field ${turn}: ${at} lies outside`,
      );
    }
    places += found;
  }
  assert.ok(places > 50_000);
});

const zoneSettings = (random: Random): PatternSettings => {
  const base: PatternSettings = {
    ...common,
    pattern: 'rectangular',
    inRow: 2 + random(),
    between: 2.5 + random(),
    direction: { kind: 'bearing', bearing: Math.PI * random() },
  };
  const pick = random();
  if (pick < 0.3) return base;
  if (pick < 0.5) return { ...base, pattern: 'offset' };
  if (pick < 0.8)
    return {
      ...base,
      pattern: 'scatter',
      scatter: { minimum: 2 + random(), seed: Math.floor(99 * random()) },
    };
  return { ...base, pattern: 'equilateral', inRow: 2.5 };
};

test('zones side by side with different patterns keep the distance that both promise', () => {
  const random = seededRandom('zones');
  const field: MultiPolygon = [
    [
      [
        [0, 0],
        [60, 0],
        [60, 45],
        [0, 45],
      ],
    ],
  ];
  for (let turn = 0; turn < 220; turn++) {
    const cut = 12 + 30 * random();
    const lean = 8 * (random() - 0.5);
    const zones = [
      {
        id: 'z',
        name: 'Hollow',
        parts: [
          [
            [
              [0, 0],
              [cut, 0],
              [cut + lean, 45],
              [0, 45],
            ],
          ],
        ] as MultiPolygon,
      },
    ];
    const [rest, own] = [zoneSettings(random), zoneSettings(random)];
    const { rows, notes } = layOut(
      { boundary: field, plantable: field, cards, zones },
      { ...common, ...rest, byZone: [{ zone: 'z', settings: own }] },
    );
    const least = (settings: PatternSettings) =>
      settings.pattern === 'scatter'
        ? settings.scatter!.minimum
        : Math.min(settings.inRow, settings.pattern === 'equilateral' ? 2.5 : settings.between);
    const promised = Math.min(least(rest), least(own));
    const nearest = nearestPair(positions(rows), promised);
    assert.ok(nearest > promised - 5e-4, `${rest.pattern} beside ${own.pattern}: ${nearest}`);
    assert.match(notes.map((note) => words(note)).join(' '), /Hollow: rows/);
  }
});

test('where two patterns meet trees give way to the smaller distance of the two, and to no greater', () => {
  const at = (from: number, to: number): MultiPolygon => [
    [
      [
        [from, 0],
        [to, 0],
        [to, 45],
        [from, 45],
      ],
    ],
  ];
  const zones = [{ id: 'z', name: 'Hollow', parts: at(0, 30.3) }];
  const across = (rest: Partial<PatternSettings>, own: Partial<PatternSettings>) => {
    const base = { ...common, direction: { kind: 'east-west' as const } };
    const { rows } = layOut({ boundary: at(0, 60), plantable: at(0, 60), cards, zones }, {
      ...base,
      ...rest,
      byZone: [{ zone: 'z', settings: { ...base, ...own } }],
    } as LayoutParameters);
    const xy = positions(rows);
    const places = Array.from({ length: rows.total }, (_, i) => [xy[2 * i], xy[2 * i + 1]]);
    const [inside, outside] = [(x: number) => x < 30.3, (x: number) => x >= 30.3].map((side) =>
      places.filter(([x]) => side(x)),
    );
    return Math.min(
      ...inside.flatMap(([x, y]) => outside.map(([a, b]) => Math.hypot(a - x, b - y))),
    );
  };
  const square = { pattern: 'square', inRow: 2, between: 2 } as const;
  const wide = {
    pattern: 'scatter',
    scatter: { minimum: 5, seed: 3 },
    ...{ inRow: 2, between: 3 },
  } as const;
  const beside = across(square, wide);
  assert.ok(
    beside >= 2 - 5e-4 && beside < 3,
    `${beside} m between squares of 2 m and a scatter of 5 m`,
  );
  // Rows of a metre's step stand six metres apart: what they promise is the metre.
  const close = across(
    { pattern: 'rectangular', inRow: 1, between: 6 },
    { pattern: 'rectangular', inRow: 3, between: 4 },
  );
  assert.ok(close >= 1 - 5e-4 && close < 2.5, `${close} m between rows`);
  // Of shelter rows the closest counts.
  const row = { species: 'p', stagger: 0 };
  const shelter = [
    { ...row, step: 1.5, offset: 4 },
    { ...row, step: 5, offset: 5 },
  ];
  const sheltered = across({ ...square, inRow: 4, between: 4 }, {
    pattern: 'shelter',
    shelter,
  } as never);
  assert.ok(sheltered >= 1.5 - 5e-4 && sheltered < 3.5, `${sheltered} m beside shelter rows`);
});

test('clumps add to the ground they lie in, and never thin it', () => {
  const field: MultiPolygon = [
    [
      [
        [0, 0],
        [100, 0],
        [100, 80],
        [0, 80],
      ],
    ],
  ];
  const lay = (clumps?: { count: number; radius: number; density: number }) =>
    positions(
      layOut(
        { boundary: field, plantable: field, cards },
        {
          ...common,
          ...{ pattern: 'scatter', inRow: 2, between: 2 },
          direction: { kind: 'east-west' },
          scatter: { minimum: 2, density: 0.1, seed: 5, ...(clumps ? { clumps } : {}) },
        },
      ).rows,
    ).length / 2;
  const plain = lay();
  const thin = lay({ count: 5, radius: 8, density: 0.02 });
  assert.ok(Math.abs(thin - plain) < 0.03 * plain, `${thin} with thin clumps, ${plain} without`);
  assert.ok(lay({ count: 5, radius: 8, density: 0.2 }) > plain + 40);
});

test('jagged and sharply bent guides: rows keep their distance and lose no ground unsaid', () => {
  const random = seededRandom('guides');
  const field: MultiPolygon = [
    [
      [
        [0, 0],
        [80, 0],
        [80, 60],
        [0, 60],
      ],
    ],
  ];
  const index = new AreaIndex(field);
  for (let turn = 0; turn < 60; turn++) {
    // A walked line: straight with metres of noise, or one sharp bend.
    const guide: Point[] =
      turn % 2
        ? Array.from({ length: 27 }, (_, i): Point => [-10 + 4 * i, 6 * (random() - 0.5)])
        : [
            [-10, -2],
            [40 + 20 * (random() - 0.5), -2],
            [90, 20 + 30 * random()],
          ];
    const settings: LayoutParameters = {
      ...common,
      ...{ pattern: 'parallel', inRow: 2, between: 2.5, guide },
      direction: { kind: 'east-west' },
    };
    const started = performance.now();
    const { rows } = layOut({ boundary: field, plantable: field, cards }, settings);
    assert.ok(performance.now() - started < 20_000);
    const xy = positions(rows);
    assert.ok(nearestPair(xy, 1.9) > 1.2, `guide ${turn}`);
    // Places with room for a tree and nothing within a row spacing and a half would be lost ground.
    let lost = 0;
    let looked = 0;
    for (let x = 2; x < 80; x += 2)
      for (let y = 8; y < 60; y += 2) {
        if (!index.inside(x, y)) continue;
        looked++;
        let near = Infinity;
        for (let i = 0; i < xy.length; i += 2)
          near = Math.min(near, (xy[i] - x) ** 2 + (xy[i + 1] - y) ** 2);
        if (near > (1.5 * 2.5) ** 2) lost++;
      }
    assert.ok(lost < 0.06 * looked, `guide ${turn}: ${lost} of ${looked} without a tree`);
  }
});
