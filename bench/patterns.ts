// Direction search, contour rows and scatter, each against what the same machine needs for something
// else in the same run.
import FastPoisson from 'fast-2d-poisson-disk-sampling';
import Poisson from 'poisson-disk-sampling';
import { readAsciiGrid } from '../core/formats/elevation';
import type { MultiPolygon, Ring } from '../core/ground/polygon';
import type { Surface } from '../core/ground/surface';
import { seededRandom } from '../core/measure/random';
import { AreaIndex } from '../core/rows/clip';
import { contourRows } from '../core/rows/contour';
import { layOut, type LayoutParameters } from '../core/rows/layout';
import { fillArea } from '../core/rows/scatter';
import { searchBearings } from '../core/rows/search';
import { best, report } from './measure';

const ring = (corners: number, radius: number): Ring =>
  Array.from({ length: corners }, (_, i) => {
    const angle = (2 * Math.PI * i) / corners;
    const r = radius * (1 + 0.1 * Math.sin(7 * angle));
    return [r * Math.cos(angle), r * Math.sin(angle)];
  });

// A block of 50 ha: one layout with its species, and all 180 bearings.
const block: MultiPolygon = [[ring(120, 398)]];
const ground = { boundary: block, plantable: block };
const parameters: LayoutParameters = {
  pattern: 'rectangular',
  inRow: 2.5,
  between: 3,
  direction: { kind: 'bearing', bearing: 0.4 },
  firstOffset: 1,
  firstPeg: 0,
  headland: 0,
  shortest: 5,
  mix: [
    { species: 'a', share: 60 },
    { species: 'b', share: 40 },
  ],
  arrangement: { kind: 'random', longest: 3, seed: 1 },
};
const one = best(15, () => layOut(ground, parameters));
const all = best(5, () => searchBearings(ground, parameters));
report('180 bearings ÷ one layout of 50 ha', all / one, 'times', all / one < 60, 'under 60');

// Contour rows of a 500 × 500 grid against reading it.
const N = 500;
const heights = Array.from({ length: N * N }, (_, i) => {
  const [x, y] = [i % N, Math.floor(i / N)];
  return (120 + 40 * Math.sin(y / 90) + 30 * Math.cos(x / 70) + 0.05 * y).toFixed(3);
});
const text = `ncols ${N}\nnrows ${N}\nxllcorner 600000\nyllcorner 5700000\ncellsize 5\nNODATA_value -9999\n${heights.join(' ')}\n`;
const reading = best(5, () => readAsciiGrid(text, '32N'));
const { values } = readAsciiGrid(text, '32N');
const surface: Surface = {
  minX: 0,
  minY: 0,
  cell: 5,
  columns: N,
  rows: N,
  heights: Float32Array.from(values),
};
const slope: MultiPolygon = [
  [
    [
      [20, 20],
      [2475, 20],
      [2475, 2475],
      [20, 2475],
    ],
  ],
];
let rows = 0;
const tracing = best(3, () => {
  rows = contourRows(surface, slope, {
    step: 2.5,
    between: 20,
    firstPeg: 0,
    headland: 0,
    shortest: 20,
    stopUnder: 0.75,
    startOver: 1.5,
    fall: 0,
  }).traced.length;
});
report(
  `${rows} contour rows of a 500 × 500 grid ÷ reading it`,
  tracing / reading,
  'times',
  tracing / reading < 20,
  'under 20',
);

// 200 000 scattered spots against the registry's packages at their own defaults.
const side = 480;
const square: MultiPolygon = [
  [
    [
      [0, 0],
      [side, 0],
      [side, side],
      [0, side],
    ],
  ],
];
let spots = 0;
const ours = best(3, () => {
  spots = fillArea(new AreaIndex(square), 1, seededRandom(3)).length / 2;
});
let theirs = 0;
const fast = best(1, () => {
  theirs = new FastPoisson({ shape: [side, side], radius: 1 }).fill().length;
});
const known = best(1, () => {
  new Poisson({ shape: [side, side], minDistance: 1 }).fill();
});
if (spots < 190_000) throw new Error(`Only ${spots} spots; the bench asks for 200 000.`);
report(
  `${spots} scattered spots ÷ the faster package (${theirs} spots)`,
  ours / Math.min(fast, known),
  'times',
  ours < Math.min(fast, known),
  'under 1',
);
