import assert from 'node:assert/strict';
import { test } from 'node:test';
import type { MultiPolygon, Ring } from '../ground/polygon';
import type { Point } from '../measure/plane';
import { AreaIndex } from './clip';
import { edgeRuns, guideChoices, nearestRow } from './guides';
import { parallelRows, shelterRows, type ShelterRow } from './parallel';
import { lineBetween, pegPosition, rowCount, rowSpan } from './rowset';

/** 200 m by 100 m, its north side bent a little twice. */
const BENT: MultiPolygon = [
  [
    [
      [0, 0],
      [200, 0],
      [200, 100],
      [140, 108],
      [60, 106],
      [0, 100],
    ],
  ],
];

test('a run of edges ends at sharp corners only; single sides are no run', () => {
  const runs = edgeRuns(BENT);
  assert.equal(runs.length, 1, 'three straight sides are picked as edges');
  assert.deepEqual(runs[0].line, [
    [200, 100],
    [140, 108],
    [60, 106],
    [0, 100],
  ]);
  const round: Ring = Array.from({ length: 40 }, (_, i): Point => [
    50 * Math.cos((i * Math.PI) / 20),
    50 * Math.sin((i * Math.PI) / 20),
  ]);
  const [whole] = edgeRuns([[round]]);
  assert.equal(whole.line.length, 41, 'a pond’s shore is one run');
  assert.deepEqual(whole.line[0], whole.line[40]);
});

test('a fence is a guide, and its first row stands on its own setback', () => {
  const setback = 2.5;
  const fence: Point[] = [
    [-5, 0],
    [205, 0],
  ];
  const choices = guideChoices(BENT, [
    {
      keepout: { id: 'f', name: 'South fence', setback },
      shape: { type: 'LineString', coordinates: fence },
    },
    {
      keepout: { id: 't', name: 'Oak', setback: 4 },
      shape: { type: 'Point', coordinates: [9, 9] },
    },
  ]);
  assert.deepEqual(
    choices.map(({ name }) => name),
    ['South fence', 'edge, run 1'],
  );
  const [{ line, firstOffset }] = choices;
  const plantable: MultiPolygon = [
    [
      [
        [0, setback],
        [200, setback],
        [200, 100],
        [0, 100],
      ],
    ],
  ];
  const rows = parallelRows(plantable, line, {
    ...{ step: 2, between: 3, firstOffset: firstOffset! },
    ...{ headland: 0, shortest: 2, firstPeg: 0, stagger: 0 },
  });
  const first = lineBetween(rows, 0, ...rowSpan(rows, 0));
  const ys = Array.from({ length: rowCount(rows) }, (_, row) =>
    Math.min(...lineBetween(rows, row, ...rowSpan(rows, row)).map(([, y]) => y)),
  );
  assert.ok(Math.abs(Math.min(...ys) - setback) < 0.02, `first row at ${Math.min(...ys)} m`);
  assert.ok(first.length >= 2 && new AreaIndex(plantable));
});

test('of another block’s rows the nearest is gone on with, whichever way they are numbered', () => {
  const row = (number: number, y: number) => ({
    number,
    line: [
      [0, y],
      [200, y],
    ] as Point[],
  });
  const south = [row(1, -30), row(2, -12), row(3, -3)];
  assert.equal(nearestRow(south, BENT)!.number, 3);
  assert.equal(nearestRow([...south].reverse(), BENT)!.number, 3);
  // A short row that only touches one corner is farther off than one along the whole side.
  const corner = {
    number: 9,
    line: [
      [199, -1],
      [260, -90],
    ] as Point[],
  };
  assert.equal(nearestRow([corner, ...south], BENT)!.number, 3);
  assert.equal(nearestRow([], BENT), undefined);
});

test('rows go on from a guide that lies far off, in the same rhythm as if the ground between were planted', () => {
  for (const away of [4, 150, 700, 1900]) {
    const guide: Point[] = [
      [0, -away],
      [200, -away],
    ];
    const rows = parallelRows(BENT, guide, {
      ...{ step: 2, between: 2.6, firstOffset: 2.6 },
      ...{ headland: 0, shortest: 2, firstPeg: 0, stagger: 0 },
    });
    const first = lineBetween(rows, 0, ...rowSpan(rows, 0))[0][1] + away;
    assert.ok(Math.abs(first / 2.6 - Math.round(first / 2.6)) < 1e-6, `${away} m: ${first}`);
    assert.ok(first - away < 2.6 + 1e-6, 'not one row is left out at the edge');
    // As many rows as fit on the ground, give or take one at either bend.
    assert.ok(Math.abs(rowCount(rows) - 108 / 2.6) <= 2, `${away} m: ${rowCount(rows)} rows`);
  }
});

test('a short guide is gone on with to both ends of a long block, wherever that lies', () => {
  for (const middle of [0, 700, -700]) {
    const high: MultiPolygon = [
      [
        [
          [0, middle - 200],
          [30, middle - 200],
          [30, middle + 200],
          [0, middle + 200],
        ],
      ],
    ];
    const rows = parallelRows(
      high,
      [
        [0, middle - 1],
        [0, middle + 1],
      ],
      {
        ...{ step: 2, between: 5, firstOffset: 5 },
        ...{ headland: 0, shortest: 2, firstPeg: 0, stagger: 0 },
      },
    );
    for (let row = 0; row < rowCount(rows); row++) {
      const [from, to] = rowSpan(rows, row);
      assert.ok(to - from > 396, `row ${row + 1}, ${middle} m up: ${to - from} m`);
    }
  }
});

test('shelter rows stand at their own distances, each in its own step and stagger', () => {
  const strip: MultiPolygon = [[[[0, 0], [100, 0], [100, 30], [0, 30]]]]; // prettier-ignore
  const fence: Point[] = [[0, -2], [100, -2]]; // prettier-ignore
  const given = [
    { offset: 4, step: 2, stagger: 0 },
    { offset: 3, step: 1, stagger: 0.5 },
    { offset: 5, step: 3, stagger: 0.25 },
  ].map((row) => ({ ...row, species: 'pine' })) as ShelterRow[];
  const { rows, belongs } = shelterRows(strip, fence, given, {
    firstPeg: 1,
    headland: 0,
    shortest: 2,
  });
  assert.deepEqual(belongs, [0, 1, 2]);
  const peg = (row: number, at: number) => pegPosition(rows, row, at)!.point;
  // From the fence 2 m outside: 4, then 3 and 5 further in.
  assert.deepEqual(
    [1, 2, 3].map((row) => peg(row, 1)[1]),
    [2, 5, 10],
  );
  const along = (row: number) => [peg(row, 1)[0], peg(row, 2)[0] - peg(row, 1)[0]];
  assert.deepEqual(along(1), [1, 2]);
  assert.deepEqual(along(2), [0.5, 1], 'staggered by half a step');
  assert.deepEqual(along(3), [1.75, 3], 'and by a quarter');
  // What all rows together are called by is the mean of them.
  assert.deepEqual([rows.step, rows.between], [2, 4]);
  assert.equal(rowCount(rows), 3);
});

test('of several runs the longest stands first, however the ring goes round', () => {
  // A bent east side of 80 m, and a bent north side of 200 m.
  const ring: Ring = [
    [0, 0],
    [200, 0],
    [206, 40],
    [200, 80],
    [100, 92],
    [0, 80],
  ];
  for (const way of [ring, [...ring].reverse()]) {
    const runs = edgeRuns([[way]]);
    assert.equal(runs.length, 2);
    assert.deepEqual(
      runs.map(({ line }) => line.some(([x, y]) => x === 100 && y === 92)),
      [true, false],
    );
  }
});

test('the corners of a part of a row are those between its ends, in both coordinates', () => {
  const area: MultiPolygon = [
    [
      [
        [0, 0],
        [120, 0],
        [120, 60],
        [0, 60],
      ],
    ],
  ];
  const guide: Point[] = [
    [0, 0],
    [50, 0],
    [120, 20],
  ];
  const rows = parallelRows(area, guide, {
    ...{ step: 2, between: 10, firstOffset: 10 },
    ...{ headland: 0, shortest: 2, firstPeg: 0, stagger: 0 },
  });
  const bent = Array.from({ length: rowCount(rows) }, (_, row) => row).find(
    (row) => lineBetween(rows, row, ...rowSpan(rows, row)).length >= 3,
  )!;
  const [from, to] = rowSpan(rows, bent);
  const whole = lineBetween(rows, bent, from, to);
  const lengthOf = (line: readonly Point[]) =>
    line.slice(1).reduce((sum, [x, y], i) => sum + Math.hypot(x - line[i][0], y - line[i][1]), 0);
  assert.ok(Math.abs(lengthOf(whole) - (to - from)) < 1e-6, `${lengthOf(whole)} of ${to - from}`);
  assert.equal(lineBetween(rows, bent, from, from).length, 1);
});
