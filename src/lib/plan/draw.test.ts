import assert from 'node:assert/strict';
import { test } from 'node:test';
import { rowSetOf, type RowSet } from '../../../core/rows/rowset';
import type { Point } from '../../../core/measure/plane';
import { drawNotes } from './draw-ground';
import { drawBaseline } from './draw-baseline';
import { drawRows } from './draw-rows';
import { speciesColour, type Palette, type PlanContent, type View } from './draw';

/** What a path was told, in pixels. */
class FakePath {
  arcs: Point[] = [];
  lines: [Point, Point][] = [];
  private at: Point = [0, 0];
  moveTo(x: number, y: number) {
    this.at = [x, y];
  }
  lineTo(x: number, y: number) {
    this.lines.push([this.at, [x, y]]);
    this.at = [x, y];
  }
  arc(x: number, y: number) {
    this.arcs.push([x, y]);
  }
  rect(x: number, y: number) {
    this.arcs.push([x, y]);
  }
}
Object.assign(globalThis, { Path2D: FakePath });

interface Drawn {
  how: 'fill' | 'stroke';
  colour: string;
  alpha: number;
  path: FakePath;
}
/** A context that remembers what was drawn with which colour, and the letters. */
function recorder() {
  const drawn: Drawn[] = [];
  const letters: string[] = [];
  const state: Record<string, unknown> = { globalAlpha: 1 };
  const own = new FakePath();
  const context = new Proxy(state, {
    get(target, name: string) {
      if (name in target) return target[name];
      return (...args: unknown[]) => {
        if (name === 'fill' || name === 'stroke')
          drawn.push({
            ...{ how: name, alpha: target.globalAlpha as number },
            colour: String(target[name === 'fill' ? 'fillStyle' : 'strokeStyle']),
            path: (args[0] as FakePath) ?? own,
          });
        else if (name === 'fillText') letters.push(String(args[0]));
        else if (['moveTo', 'lineTo', 'arc'].includes(name))
          (own as unknown as Record<string, (...at: unknown[]) => void>)[name](...args);
      };
    },
    set(target, name: string, value) {
      target[name] = value;
      return true;
    },
  });
  return { context: context as unknown as CanvasRenderingContext2D, drawn, letters, own };
}

const palette = {
  ...{ sheet: '#fffdf7', ink: '#1b2621', slate: '#4d5951', faint: '#ccc', clay: '#a63a1f' },
  ...{ clayTint: '#f3dfd9', ochre: '#785200', water: '#2a6a86', viridian: '#1e6b4f' },
  ...{ rule: '#ddd', lift: 0 },
} as Palette;
const species = [
  { name: 'Aspen', letter: 'A', colour: '#6b2d6b', stock: 'bare-root' },
  { name: 'Birch', letter: 'B', colour: '#1e6b4f', stock: 'container' },
] as PlanContent['species'];

/** Rows northwards, 3 m apart, trees every 2 m. */
const rows: RowSet = rowSetOf(
  { frame: { origin: [0, 0], bearing: 0 }, straight: true, step: 2, between: 3 } as never,
  Array.from({ length: 4 }, (_, row) => ({
    ...{ line: [3 * row, 0, 3 * row, 38], start: 0, step: 2, listed: false, stretches: [0, 20] },
  })) as never,
);
/** Twelve of the first species, eight of the second, in every row. */
const runs = Array.from({ length: 4 }, () => [0, 12, 1, 8]);
const viewOf = (
  scale: number,
  extent: View['extent'] = [-5, -5, 20, 45],
  system: View['system'] = 'metric',
): View => ({
  ...{ scale, extent, system },
  toPixel: ([x, y]) => [x * scale, -y * scale],
});
const colours = species.map(({ colour }) => speciesColour(colour, palette));
const content = (more: Partial<PlanContent> = {}) =>
  ({ species, boundary: [], keptOut: [], ...more }) as PlanContent;

test('from near every tree is a bead of its species, planted ones full, the rest pale', () => {
  const planted = new Map([
    [1, 20],
    [2, 13],
  ]);
  const { context, drawn, letters } = recorder();
  drawRows(context, content({ planted }), rows, runs, viewOf(12), palette);
  const beads = (s: number, pale: boolean) =>
    drawn
      .filter(
        ({ how, colour, alpha }) => how === 'stroke' && colour === colours[s] && alpha < 1 === pale,
      )
      .reduce((sum, { path }) => sum + path.arcs.length, 0);
  // Row 1 is all in; of row 2 the first species and one of the second; rows 3 and 4 nothing.
  assert.deepEqual([beads(0, false), beads(1, false)], [24, 9]);
  assert.deepEqual([beads(0, true), beads(1, true)], [24, 23]);
  assert.equal(letters.length, 80);
  assert.equal(letters.filter((letter) => letter === 'B').length, 32);
  // Bare roots are rings on the paper, containers are filled: told apart without colour.
  const fills = new Set(drawn.filter(({ how }) => how === 'fill').map(({ colour }) => colour));
  assert.deepEqual(fills, new Set([palette.sheet, colours[1]]));
});

test('without tallies all trees are full; what lies out of sight is not drawn', () => {
  const { context, drawn } = recorder();
  drawRows(context, content(), rows, runs, viewOf(12, [-1, -1, 1, 10]), palette);
  const arcs = drawn.filter(({ how, path }) => how === 'stroke' && path.arcs.length);
  assert.ok(arcs.every(({ alpha }) => alpha === 1));
  const all = arcs.flatMap(({ path }) => path.arcs);
  // The first row from its first peg to ten metres and a bead's width, no other row.
  assert.equal(all.length, 6);
  assert.ok(all.every(([x, y]) => x === 0 && y <= 0 && y >= -132));
});

test('from afar rows are strokes; full and pale lengths are as the planted and the rest', () => {
  const { context, drawn } = recorder();
  const planted = new Map([[1, 10]]);
  drawRows(context, content({ planted, selectedRow: 3 }), rows, runs, viewOf(2), palette);
  const length = (pale: boolean, s: number) =>
    drawn
      .filter(({ colour, alpha }) => colour === colours[s] && alpha < 1 === pale)
      .flatMap(({ path }) => path.lines)
      .reduce((sum, [[, a], [, b]]) => sum + Math.abs(a - b), 0);
  // Ten trees with two thirds of a step at either end: (9 + 0.64) steps of 2 m at 2 px.
  assert.ok(Math.abs(length(false, 0) - 9.64 * 4) < 1e-9);
  assert.equal(length(false, 1), 0);
  assert.ok(Math.abs(length(true, 0) - (1.64 + 3 * 11.64) * 4) < 1e-9);
  const marked = drawn.find(({ colour, alpha }) => colour === palette.ink && alpha === 0.16);
  assert.ok(marked, 'the chosen row is marked under its trees');
});

test('notes are pins with their number, the newest on top', () => {
  const { context, letters, own } = recorder();
  const notes = [
    { point: [0, 0] as Point, number: 1 },
    { point: [1, 1] as Point, number: 2 },
  ];
  drawNotes(context, notes, viewOf(10), palette);
  // Numbers are drawn twice: their outline is another call.
  assert.deepEqual(letters, ['2', '1']);
  assert.equal(own.arcs.length, 2);
  assert.ok(
    own.arcs.every(([, y], i) => y < [-10, 0][i]),
    'the head stands over the place',
  );
});

test('chainage beside the last row is ticked at round lengths of the reader’s own', () => {
  const ticksOf = (system: View['system']) => {
    const { context, letters, own } = recorder();
    drawBaseline(context, rows, viewOf(6, undefined, system), palette);
    const marks = letters.filter((letter) => / (m|ft)$/.test(letter));
    return { marks, own };
  };
  // 38 m of row, 60 pixels at least from tick to tick.
  assert.deepEqual(ticksOf('metric').marks, ['0 m', '10 m', '20 m', '30 m']);
  assert.deepEqual(ticksOf('us').marks, ['0 ft', '50 ft', '100 ft']);
});
