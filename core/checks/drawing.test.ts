import assert from 'node:assert/strict';
import { test } from 'node:test';
import type { Depth } from '../method/schools';
import { SCHOOLS } from '../method/schools';
import { aboveOf, boxOf, halfWidth, measureOf, sectionOf, viewOf, type Shape } from './drawing';
import { coverOfDatum, faultsOf, HOLES, offStep, TREE_LIMITS, type PlantedTree } from './tree';
import { canHaveBoth, TAUGHT, taughtOf, treeFor, type Lesson } from './trainer';

const DEPTHS = SCHOOLS.find(({ question }) => question === 'depth')!.schools.map(
  ({ depth }) => depth!,
);
const FLARE: Depth = { datum: 'flare', least: -1, most: 0.5 };
/** Every stock, tool and depth that goes together. */
const LESSONS: Lesson[] = [...DEPTHS, FLARE].flatMap((depth) =>
  HOLES.map((hole) => ({
    ...{ hole, depth, guard: true, basin: true, clearing: 0.5, step: 2 },
    stock: depth.datum === 'ball top' || depth.datum === 'flare' ? 'container' : 'bare-root',
  })),
);

const of = (shapes: readonly Shape[], part: Shape['part']) =>
  shapes.filter((shape) => shape.part === part);
const width = ({ points }: Shape) =>
  Math.max(...points.map(([x]) => x)) - Math.min(...points.map(([x]) => x));
const STEM_DIAMETER = 0.012;

/** Takes the measures off the drawn shapes, knowing nothing of the tree they were drawn from. */
function readBack(lesson: Lesson, section: readonly Shape[], above: readonly Shape[]): PlantedTree {
  const collar = of(section, 'collar')[0].points[0][1];
  const [from, to] = of(section, 'stem')[0].points;
  const roots = of(section, 'root');
  const main = roots[0].points;
  const sides = roots[1].points;
  const [turnEnd, bend] = [main.at(-1)!, main[1]];
  const up = main.length === 4 ? turnEnd[1] - main[2][1] : 0;
  const exposed = roots.find(({ points }) => points.at(-1)![1] > 0 && points.length === 3);
  const gap = of(section, 'gap')[0];
  const tug = of(section, 'tug')[0];
  const bark = of(section, 'bark-off')[0];
  const hole = of(section, 'hole')[0].points;
  const next = of(above, 'next')[0];
  return {
    ...lesson,
    holeDepth: -Math.min(...hole.map(([, y]) => y)),
    holeWidth: width(of(section, 'hole')[0]),
    cover: -collar,
    topSideRoot: lesson.depth.datum === 'flare' ? flareOf(section) : main[0][1] - sides[0][1],
    height: Math.hypot(to[0] - from[0], to[1] - from[1]),
    rootLength: main[0][1] - bend[1],
    rootSpread: 0,
    turnedUp: up,
    turnedSide: main.length === 3 ? Math.abs(turnEnd[0] - bend[0]) : 0,
    gap: gap ? width(gap) : 0,
    lean: (Math.atan2(to[0] - from[0], to[1] - from[1]) * 180) / Math.PI,
    give: tug ? tug.points[1][1] - tug.points[0][1] : 0,
    exposed: exposed ? exposed.points[2][0] - exposed.points[1][0] : 0,
    barkOff: bark ? width(bark) / STEM_DIAMETER : 0,
    cleared: width(of(above, 'cleared')[0]) / 2,
    toNext: next.points[1][0] - next.points[0][0],
    guarded: of(section, 'guard').length > 0,
    basined: of(section, 'basin').length === 2 && of(above, 'basin').length === 1,
  };
}
/** In a container the flare is where the stem's foot is drawn under the ball's top. */
const flareOf = (section: readonly Shape[]): number => {
  const top = Math.max(...of(section, 'ball')[0].points.map(([, y]) => y));
  return top - of(section, 'flare')[0].points[0][1];
};

test('weeds lie about the tree and as far as the next one, be that further than its step or nearer', () => {
  const tree = treeFor(LESSONS[0], undefined, 0.5, 'weeds');
  for (const [step, toNext] of [
    [2, 3.1],
    [2, 1.2],
  ]) {
    const weeds = of(aboveOf({ ...tree, step, toNext }), 'weeds')[0].points;
    assert.equal(Math.max(...weeds.map(([x]) => x)), Math.max(step, toNext) + 0.5);
  }
});

test('ten thousand drawings read back give the verdict of the trees they were drawn from', () => {
  const seen = new Set<string>();
  for (let i = 0; i < 10_000; i++) {
    const lesson = LESSONS[i % LESSONS.length];
    const fault = [undefined, ...TAUGHT][Math.floor(i / LESSONS.length) % (TAUGHT.length + 1)];
    const tree = treeFor(lesson, fault, (i % 7) / 6, `tree ${i}`);
    const verdict = faultsOf(tree).map((found) => found.fault);
    const read = readBack(lesson, sectionOf(tree), aboveOf(tree));
    assert.deepEqual(
      faultsOf(read).map((found) => found.fault),
      verdict,
      `${i} ${lesson.depth.datum} ${lesson.hole} ${fault}`,
    );
    assert.ok(Math.abs(coverOfDatum(read) - coverOfDatum(tree)) < 1e-9);
    assert.deepEqual(verdict, fault ? [fault] : [], `${i}: ${JSON.stringify(tree)}`);
    seen.add(`${lesson.stock} ${lesson.hole} ${lesson.depth.datum} ${fault ?? 'good'}`);
  }
  assert.equal(new Set([...seen].map((key) => key.split(' ')[1])).size, HOLES.length);
  // Four datums by four holes, every fault and none.
  assert.equal(seen.size, 4 * 4 * (TAUGHT.length + 1));
});

test('a tree with two faults has both of them and no other, and its drawing reads back so', () => {
  let pairs = 0;
  for (const [l, lesson] of LESSONS.entries())
    for (const one of TAUGHT)
      for (const other of TAUGHT) {
        if (!canHaveBoth(one, other)) continue;
        pairs++;
        const tree = treeFor(lesson, [one, other], (pairs % 7) / 6, `two ${l} ${one} ${other}`);
        const verdict = faultsOf(tree).map(({ fault }) => fault);
        assert.deepEqual([...verdict].sort(), [one, other].sort(), `${l} ${one} ${other}`);
        const read = readBack(lesson, sectionOf(tree), aboveOf(tree));
        assert.deepEqual(
          faultsOf(read).map(({ fault }) => fault),
          verdict,
          `${l} ${one} ${other}`,
        );
      }
  assert.equal(pairs, LESSONS.length * (12 * 11 - 4));
});

test('the measure drawn in is as long as it was found, from whichever side one looks', () => {
  const measured = new Map<string, number>();
  for (let i = 0; i < 2000; i++) {
    const lesson = LESSONS[i % LESSONS.length];
    const fault = TAUGHT[Math.floor(i / LESSONS.length) % TAUGHT.length];
    const tree = treeFor(lesson, fault, (i % 7) / 6, `measure ${i}`);
    const [finding] = faultsOf(tree);
    const other = viewOf(fault) === 'above' ? 'section' : 'above';
    assert.equal(measureOf(tree, fault, other), undefined, `${fault} is not seen in that view`);
    const drawn = measureOf(tree, fault, viewOf(fault));
    if (!drawn) continue;
    const [[x1, y1], [x2, y2]] = drawn;
    const length = Math.hypot(x2 - x1, y2 - y1);
    const found = fault === 'spacing' ? Math.abs(length - tree.step) / tree.step : length;
    assert.ok(
      Math.abs(found - Math.abs(finding.found)) < 1e-9,
      `${i} ${fault} by ${lesson.depth.datum}: ${length} drawn, ${finding.found} found`,
    );
    measured.set(fault, (measured.get(fault) ?? 0) + 1);
  }
  assert.deepEqual([...measured.keys()].sort(), [
    'air-pocket',
    'deep',
    'not-cleared',
    'shallow',
    'spacing',
  ]);
});

test('roots stay in their hole, and the hole under the ground', () => {
  for (let i = 0; i < 400; i++) {
    const lesson = LESSONS[i % LESSONS.length];
    const tree = treeFor(lesson, TAUGHT[i % TAUGHT.length], 0.5, `hang ${i}`);
    const shapes = sectionOf(tree);
    assert.ok(tree.rootSpread < tree.holeWidth, `${i}: roots wider than their hole`);
    // A plug is as wide as its cell, however wide the hole.
    if (tree.stock === 'container') assert.ok(tree.rootSpread <= 0.06, `${i}`);
    for (const [j, { points }] of of(shapes, 'root').entries())
      for (const [x, y] of points) {
        assert.ok(y >= -tree.holeDepth - 1e-9, `${i}: a root ${y} in a hole of ${tree.holeDepth}`);
        // A root that lies open is the one that leaves the hole.
        if (y < -0.02 && j < 5)
          assert.ok(Math.abs(x) <= halfWidth(tree, -y) + 0.025, `${i} ${j}: ${x} ${y}`);
      }
    const [west, south, east, north] = boxOf(shapes);
    assert.ok(west < 0 && east > 0 && south <= -tree.holeDepth && north >= tree.height * 0.5);
  }
});

test('limits are met from inside: on the limit passes, a hair past it does not', () => {
  const lesson = LESSONS[0];
  const tree = treeFor(lesson, undefined, 0, 'limit');
  const { most, least } = lesson.depth;
  const faults = (change: Partial<PlantedTree>) =>
    faultsOf({ ...tree, ...change }).map(({ fault }) => fault);
  assert.deepEqual(faults({ cover: most / 100 }), []);
  assert.deepEqual(faults({ cover: most / 100 + 1e-6 }), ['deep']);
  assert.deepEqual(faults({ cover: least / 100 - 1e-6 }), ['shallow']);
  const [shallow] = faultsOf({ ...tree, cover: least / 100 - 0.02 });
  assert.deepEqual(
    [shallow.limit, Number(shallow.found.toFixed(9))],
    [least / 100, least / 100 - 0.02],
  );
  assert.deepEqual(faults({ lean: -TREE_LIMITS.lean }), []);
  assert.deepEqual(faults({ lean: -TREE_LIMITS.lean - 0.01 }), ['leaning']);
  assert.deepEqual(faults({ turnedSide: 0.021, gap: 0.011 }), ['j-root', 'air-pocket']);
  assert.deepEqual(faults({ toNext: tree.step * 0.74 }), ['spacing']);
  assert.deepEqual(faults({ toNext: tree.step * 1.25 }), []);
  assert.deepEqual(faults({ cleared: tree.clearing - 0.001 }), ['not-cleared']);
  assert.deepEqual(faults({ guarded: false }), ['guard']);
  assert.deepEqual(faultsOf({ ...tree, guard: false, guarded: false }), []);
  assert.deepEqual(faults({ basined: false }), ['basin']);
  assert.deepEqual(faultsOf({ ...tree, basin: false, basined: false }), []);
  // A basin that nobody asked for harms nobody.
  assert.deepEqual(faultsOf({ ...tree, basin: false }), []);
  for (const [toNext, off] of [
    [1.5, false],
    [1.49, true],
    [2.5, false],
    [2.51, true],
  ] as const)
    assert.equal(offStep(toNext, 2), off, `${toNext} m where 2 m was meant`);
  // A tree set right by its top side root lies 3 cm deeper by its collar, and passes.
  const byRoot = { ...tree, depth: { datum: 'top side root' as const, least: 2, most: 5 } };
  assert.deepEqual(faultsOf({ ...byRoot, topSideRoot: 0.03, cover: 0.015 }), []);
  assert.equal(faultsOf({ ...byRoot, topSideRoot: 0.03, cover: 0.025 })[0].fault, 'deep');
});

test('what cannot be asked for is not taught', () => {
  assert.ok(!taughtOf({ ...LESSONS[0], clearing: 0 }).includes('not-cleared'));
  assert.ok(!taughtOf({ ...LESSONS[0], guard: false }).includes('guard'));
  assert.ok(!taughtOf({ ...LESSONS[0], basin: false }).includes('basin'));
  assert.equal(taughtOf(LESSONS[0]).length, TAUGHT.length);
});

test('side roots reach as far as they spread, where the hole leaves them room', () => {
  const lesson = LESSONS.find(({ stock }) => stock === 'bare-root')!;
  const tree = treeFor(lesson, [], 0.5, 'roots');
  const reach = (holeWidth: number) =>
    Math.max(
      ...of(sectionOf({ ...tree, hole: 'pit', holeWidth, rootSpread: 0.2 }), 'root').map(width),
    );
  assert.ok(Math.abs(reach(2) - 0.1) < 1e-9, `${reach(2)} to one side of the stem`);
  assert.ok(reach(0.1) < 0.1);
});

test('the flare lies at the top root, a guard ends under the tip, the cleared ring is round', () => {
  for (const lesson of LESSONS) {
    const tree = treeFor(lesson, [], 0.5, 'shapes');
    const section = sectionOf({ ...tree, guarded: true });
    const [guard] = of(section, 'guard');
    const top = Math.max(...guard.points.map(([, y]) => y));
    assert.ok(top <= 0.6 && top < tree.height, `${top} of ${tree.height}`);
    const [collar] = of(section, 'collar');
    for (const { points } of of(section, 'flare'))
      for (const [, y] of points)
        assert.ok(Math.abs(collar.points[0][1] - y - tree.topSideRoot) < 1e-9);
    const [ring] = of(aboveOf(tree), 'cleared');
    for (const [x, y] of ring.points) assert.ok(Math.abs(Math.hypot(x, y) - tree.cleared) < 1e-9);
    assert.ok(new Set(ring.points.map(([x]) => x.toFixed(6))).size > 10);
  }
});

test('branches are drawn within a quarter of the tree’s height, shorter towards its top', () => {
  for (const lesson of LESSONS.slice(0, 12)) {
    const tree = treeFor(lesson, [], 0.5, 'branches');
    const reaches = of(sectionOf(tree), 'branch').map(
      (shape) => Math.max(...shape.points.map(([, y]) => y)) - shape.points[0][1],
    );
    assert.ok(reaches.length >= 4);
    for (const reach of reaches)
      assert.ok(reach > 0.1 * tree.height && reach < 0.25 * tree.height, `${reach / tree.height}`);
    for (let i = 1; i < 4; i++) assert.ok(reaches[i] < reaches[i - 1]);
  }
});

test('the basin’s rim stands up in its middle, bare bark lies where the stem is, the plumb line is upright', () => {
  const lesson = LESSONS.find(({ stock }) => stock === 'bare-root')!;
  const tree = { ...treeFor(lesson, undefined, 0.5, 'rim'), lean: 20, barkOff: 0.4 };
  const section = sectionOf(tree);
  for (const { points } of of(section, 'basin')) {
    const [outer, top, inner] = points;
    assert.ok(top[1] > 0 && outer[1] === 0 && inner[1] === 0, JSON.stringify(points));
    assert.ok(Math.abs(top[0] - (outer[0] + inner[0]) / 2) < 1e-9);
  }
  const [foot, tip] = of(section, 'stem')[0].points;
  const [west, south, east, north] = boxOf(of(section, 'bark-off'));
  const middle = (south + north) / 2;
  const share = (middle - foot[1]) / (tip[1] - foot[1]);
  assert.ok(north > south && share > 0.2 && share < 0.4, `${share} of the stem`);
  const onStem = foot[0] + share * (tip[0] - foot[0]);
  assert.ok(Math.abs((west + east) / 2 - onStem) < 1e-9);
  const [low, high] = of(section, 'upright')[0].points;
  assert.equal(low[0], high[0]);
  assert.ok(high[1] - low[1] > 0.5 * tree.height && high[1] - low[1] < tree.height);
});
