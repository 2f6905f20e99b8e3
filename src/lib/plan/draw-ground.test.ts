import assert from 'node:assert/strict';
import { test } from 'node:test';
import { canvasRecorder } from '../../../tests/canvas';
import type { MultiPolygon } from '../../../core/ground/polygon';
import type { Point } from '../../../core/measure/plane';
import { rowSetOf, type RowSet } from '../../../core/rows/rowset';
import {
  drawGround,
  drawPlan,
  planExtent,
  type Palette,
  type PlanContent,
  type View,
} from './draw';
import { drawHere, drawLimits, drawMarks, drawPlots, drawRelief, drawTarget } from './draw-ground';

const palette = {
  ...{ sheet: '#fffdf7', ink: '#1b2621', slate: '#4d5951', faint: '#ccc', clay: '#a63a1f' },
  ...{ clayTint: '#f3dfd9', ochre: '#785200', water: '#2a6a86', viridian: '#1e6b4f' },
  ...{ rule: '#ddd', lift: 0 },
} as Palette;
const viewOf = (scale: number, system: View['system'] = 'metric'): View => ({
  ...{ scale, system, extent: [-100, -100, 200, 200] },
  toPixel: ([x, y]) => [x * scale, -y * scale],
});
const square = (from: number, to: number): Point[] => [
  [from, from],
  [to, from],
  [to, to],
  [from, to],
];
const boundary: MultiPolygon = [[square(0, 100)]];
const content = (more: Partial<PlanContent> = {}) =>
  ({ species: [], boundary, keptOut: [], ...more }) as PlanContent;
type Keep = PlanContent['keptOut'][number];
const keep = (kind: Keep['keepout']['kind'], shape: Keep['shape'], name = kind): Keep =>
  ({ keepout: { kind, name }, shape, band: [[square(40, 60)]] }) as Keep;

test('a plot that nobody looked at is broken round; good and faulty ones differ by line and tint', () => {
  const { context, drawn, letters } = canvasRecorder();
  const at = (x: number, label: string, found: 'open' | 'good' | 'faulty') => ({
    ...{ centre: [x, 0] as Point, radius: 4, label, found },
  });
  const all = [at(0, '1', 'open'), at(20, '2', 'good'), at(40, '3', 'faulty'), at(60, '', 'open')];
  const round: Point[] = [
    [-10, 0],
    [0, 0],
    [40, 0],
  ];
  drawPlots(context, { round, all }, viewOf(1), palette);
  const rings = drawn.filter(({ how, arcs }) => how === 'stroke' && arcs.length);
  assert.deepEqual(
    rings.map(({ dash, colour }) => [dash.length > 0, colour]),
    [
      [true, palette.slate],
      [false, palette.viridian],
      [false, palette.clay],
      [true, palette.slate],
    ],
  );
  // Far away a ring stays wide enough for its figure; one without a figure is a dot.
  assert.deepEqual(
    rings.map(({ arcs }) => arcs[0][2]),
    [11, 11, 11, 4],
  );
  assert.ok(rings[1].width > rings[0].width);
  const tints = drawn.filter(({ how, arcs }) => how === 'fill' && arcs.length);
  assert.equal(tints[2].colour, palette.clayTint);
  assert.deepEqual(
    letters.map(({ text }) => text),
    ['1', '2', '3', ''],
  );
  const [walk] = drawn;
  assert.deepEqual(walk.points, [
    [-10, -0],
    [0, -0],
    [40, -0],
  ]);
  assert.ok(walk.dash.length, 'the way is a broken line, the rows are whole ones');
  // From near the ring is as wide as the plot.
  const near = canvasRecorder();
  drawPlots(near.context, { round: [], all: all.slice(0, 1) }, viewOf(5), palette);
  assert.equal(near.drawn.at(-1)!.arcs[0][2], 20);
});

test('wires, buried lines and walls are told apart by their stroke, names lie along a line and never upside down', () => {
  const { context, drawn, letters } = canvasRecorder();
  const line = (from: Point, to: Point): Keep['shape'] => ({
    type: 'LineString',
    coordinates: [from, to],
  });
  const keptOut = [
    keep('overhead-line', line([0, 20], [100, 20]), '20 kV' as never),
    keep('buried-service', line([90, 50], [10, 50]), 'gas' as never),
    keep('road', { type: 'Polygon', coordinates: [square(40, 60)] }, 'yard' as never),
    keep('existing-tree', { type: 'Point', coordinates: [80, 80] }, 'old oak' as never),
    keep('watercourse', line([0, 0], [100, 0]), 'ditch' as never),
  ];
  drawPlan(context, content({ keptOut }), viewOf(1), palette);
  const strokes = drawn.filter(({ how, width }) => how === 'stroke' && width === 1.6).slice(1);
  assert.deepEqual(
    strokes.map(({ colour, dash }) => [colour, dash.join(' ')]),
    [
      [palette.ochre, '10 4'],
      [palette.clay, '3 4'],
      [palette.clay, ''],
      [palette.water, ''],
    ],
  );
  const dot = drawn.find(({ how, arcs }) => how === 'fill' && arcs.length);
  assert.deepEqual([dot?.colour, dot?.arcs[0].slice(0, 2)], [palette.ochre, [80, -80]]);
  const where = new Map(letters.map(({ text, at }) => [text, at]));
  // A line's name stands over its middle, a point's under it, an area's in it.
  assert.deepEqual(where.get('20 kV'), [50, -29]);
  assert.deepEqual(where.get('gas'), [50, -59]);
  assert.deepEqual(where.get('old oak'), [80, -65]);
  assert.deepEqual(where.get('yard'), [50, -50]);
});

test('limits are broken lines in ochre for a height, in blue for a distance; whole edges are keep-outs', () => {
  const { context, drawn } = canvasRecorder();
  const limits = [
    { parts: [[square(0, 20)]], height: 4, why: '' },
    { parts: [[square(80, 100)]], why: '' },
  ] as unknown as NonNullable<PlanContent['limits']>;
  drawLimits(context, content(), limits, viewOf(1), palette);
  const edges = drawn.filter(({ how, dash }) => how === 'stroke' && dash.length);
  assert.deepEqual(
    edges.map(({ colour }) => colour),
    [palette.ochre, palette.water],
  );
  assert.deepEqual(edges[0].points[1], [20, -0]);
  assert.equal(context.globalAlpha, 1, 'what is drawn next is not pale');
});

test('level lines: every fifth is stronger and numbered in the reader’s unit, others go when they crowd', () => {
  const relief = (interval: number, many: number): NonNullable<PlanContent['relief']> => ({
    shade: {} as CanvasImageSource,
    box: [0, 0, 100, 100],
    interval,
    lines: Array.from({ length: many }, (_, i) => ({
      level: interval * (i + 1),
      segments: Float32Array.from([0, 10 * i, 50, 10 * i, 50, 10 * i, 100, 10 * i]),
    })),
  });
  const lines = (scale: number, interval: number, many: number, system?: View['system']) => {
    const { context, drawn, letters } = canvasRecorder();
    drawRelief(context, content(), relief(interval, many), viewOf(scale, system), palette);
    return { strokes: drawn.filter(({ how }) => how === 'stroke'), letters };
  };
  const near = lines(4, 2, 10);
  assert.equal(near.strokes.length, 10);
  assert.deepEqual(
    near.letters.map(({ text }) => text),
    ['10', '20'],
  );
  const [, second, , , fifth] = near.strokes;
  assert.ok(fifth.width > second.width && fifth.alpha > second.alpha);
  const far = lines(0.2, 2, 10);
  assert.equal(far.strokes.length, 2, 'ten lines on twenty pixels: the fifths alone');
  const feet = lines(4, 10 * 0.3048, 10, 'us');
  assert.deepEqual(
    feet.letters.map(({ text }) => text),
    ['50', '100'],
  );
});

test('where one stands is as wide as the receiver is unsure, and never too small to see', () => {
  const { context, drawn } = canvasRecorder();
  drawHere(context, { point: [10, 10], accuracy: 8 }, viewOf(2), palette);
  assert.deepEqual(drawn[0].arcs, [[20, -20, 16]]);
  assert.ok(drawn[0].alpha < 1 && drawn[1].alpha === 1);
  const sure = canvasRecorder();
  drawHere(sure.context, { point: [0, 0], accuracy: 0.02 }, viewOf(2), palette);
  assert.equal(sure.drawn[0].arcs[0][2], 6);
});

test('a peg looked for is ringed, a tree that was taken out is crossed', () => {
  const { context, drawn } = canvasRecorder();
  drawTarget(context, [3, 4], viewOf(10), palette);
  drawMarks(context, [[1, 1]], viewOf(10), palette);
  assert.deepEqual(drawn[0].arcs, [[30, -40, 14]]);
  assert.deepEqual(drawn[1].points, [
    [6, -14],
    [14, -6],
    [14, -14],
    [6, -6],
  ]);
});

test('zones are tinted and named where they are widest, inside the block alone', () => {
  const { context, drawn, letters } = canvasRecorder();
  // An L: its foot is wide, its arm narrow.
  const ell: MultiPolygon = [
    [
      [
        [0, 0],
        [90, 0],
        [90, 30],
        [10, 30],
        [10, 100],
        [0, 100],
      ],
    ],
  ];
  const zones = [{ name: 'Hollow', parts: ell }];
  drawGround(context, content({ zones }), viewOf(1), palette);
  drawPlan(context, content({ zones }), viewOf(1), palette);
  const tint = drawn.find(({ how, colour }) => how === 'fill' && colour === palette.water)!;
  assert.ok(tint.alpha < 0.2 && tint.points.length === 6);
  const [{ text, at }] = letters;
  assert.equal(text, 'Hollow');
  assert.ok(at[0] > 30 && -at[1] < 30, `in the foot, not in the arm: ${at.join(', ')}`);
});

test('a plan in whole has its baseline in sight, which may lie outside the block', () => {
  const rows: RowSet = rowSetOf(
    {
      frame: { origin: [0, 0], bearing: 0, side: 1, baseline: -12 },
      ...{ straight: true, step: 2, between: 3 },
    } as never,
    [10, 20].map((x) => ({
      ...{ line: [x, 0, x, 38], start: 0, step: 2, listed: false, stretches: [0, 20] },
    })) as never,
  );
  assert.deepEqual(planExtent(content()), [0, 0, 100, 100]);
  assert.deepEqual(planExtent(content({ rows })), [0, -12, 100, 100]);
});
