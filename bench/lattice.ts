// A million positions in a 2 000-corner polygon with holes: against asking a general-purpose
// geometry library point by point, against merely filling an array, and in memory.
import OlPolygon from 'ol/geom/Polygon.js';
import type { MultiPolygon, Ring } from '../core/ground/polygon';
import { fromFrame, layLattice, toFrame, type Lattice } from '../core/rows/lattice';
import { positions, rowsOfLattice, treesByRow } from '../core/rows/rowset';
import { arrange } from '../core/rows/species';
import { layOut } from '../core/rows/layout';
import { best, report } from './measure';

const ring = (corners: number, radius: number, x = 0, y = 0): Ring =>
  Array.from({ length: corners }, (_, i) => {
    const angle = (2 * Math.PI * i) / corners;
    const r = radius * (1 + 0.08 * Math.sin(9 * angle));
    return [x + r * Math.cos(angle), y + r * Math.sin(angle)];
  });
const area: MultiPolygon = [
  [ring(1400, 1425), ring(300, 150, 300, 300), ring(300, 120, -400, 200)],
];
const frame = { bearing: 0.3, side: 1 as const, baseline: -1600, anchor: -1600 };
const spacing = { step: 2.5, between: 2.5, stagger: 0, firstPeg: 0, headland: 0, shortest: 0 };

let lattice!: Lattice;
let xy!: Float64Array;
const ours = best(12, () => {
  lattice = layLattice(area, frame, spacing);
  xy = positions(rowsOfLattice(lattice));
});
const filling = best(12, () => {
  const numbers = new Float64Array(2_000_000);
  for (let i = 0; i < numbers.length; i++) numbers[i] = i * 0.5;
  return numbers;
});

const polygon = new OlPolygon(area[0].map((r) => [...r, r[0]]));
let inside = 0;
const library = best(1, () => {
  const uv = area.flat(2).map((point) => toFrame(frame, point));
  const [u0, u1] = [Math.min(...uv.map(([u]) => u)), Math.max(...uv.map(([u]) => u))];
  const [v0, v1] = [Math.min(...uv.map(([, v]) => v)), Math.max(...uv.map(([, v]) => v))];
  for (let row = Math.ceil((v0 - frame.anchor) / 2.5); row * 2.5 + frame.anchor <= v1; row++) {
    for (
      let peg = Math.ceil((u0 - frame.baseline) / 2.5);
      peg * 2.5 + frame.baseline <= u1;
      peg++
    ) {
      const point = fromFrame(frame, [peg * 2.5 + frame.baseline, row * 2.5 + frame.anchor]);
      if (polygon.intersectsCoordinate(point)) inside++;
    }
  }
});
if (Math.abs(inside - lattice.total) > 2)
  throw new Error(`The library finds ${inside}, the rows hold ${lattice.total}.`);

const bytes =
  xy.byteLength +
  lattice.rowIndex.byteLength +
  lattice.rowStretches.byteLength +
  lattice.stretchFirst.byteLength +
  lattice.stretchCount.byteLength;
globalThis.gc?.();
const heapBefore = process.memoryUsage().heapUsed + process.memoryUsage().arrayBuffers;
const held = [layLattice(area, frame, spacing)].map((l) => [
  l,
  positions(rowsOfLattice(l)),
  arrange(treesByRow(rowsOfLattice(l)), [60, 40], { kind: 'runs', length: 25 }),
]);
globalThis.gc?.();
const grown = process.memoryUsage().heapUsed + process.memoryUsage().arrayBuffers - heapBefore;

report(
  'positions in the rows',
  lattice.total,
  '',
  lattice.total >= 1_000_000,
  'at least 1 000 000',
);
report('geometry library ÷ rows', library / ours, 'times', library / ours >= 300, 'at least 300');
report(
  'rows ÷ filling two million numbers',
  ours / filling,
  'times',
  ours / filling <= 6,
  'at most 6',
);
report('positions in memory', bytes / 2 ** 20, 'MB', bytes < 64 * 2 ** 20, 'under 64');
report(
  'positions with species, heap grown',
  grown / 2 ** 20,
  'MB',
  grown < 64 * 2 ** 20 && held.length > 0,
  'under 64',
);

const block: MultiPolygon = [[ring(60, 195)]];
let trees = 0;
const laying = best(20, () => {
  trees = layOut(
    { boundary: block, plantable: block },
    {
      pattern: 'offset',
      inRow: 2.4,
      between: 2.5,
      direction: { kind: 'bearing', bearing: 0.7 },
      firstOffset: 1,
      firstPeg: 0,
      headland: 0,
      shortest: 0,
      mix: [
        { species: 'a', share: 60 },
        { species: 'b', share: 40 },
      ],
      arrangement: { kind: 'random', longest: 3, seed: 1 },
    },
  ).rows.total;
});
report(
  `laying out ${trees} trees, in frames of a thirtieth of a second`,
  laying / (1000 / 30),
  'frames',
  laying < 1000 / 30,
  'under 1',
);
