import assert from 'node:assert/strict';
import { test } from 'node:test';
import { KEEPOUT_DEFAULTS, type Keepout } from '../../../../core/ground/keepouts';
import type { Point } from '../../../../core/measure/plane';
import { say } from '../../../../core/say/message';
import { keepouts as words } from '../../words/en/named';
import {
  changedIn,
  keepoutMade,
  keepoutsOfFile,
  modeOf,
  namedKeepouts,
  namedZones,
  saidOfKeepouts,
  waterLines,
  zoneMade,
} from './editing';

const at = (x: number, y: number): Point => [x, y];
const fence = { type: 'LineString' as const, coordinates: [at(0, 0), at(50, 0)] };
const made = (keepouts: Keepout[], kind: Keepout['kind'] = 'fence', tallest = 20) =>
  keepoutMade({ keepouts }, { id: `k${keepouts.length}`, kind, shape: fence, tallest });

test('a keep-out begins with what its kind keeps free and why; the second of a kind is numbered', () => {
  const first = made([]);
  const { setback } = KEEPOUT_DEFAULTS.find(({ kind }) => kind === 'fence')!;
  const { reason } = words.fence;
  assert.deepEqual(
    [first.name, first.setback, first.reason, first.located],
    ['fence', setback, reason, null],
  );
  const second = made([first]);
  assert.equal(second.name, 'fence 2');
  assert.equal(made([first, second], 'road').name, 'road edge', 'another kind counts anew');
});

test('every kind makes a keep-out that stands, whatever the trees', () => {
  for (const { kind } of KEEPOUT_DEFAULTS)
    for (const tallest of [1, 25, 60]) {
      const { setback, reason, name } = made([], kind, tallest);
      assert.ok(setback >= 0 && Number.isFinite(setback), `${kind}: ${setback}`);
      assert.ok(name && reason !== undefined, kind);
    }
});

test('what a file leaves unnamed is called by its kind and numbered on, what it names keeps its name', () => {
  const brought = (kind: Keepout['kind'], said: { name?: string; reason?: string } = {}) => ({
    ...{ kind, shape: fence, setback: 2, near: null, located: null },
    ...said,
  });
  const named = namedKeepouts(
    [
      brought('fence', { name: 'Old hedge', reason: '' }),
      brought('existing-tree'),
      brought('fence'),
    ],
    [{ kind: 'fence' }],
  );
  assert.deepEqual(
    named.map(({ name, reason }) => [name, reason]),
    [
      ['Old hedge', ''],
      ['existing tree', words['existing-tree'].reason],
      ['fence 3', words.fence.reason],
    ],
  );
  const zone = {
    ...{ parts: [], damp: 'fresh' as const, light: 'full light' as const },
    soil: zoneMade({ zones: [] }, { id: 'a', parts: [] }).soil,
  };
  assert.deepEqual(
    namedZones([zone, { ...zone, name: 'Wet' }, zone], 4).map(({ name }) => name),
    ['Zone 5', 'Wet', 'Zone 7'],
  );
});

test('zones are numbered on, and keep a name that was given', () => {
  const parts = [[[at(0, 0), at(9, 0), at(9, 9)]]];
  const first = zoneMade({ zones: [] }, { id: 'a', parts });
  assert.deepEqual([first.name, first.damp, first.light], ['Zone 1', 'fresh', 'full light']);
  assert.equal(zoneMade({ zones: [first] }, { id: 'b', parts }).name, 'Zone 2');
  assert.equal(zoneMade({ zones: [first] }, { id: 'b', parts, name: 'Wet' }).name, 'Wet');
});

test('what is changed of one leaves the others as they are, and an unknown one changes nothing', () => {
  const all = [made([]), { ...made([]), id: 'other' }];
  const next = changedIn(all, 'other', { setback: 9 });
  assert.equal(next[0], all[0]);
  assert.deepEqual([next[1].setback, next[1].name], [9, all[1].name]);
  assert.deepEqual(changedIn(all, 'gone', { setback: 9 }), all);
});

test('the plan does what is being drawn, and only looks otherwise', () => {
  assert.equal(modeOf(undefined, 'Point'), 'look');
  assert.equal(modeOf('keepout', 'Point'), 'Point');
  assert.equal(modeOf('zone', 'Point'), 'Polygon');
  assert.equal(modeOf('split', 'Point'), 'LineString');
  assert.equal(modeOf('profile', 'Point'), 'LineString');
  assert.equal(modeOf('corners', 'Point'), 'corners');
});

test('zones are measured from streams and from the whole bank of a pond, not from fences or wells', () => {
  const ring = [at(0, 0), at(4, 0), at(4, 3)];
  const shapes: Pick<Keepout, 'kind' | 'shape'>[] = [
    { kind: 'watercourse', shape: { type: 'LineString', coordinates: [at(1, 1), at(2, 2)] } },
    { kind: 'water', shape: { type: 'Polygon', coordinates: [ring] } },
    { kind: 'water', shape: { type: 'Point', coordinates: at(7, 7) } },
    { kind: 'fence', shape: fence },
  ];
  const moved = waterLines(shapes, ([x, y]) => [x + 10, y]);
  assert.deepEqual(moved, [
    [
      [11, 1],
      [12, 2],
    ],
    [
      [10, 0],
      [14, 0],
      [14, 3],
      [10, 0],
    ],
  ]);
});

test('a file that brings no keep-out says whether it held the block alone, or nothing', () => {
  const of = { kind: 'fence' as const, tallest: 20, before: [], id: () => 'k' };
  const nothing = { areas: [], lines: [], notes: [] };
  assert.throws(() => keepoutsOfFile(nothing, of), /no point, line or area/);
  const alone = { ...nothing, notes: [say('formats.theBlockItself')] };
  assert.throws(() => keepoutsOfFile(alone, of), /boundary of the block, and nothing beside/);
  const [fence, line] = [{ kind: 'fence' as const }, { kind: 'overhead-line' as const }];
  assert.equal(
    saidOfKeepouts([fence, fence]),
    '2 brought in as fence. Change the kind of any below.',
  );
  assert.equal(
    saidOfKeepouts([fence, line, fence]),
    '3 brought in: 2 as fence, 1 as overhead line. Change the kind of any below.',
  );
});
