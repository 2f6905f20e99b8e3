import assert from 'node:assert/strict';
import { test } from 'node:test';
import { planSvg } from './plan-svg';

/** Four hundred metres by a hundred, its corner away from nought, with a part of its own north of it. */
const BLOCK: [number, number][][][] = [
  [
    [
      [-50, 20],
      [350, 20],
      [350, 120],
      [-50, 120],
      [-50, 20],
    ],
  ],
  [
    [
      [0, 130],
      [10, 130],
      [10, 140],
      [0, 130],
    ],
  ],
];

test('a small plan is drawn to one scale, north up, every plot where it lies and in the colour of what it found', () => {
  const svg = planSvg(BLOCK, [
    { centre: [-50, 140], number: 1, found: { faulty: 0 } },
    { centre: [350, 20], number: 2, found: { faulty: 3 } },
    { centre: [150, 80], number: 3 },
  ]);
  // 400 m are 360 points wide: 0.9 a metre; 120 m are 108 high; two points of air on each side.
  const [, width, height] = /width="(\d+)" height="(\d+)"/.exec(svg)!;
  assert.deepEqual([width, height], ['364', '112']);
  const circles = [
    ...svg.matchAll(/<circle cx="([\d.]+)" cy="([\d.]+)"[^>]*stroke="(#\w+)"([^/]*)\/>/g),
  ];
  assert.deepEqual(
    circles.map(([, x, y, colour, rest]) => [Number(x), Number(y), colour, /dash/.test(rest)]),
    [
      [2, 2, '#1e6b4f', false],
      [362, 110, '#a63a1f', false],
      [182, 56, '#4d5951', true],
    ],
  );
  assert.deepEqual(
    [...svg.matchAll(/>(\d)<\/text>/g)].map(([, number]) => number),
    ['1', '2', '3'],
  );
  const rings = /<path d="([^"]+)"/.exec(svg)![1].split('Z').filter(Boolean);
  assert.deepEqual(rings, [
    'M2.0 110.0L362.0 110.0L362.0 20.0L2.0 20.0L2.0 110.0',
    'M47.0 11.0L56.0 11.0L56.0 2.0L47.0 11.0',
  ]);
  // A tall block is held by its height: 190 points for 380 m.
  const tall = planSvg(
    [
      [
        [
          [0, 0],
          [10, 0],
          [10, 380],
          [0, 0],
        ],
      ],
    ],
    [],
  );
  assert.match(tall, /width="9" height="194"/);
});
