import { formatLength, SQUARE_METRES_PER_ACRE } from '../measure/units';
import assert from 'node:assert/strict';
import { test } from 'node:test';
import type { MultiPolygon } from '../ground/polygon';
import type { Point } from '../measure/plane';
import {
  asLaid,
  contourAlong,
  firstParameters,
  firstShelter,
  settingsIn,
  NO_SPECIES_YET,
  settingsOf,
  withSettings,
  toHundred,
  withoutSpecies,
  withSpecies,
} from './deciding';
import { moveAt } from './by-hand';
import { layOut, type LayoutParameters } from './layout';
import { applyMoves } from './moves';
import { pegPosition } from './rowset';

const field: MultiPolygon = [
  [
    [
      [0, 0],
      [120, 0],
      [120, 60],
      [0, 60],
    ],
  ],
];
const first = (species = ['p', 'b', 'a', 'w']) => firstParameters(field, species);
const ground = { boundary: field, plantable: field };

test('a new block is laid out as it stands: along its longest side, one species, trees at once', () => {
  const parameters = first();
  const { rows } = layOut(ground, parameters);
  assert.ok(rows.total > 800 && rows.total < 1000, `${rows.total}`);
  const { direction, mix } = parameters;
  assert.ok(direction.kind === 'edge');
  assert.equal(
    Math.hypot(direction.to[0] - direction.from[0], direction.to[1] - direction.from[1]),
    120,
  );
  assert.deepEqual(mix, [{ species: 'p', share: 100 }]);
  assert.deepEqual(first([]).mix, [], 'a site without a card begins without a mix');
});

test('settings of a pattern are taken out whole, and nothing of the mix goes along', () => {
  const whole: LayoutParameters = {
    ...first(),
    ...{ measured: 'ground', guide: [[0, 0] as Point, [9, 9] as Point] },
    scatter: { minimum: 2, seed: 3 },
    byZone: [],
  };
  const settings = settingsOf(whole);
  assert.deepEqual(settings.scatter, { minimum: 2, seed: 3 });
  assert.equal(settings.measured, 'ground');
  for (const key of ['mix', 'arrangement', 'byZone', 'moves', 'cluster', 'contour'])
    assert.ok(!(key in settings), key);
  assert.deepEqual(settingsOf(settings), settings);
});

test('a zone takes the block’s settings along once, and then goes its own way', () => {
  let parameters = first();
  const decide = (zone: string, decided: Parameters<typeof withSettings>[2]) =>
    (parameters = { ...parameters, ...withSettings(parameters, zone, decided) });
  decide('', { between: 4 });
  assert.equal(parameters.between, 4);
  assert.equal(parameters.byZone, undefined);
  decide('wet', { pattern: 'offset' });
  assert.deepEqual(
    [settingsIn(parameters, 'wet').pattern, settingsIn(parameters, 'wet').between],
    ['offset', 4],
  );
  assert.equal(parameters.pattern, 'rectangular', 'the block stays');
  decide('', { between: 2 });
  decide('dry', { inRow: 1.5 });
  decide('wet', { headland: 3 });
  const { pattern, between, headland } = settingsIn(parameters, 'wet');
  assert.deepEqual([pattern, between, headland], ['offset', 4, 3]);
  assert.deepEqual(
    parameters.byZone!.map(({ zone }) => zone),
    ['wet', 'dry'],
    'each once, in the order in which they were decided',
  );
  assert.equal(settingsIn(parameters, 'dry').between, 2);
  assert.equal(settingsIn(parameters, 'nowhere'), parameters);
});

test('shelter rows begin with three, and rows that were set are not begun anew', () => {
  const mix = ['p', 'b', 'a', 'w'].map((species) => ({ species, share: 25 }));
  const parameters = { ...first(), mix };
  const rows = withSettings(parameters, '', { pattern: 'shelter' }).shelter!;
  assert.deepEqual(rows, firstShelter(parameters));
  assert.deepEqual(
    rows.map(({ species, stagger }) => [species, stagger]),
    [
      ['p', 0],
      ['b', 0.5],
      ['a', 0],
    ],
  );
  const set = { ...parameters, shelter: [{ ...rows[0], offset: 7 }] };
  assert.equal(withSettings(set, '', { pattern: 'shelter' }).shelter, undefined);
  const inZone = withSettings(set, 'edge', { pattern: 'shelter' }).byZone![0].settings;
  assert.equal(inZone.shelter![0].offset, 7, 'a zone takes them along');
});

test('a baseline that is drawn keeps what else was decided of contour rows', () => {
  const line: Point[] = [
    [0, 0],
    [5, 1],
    [9, 4],
  ];
  assert.deepEqual(contourAlong({}, line), {
    ...{ stopUnder: 0.75, startOver: 1.5, fall: 0 },
    baseline: [
      [0, 0],
      [9, 4],
    ],
  });
  const contour = { stopUnder: 0.6, startOver: 1.8, fall: 0.01 };
  assert.equal(contourAlong({ contour }, line).stopUnder, 0.6);
});

test('a press on the plan means the peg next to it, a place, or the nearer end of the chosen row', () => {
  const { rows } = layOut(ground, first());
  const peg = pegPosition(rows, 3, 5)!.point;
  const beside: Point = [peg[0] + 0.4, peg[1] - 0.3];
  const out = moveAt(rows, 'out', beside, 1)!;
  assert.deepEqual(out.at, peg);
  assert.equal(applyMoves(rows, [out]).rows.total, rows.total - 1);
  assert.deepEqual(moveAt(rows, 'add', beside, 1), { kind: 'add', at: beside });
  const [a, b] = [pegPosition(rows, 4, 1)!.point, pegPosition(rows, 4, 40)!.point];
  const near = ([x, y]: Point): Point => [x * 0.9 + 60 * 0.1, y];
  for (const [end, other] of [
    [a, b],
    [b, a],
  ]) {
    const move = moveAt(rows, 'end', near(end), 4)!;
    assert.ok(move.kind === 'end');
    const away = (point: Point) => Math.hypot(move.row[0] - point[0], move.row[1] - point[1]);
    assert.ok(away(end) < away(other));
  }
});

test('before a species is chosen every place is laid and counted, and a mix that is there stays', () => {
  const open = first([]);
  assert.deepEqual(open.mix, []);
  const laid = layOut(ground, asLaid(open));
  assert.equal(laid.rows.total, layOut(ground, first()).rows.total);
  assert.deepEqual(laid.speciesCounts, [laid.rows.total]);
  assert.equal(asLaid(open).mix[0].species, NO_SPECIES_YET);
  const chosen = first();
  assert.equal(asLaid(chosen), chosen);
});

test('a species that is added shares evenly where all did, and leaves what somebody set', () => {
  const shares = (mix: LayoutParameters['mix']) => mix.map(({ share }) => share);
  let mix = withSpecies([], 'a');
  assert.deepEqual(shares(mix), [100]);
  mix = withSpecies(withSpecies(mix, 'b'), 'c');
  assert.deepEqual(shares(mix), [34, 33, 33]);
  assert.equal(
    withSpecies(mix, 'd').reduce((sum, { share }) => sum + share, 0),
    100,
  );
  assert.deepEqual(
    shares(
      withSpecies(
        [
          { species: 'a', share: 70 },
          { species: 'b', share: 20 },
        ],
        'c',
      ),
    ),
    [70, 20, 10],
  );
  assert.deepEqual(
    shares(
      withSpecies(
        [
          { species: 'a', share: 80 },
          { species: 'b', share: 40 },
        ],
        'c',
      ),
    ),
    [80, 40, 0],
    'more than all is not made worse',
  );
});

test('a new block starts at lengths that are round in the units of whoever lays it out', () => {
  const metric = firstParameters(field, ['p']);
  assert.deepEqual([metric.inRow, metric.between], [2.5, 3]);
  const us = firstParameters(field, ['p'], 'us');
  assert.equal(formatLength(us.inRow, 'us'), '8.0 ft');
  assert.equal(formatLength(us.between, 'us'), '10.0 ft');
  // 43 560 square feet over 80: the foresters' table gives 544 to 545 trees an acre.
  assert.equal(Math.round(SQUARE_METRES_PER_ACRE / (us.inRow * us.between)), 545);
  assert.deepEqual(us.direction, metric.direction);
});

test('what was set last stays, and the others make up a hundred', () => {
  const mixOf = (...shares: number[]) => shares.map((share, i) => ({ species: `s${i}`, share }));
  const shares = (given: number[], set?: number) =>
    toHundred(mixOf(...given), set).map(({ share }) => share);
  assert.deepEqual(shares([50, 70], 1), [30, 70]);
  assert.deepEqual(shares([50, 70], 0), [50, 50]);
  // Two to one, whatever is over or short; whole per cent stay whole.
  assert.deepEqual(shares([40, 20, 70], 2), [20, 10, 70]);
  assert.deepEqual(shares([10, 40, 20], 0), [10, 60, 30]);
  assert.deepEqual(shares([33, 33, 60], 2), [20, 20, 60]);
  assert.deepEqual(shares([12.5, 12.5, 60.5], 2), [19.8, 19.7, 60.5]);
  // More than all is all, and what has nothing yet shares evenly.
  assert.deepEqual(shares([50, 130], 1), [0, 100]);
  assert.deepEqual(shares([0, 0, 40], 2), [30, 30, 40]);
  assert.deepEqual(shares([60, 60]), [50, 50]);
  assert.deepEqual(shares([80], 0), [100]);
});

test('a species less leaves an even mix even, and shares that were set as they were set', () => {
  const shares = (given: readonly number[], out: number) =>
    withoutSpecies(
      given.map((share, i) => ({ species: `s${i}`, share })),
      `s${out}`,
    ).map(({ share }) => share);
  assert.deepEqual(shares([34, 33, 33], 0), [50, 50]);
  assert.deepEqual(shares([25, 25, 25, 25], 2), [34, 33, 33]);
  assert.deepEqual(shares([60, 30, 10], 2), [60, 30], 'the gap is for what takes its place');
  assert.deepEqual(shares([60, 40], 0), [100], 'one alone is all of it');
  assert.deepEqual(shares([100], 0), []);
});
