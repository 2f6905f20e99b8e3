import assert from 'node:assert/strict';
import { test } from 'node:test';
import { aboveOf, sectionOf } from '../../../../core/checks/drawing';
import { TAUGHT, taughtOf, treeFor, type Lesson } from '../../../../core/checks/trainer';
import { drawingSvg } from './drawing-svg';

const LESSON: Lesson = {
  ...{ stock: 'bare-root', hole: 'pit', depth: { datum: 'collar', least: 0, most: 2 } },
  ...{ guard: true, basin: true, clearing: 0.5, step: 2 },
} as Lesson;
const trees = taughtOf(LESSON).flatMap((fault) =>
  Array.from({ length: 4 }, (_, i) => treeFor(LESSON, [fault], 0.5, `print ${fault} ${i}`)),
);

const sizeOf = (svg: string) => {
  const [, width, height] = /viewBox="0 0 ([\d.]+) ([\d.]+)"/.exec(svg)!;
  return [Number(width), Number(height)];
};
/** All corners of all paths, in the picture's own measures. */
const cornersOf = (svg: string): number[][] =>
  [...svg.matchAll(/ d="([^"]+)"/g)].flatMap(([, d]) =>
    [...d.matchAll(/[ML](-?[\d.]+) (-?[\d.]+)/g)].map(([, x, y]) => [Number(x), Number(y)]),
  );

test('a printed section shows the whole hole and the ground, to one scale both ways', () => {
  assert.ok(trees.length > 2 * TAUGHT.length);
  for (const tree of trees) {
    const svg = drawingSvg(tree, 'section', 300);
    const [width, height] = sizeOf(svg);
    assert.equal(width, 300);
    // Fifty-six centimetres across; from under the hole up to forty over the ground, or the tree’s own height.
    const scale = 300 / 0.56;
    const below = Math.max(tree.holeDepth, 0.25) + 0.05;
    const above = Math.min(0.4, tree.height);
    assert.ok(Math.abs(height - (below + above) * scale) <= 0.5, `${height}`);
    const hole = sectionOf(tree).find(({ part }) => part === 'hole')!;
    const ground = above * scale;
    const bottom = Math.min(...hole.points.map(([, y]) => y));
    const drawn = cornersOf(svg);
    const deepest = (above - bottom) * scale;
    assert.ok(deepest <= height, 'the bottom of the hole is in the picture');
    assert.ok(
      drawn.some(([, y]) => Math.abs(y - deepest) < 0.06),
      'and where it was dug',
    );
    assert.ok(
      drawn.some(([, y]) => Math.abs(y - ground) < 0.06),
      'the ground is at 0',
    );
  }
});

test('seen from above nothing is cut off, and every line has a colour of print', () => {
  for (const tree of trees) {
    const svg = drawingSvg(tree, 'above', 240);
    const [width, height] = sizeOf(svg);
    for (const [x, y] of cornersOf(svg)) {
      assert.ok(x >= -0.1 && x <= width + 0.1, `${x} of ${width}`);
      assert.ok(y >= -0.6 && y <= height + 0.6, `${y} of ${height}`);
    }
    assert.doesNotMatch(svg, /undefined|NaN/);
    for (const [, path] of svg.matchAll(/<path ([^>]*)>/g))
      assert.match(path, /fill="#[0-9a-f]{6}"|stroke="#[0-9a-f]{6}"/);
  }
});

test('what is drawn as an area is filled, what is a line has no filling', () => {
  const seen = new Set<string>();
  for (const tree of trees)
    for (const [view, shapes] of [
      ['section', sectionOf(tree)],
      ['above', aboveOf(tree)],
    ] as const) {
      const paths = [...drawingSvg(tree, view).matchAll(/<path ([^>]*)>/g)].map(([, path]) => path);
      assert.equal(paths.length, shapes.length, 'a path for each shape, in its order');
      shapes.forEach(({ part, closed }, i) => {
        const fill = /fill="([^"]+)"/.exec(paths[i])![1];
        const stroke = / stroke="([^"]+)"/.exec(paths[i])?.[1];
        seen.add(`${part} ${closed}`);
        assert.equal(/Z"/.test(paths[i]), Boolean(closed), part);
        if (!closed) assert.equal(fill, 'none', part);
        else if (part === 'weeds') assert.equal(fill, '#e6d8bc', 'bare soil inside the weeds');
        else if (part === 'stem') assert.equal(fill, stroke, 'a cut stem is wood');
        else if (part === 'soil') assert.equal(fill, '#e6d8bc');
        else assert.notEqual(fill, '#4b3320', `${part} is no wood`);
        assert.equal(/dasharray/.test(paths[i]), ['collar', 'upright'].includes(part), part);
      });
    }
  for (const part of ['soil true', 'stem false', 'weeds true', 'collar false'])
    assert.ok(seen.has(part), `${part} of ${[...seen].join(', ')}`);
});
