import { words } from '../../src/lib/words';
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { bill, MATERIALS, type MaterialGround } from '../calendar/materials';
import { schedule } from '../calendar/schedule';
import { TASKS } from '../calendar/tasks';
import { hindrances, type WeatherDay } from '../calendar/windows';
import { depthRange, inUnits } from '../measure/units';
import { heightsOf, rootsOf } from '../stock/inspection';
import { gauge } from '../stock/roots';
import {
  billPerTree,
  plantingWater,
  briefing,
  currentMethod,
  depthOf,
  handsBehind,
  methodOf,
  methodTasks,
  overCollar,
  plantsWithWater,
  sprays,
  type Chosen,
  type Method,
} from './method';
import { SCHOOLS, type Conditions } from './schools';

const ground: Conditions = {
  texture: 'loam',
  moisture: 'fresh',
  cover: 'sod',
  compacted: false,
  exposed: false,
  sloping: false,
  planting: 'hand',
  stock: 'bare-root',
  browse: 'none',
};

const toldOf = (method: Chosen[]) =>
  briefing(method).map(({ question, school }) => `${question}.${school}`);

test('the method follows the ground, gives its reason, and drives depth, tasks and briefing', () => {
  const usual = methodOf({}, ground);
  const firmed = (stock: 'bare-root' | 'container', texture: 'sand' | 'clay') =>
    methodOf({}, { ...ground, stock, texture }).find(({ question }) => question === 'firming')!
      .school.key;
  assert.equal(firmed('bare-root', 'sand'), 'heel');
  assert.equal(firmed('container', 'sand'), 'light', 'a heel would crush the ball');
  assert.equal(firmed('bare-root', 'clay'), 'light', 'and smear clay');
  assert.deepEqual(depthOf(usual), { datum: 'collar', least: -1, most: 2 });
  assert.ok(methodTasks(usual).has('knockdown'), 'sod is killed');
  const wet = methodOf({}, { ...ground, moisture: 'wet', texture: 'clay' });
  assert.deepEqual(depthOf(wet), { datum: 'collar', least: -2, most: 0 });
  assert.ok(toldOf(wet).includes('depth.high'));
  assert.ok(!methodTasks(wet).has('knockdown'), 'no herbicide beside water');
  const ripped = methodOf({}, { ...ground, compacted: true, sloping: true });
  assert.ok(methodTasks(ripped).has('rip'));
  assert.ok(
    methodOf({}, { ...ground, stock: 'container' }).some(
      ({ question }) => question === 'containerRoots',
    ),
  );
  assert.ok(!usual.some(({ question }) => question === 'containerRoots'));
});

test('a choice of the leader’s stands against the default, an unknown one does not', () => {
  const chosen = methodOf({ depth: 'covered', clear: 'gone' }, ground);
  assert.deepEqual(depthOf(chosen), { datum: 'top side root', least: 2, most: 5 });
  assert.equal(chosen.find(({ question }) => question === 'depth')!.isDefault, false);
  assert.equal(chosen.find(({ question }) => question === 'clear')!.school.key, 'herbicide');
});

test('every task that a school brings in exists, and every default is one of its schools', () => {
  const known = new Set(TASKS.map(({ key }) => key));
  const unknown = SCHOOLS.flatMap(({ schools }) =>
    schools.flatMap(({ tasks }) => tasks ?? []),
  ).filter((key) => !known.has(key));
  assert.deepEqual(unknown, []);
  for (const { schools, pick } of SCHOOLS) {
    for (const texture of ['sand', 'loam', 'clay'] as const)
      for (const moisture of ['dry', 'fresh', 'wet'] as const)
        for (const stock of ['bare-root', 'container'] as const)
          for (const planting of ['hand', 'machine'] as const) {
            const { key } = pick({ ...ground, texture, moisture, stock, planting });
            assert.ok(schools.some((school) => school.key === key));
          }
  }
  for (const task of TASKS) for (const need of task.needs) assert.ok(known.has(need));
});

const spade = {
  name: 'Spade',
  kind: 'spade' as const,
  depth: 0.35,
  width: 0.2,
  rate: 150,
  id: 's',
};
const tree = { length: 0.22, spread: 0.12 };

test('a tree set by its top side root is judged from that root, whatever lies over the collar', () => {
  const lateral = depthOf(methodOf({ depth: 'covered' }, ground));
  // Top side root 3 cm under the collar: collar at ground means 3 cm over the root, which is right.
  const judged = (cover: number, topSideRoot = 0.03) =>
    gauge(tree, spade, [spade], lateral, cover, undefined, topSideRoot);
  assert.ok(judged(0).good);
  assert.ok(judged(0.02).good, '5 cm over the root is the most');
  const deep = judged(0.05);
  assert.ok(!deep.good);
  assert.equal(
    words(deep.says),
    'Too deep: 8 cm of soil over the top side root; this method allows 5 cm of soil over the top side root.',
  );
  const high = judged(-0.02);
  assert.match(words(high.says), /^Too high: 1 cm of soil over the top side root; .* 2 cm of soil/);
  // A lot whose side roots begin right at the collar has to go deeper.
  assert.ok(!judged(0, 0).good && judged(0.03, 0).good);
  const collar = depthOf(methodOf({ depth: 'collar' }, ground));
  assert.ok(!gauge(tree, spade, [spade], collar, 0.05).good);
  assert.deepEqual(overCollar(collar), [-0.01, 0.02]);
});

test('a ball is measured from its top, and from the flare where the nursery buried it', () => {
  const pots: Conditions = { ...ground, stock: 'container' };
  const flush = methodOf({ depth: 'plug-flush' }, pots);
  assert.deepEqual(depthOf(flush), { datum: 'ball top', least: -1, most: 0.5 });
  const ball = { length: 0.15, spread: 0.1 };
  assert.ok(gauge(ball, spade, [spade], depthOf(flush), 0).good, 'flush with the ground');
  assert.ok(!gauge(ball, spade, [spade], depthOf(flush), 0.03).good);
  const buried = heightsOf([
    { faults: [], flareBelow: 0.04 },
    { faults: [], flareBelow: 0.05 },
    { faults: [], flareBelow: 0.03 },
    { faults: [] },
  ]);
  assert.equal(buried.flareBelow, 0.04);
  assert.deepEqual(depthOf(flush, buried.flareBelow), { datum: 'flare', least: -1, most: 0.5 });
  assert.equal(heightsOf([{ faults: [] }]).flareBelow, undefined, 'not measured is not 0');
  assert.equal(depthOf(flush, 0).datum, 'ball top');
});

test('screen and labels sort the same roots: the newest measured sample, another species left out', () => {
  const wrong = { faults: ['wrong-species' as const], rootLength: 0.9 };
  const newest = { trees: [{ faults: [], flareBelow: 0.04 }] };
  const measured = { trees: [{ faults: [], rootLength: 0.2, rootSpread: 0.1 }, wrong] };
  const older = { trees: [{ faults: [], rootLength: 0.5, flareBelow: 0.02 }] };
  const { from, sample, heights } = rootsOf([newest, measured, older]);
  assert.equal(from, measured);
  assert.deepEqual(sample, [{ length: 0.2, spread: 0.1 }]);
  assert.ok(Math.abs(heights.flareBelow! - 0.03) < 1e-12);
  assert.deepEqual(rootsOf([newest]).sample, []);
  assert.deepEqual(
    [
      ...[{}, { clear: 'scalp', keep: 'mulch' }],
      ...[
        { clear: 'herbicide', keep: 'mulch' },
        { clear: 'scalp', keep: 'residual' },
      ],
    ].map((choices) => sprays(methodOf(choices, ground))),
    [true, false, true, true],
  );
});

test('the hole is as wide as stock and ground want: a slit where the soil is loose and bare', () => {
  const hole = (more: Partial<Conditions>) =>
    methodOf({}, { ...ground, ...more }).find(({ question }) => question === 'hole')?.school.key;
  assert.deepEqual(
    [
      ...[{}, { cover: 'cleared' }, { compacted: true }, { cover: 'cleared', compacted: true }],
      ...[
        { stock: 'container', compacted: true },
        { planting: 'machine', stock: 'container' },
      ],
    ].map((more) => hole(more as Partial<Conditions>)),
    ['thrice', 'slit', 'wide', 'wide', 'twice', 'slit'],
  );
});

test('what was answered before the questions were split means the same', () => {
  const was = (stored: Record<string, string>) => currentMethod(stored);
  assert.deepEqual(was({ weeds: 'mulch', depth: 'high' }), { keep: 'mulch', depth: 'high' });
  assert.deepEqual(was({ hole: 'square' }), { hole: 'thrice', holeShape: 'square' });
  assert.deepEqual(was({ hole: 'pit', weeds: 'herbicide' }), {
    ...{ hole: 'pit', clear: 'herbicide', keep: 'residual' },
  });
  assert.deepEqual(was({ firming: 'gone', nothing: 'x' }), {});
  const current: Method = { clear: 'scalp', keep: 'turf' };
  assert.deepEqual(was(current as Record<string, string>), current);
});

test('mulch and spray go together; the second water comes the same day; rip lines are planted on', () => {
  const both = methodOf({ keep: 'mulch' }, ground);
  const tasks = methodTasks(both);
  assert.ok(tasks.has('mulch') && tasks.has('kill-1') && tasks.has('mark-spots'));
  const planned = schedule(
    '2027-03-10',
    methodTasks(methodOf({ waterAt: 'twice' }, ground)),
    [],
    '2026-11-24',
  );
  const day = (key: string) => planned.find((task) => task.key === key)!.finish;
  assert.deepEqual([day('water-in'), day('water-second')], ['2027-03-10', '2027-03-10']);
  const ripped = methodOf({}, { ...ground, compacted: true });
  const place = (method: Chosen[]) => toldOf(method).filter((line) => line.startsWith('ripPlace'));
  assert.deepEqual(place(ripped), ['ripPlace.on']);
  assert.deepEqual(place(methodOf({ ripPlace: 'beside' }, { ...ground, compacted: true })), [
    'ripPlace.beside',
  ]);
  assert.deepEqual(place(methodOf({}, ground)), []);
});

test('what the method takes a tree is in the bill: boxes with their filling, water, hands behind', () => {
  const of = (choices: Method, conditions: Conditions = ground) => {
    const method = methodOf(choices, conditions);
    const about: MaterialGround = {
      ...{
        trees: 1000,
        toOrder: 1100,
        rows: 10,
        perimeter: 500,
        herbicide: 0,
        works: {},
        granules: 0,
        rippingHours: 0,
      },
      ...{ rate: 500, perTree: billPerTree(method), behind: handsBehind(method) },
    };
    const { lines } = bill(about, {}, new Map());
    return new Map(lines.map(({ key, needed }) => [key, needed.value]));
  };
  const boxes = of({ watering: 'reservoir' });
  assert.equal(boxes.get('boxes'), 1000);
  assert.ok(Math.abs(boxes.get('water')! - 16) < 1e-9, 'sixteen litres a box');
  // A five-gallon bucket is 18.9 L: two rounds of 19 L at planting, by the handbook’s figure.
  assert.ok(Math.abs(of({ waterAt: 'twice' }).get('water')! - 38) < 1e-9);
  assert.ok(Math.abs(of({ waterAt: 'sip' }).get('water')! - 0.125) < 1e-9);
  assert.equal(of({}).get('water'), undefined);
  const machine: Conditions = { ...ground, planting: 'machine' };
  assert.equal(of({ firmBehind: 'walker' }, machine).get('behind'), 2);
  assert.equal(of({ firmBehind: 'wheels' }, machine).get('behind'), undefined);
  assert.equal(
    of({ firmBehind: 'walker' }).get('behind'),
    undefined,
    'nobody walks behind a spade',
  );
  assert.equal(of({ stake: 'low' }).get('stakes'), 1000);
  assert.ok(of({ amendments: 'manure' }).get('manure')! > 0);
  // Every line that a school takes a tree exists in the bill.
  const keys = new Set(MATERIALS.map(({ key }) => key));
  for (const { schools } of SCHOOLS)
    for (const school of schools)
      for (const item of Object.keys(school.bill ?? {})) assert.ok(keys.has(item), item);
});

test('with water at planting dry soil does not stop it, frost and heat still do', () => {
  const dry = Array.from({ length: 90 }, (_, i): WeatherDay => ({
    day: new Date(Date.UTC(2026, 2, 1 + i)).toISOString().slice(0, 10),
    lowest: 12,
    highest: 26,
    rain: 0,
  }));
  const last = (watered: boolean, days = dry) => hindrances(days, 'container', 45, watered).at(-1);
  assert.equal(last(false), 'dry-soil');
  assert.equal(last(true), undefined);
  const hot = [...dry.slice(0, -1), { ...dry.at(-1)!, highest: 35 }];
  assert.equal(last(true, hot), 'heat');
  const water = (choices: Method, conditions = ground) =>
    plantsWithWater(methodOf(choices, conditions));
  assert.deepEqual(
    [
      water({}),
      water({ waterAt: 'four' }),
      water({ firming: 'water' }),
      water({}, { ...ground, moisture: 'dry' }),
    ],
    [false, true, true, true],
  );
});

test('water on planting day: what settles the soil is the water it is planted with', () => {
  const turns = (choices: Method) => plantingWater(methodOf(choices, ground));
  assert.deepEqual(turns({}), { before: 0, at: 0, again: 0 });
  assert.deepEqual(turns({ waterAt: 'sip' }), { before: 0, at: 0.125, again: 0 });
  assert.deepEqual(turns({ waterAt: 'twice' }), { before: 0, at: 19, again: 19 });
  assert.deepEqual(turns({ waterAt: 'column' }), { before: 30, at: 0, again: 0 });
  // Four litres settle the soil round the roots: eight at planting do too, a sip does not.
  assert.equal(turns({ firming: 'water', waterAt: 'eight' }).at, 8);
  assert.equal(turns({ firming: 'water', waterAt: 'sip' }).at, 4);
  const bill = (choices: Method) => billPerTree(methodOf(choices, ground)).water;
  assert.equal(bill({}), undefined);
  assert.equal(bill({ firming: 'water', waterAt: 'four' }), 0.004);
  assert.ok(Math.abs(bill({ waterAt: 'twice', watering: 'dated' })! - 0.038 - 9 * 0.019) < 1e-12);
});

test('measures of a sentence come in the reader’s units', () => {
  assert.equal(inUnits('{0.125 L} a plug', 'us'), '4.2 fl oz a plug');
  assert.equal(inUnits('{0.6–1 m} wide', 'us'), '2–3.3 ft wide');
  // An ounce is 28.35 g; a kilogram a hectare 0.892 pounds an acre.
  assert.equal(inUnits('{56.7 g} of gel', 'us'), '2 oz of gel');
  assert.equal(inUnits('{4.5 kg} a bag', 'us'), '9.9 lb a bag');
  assert.equal(inUnits('{20 kg/ha}', 'us'), '18 lb/ac');
  assert.equal(inUnits('no measure in {here}', 'us'), 'no measure in {here}');
  assert.equal(depthRange({ least: -1, most: 2 }, 'metric'), '−1 to 2 cm');
  assert.equal(depthRange({ least: -1, most: 2.54 }, 'us'), '−0.4 to 1.0 in');
  for (const { reason } of TASKS)
    assert.doesNotMatch(words(reason, { system: 'us' }), /[{}]| cm\b|\d L\b/);
});

test('what keeps teeth off follows the animal and the stock, with its parts, tasks and removal', () => {
  const against = (browse: Conditions['browse'], stock: Conditions['stock'] = 'bare-root') => {
    const method = methodOf({}, { ...ground, browse, stock });
    const { school } = method.find(({ question }) => question === 'browse')!;
    return { key: school.key, parts: school.bill ?? {}, tasks: methodTasks(method) };
  };
  assert.equal(against('none').key, 'none');
  assert.deepEqual(against('rabbits').parts, { guards: 1, canes: 1 });
  assert.equal(against('voles', 'container').key, 'sleeve');
  assert.deepEqual(against('deer').parts, { shelters: 1, stakes: 1 });
  assert.equal(against('livestock').key, 'fence');
  // Whatever is put round a stem is checked and comes off again; a fence stands before the trees.
  for (const browse of ['voles', 'rabbits', 'deer'] as const)
    for (const key of ['guards-1', 'guards-off']) assert.ok(against(browse).tasks.has(key), browse);
  assert.ok(against('livestock').tasks.has('fence'));
  assert.ok(!against('livestock').tasks.has('guards-off'));
  assert.ok(!against('none').tasks.has('guards-1'), 'nobody checks guards that do not stand');
  const fence = TASKS.find(({ key }) => key === 'fence')!;
  assert.ok((fence.offset.weeks ?? 0) < 0, 'before planting');
});

test('stakes of a shelter and stakes against wind add up', () => {
  const both = methodOf({ stake: 'low', browse: 'shelter' }, ground);
  assert.equal(billPerTree(both).stakes, 2);
  const { lines } = bill(
    {
      ...{
        trees: 300,
        toOrder: 300,
        rows: 10,
        perimeter: 500,
        herbicide: 0,
        granules: 0,
        works: {},
      },
      ...{ rippingHours: 0, rate: 400, behind: 0, perTree: billPerTree(both) },
    },
    {},
    new Map(),
  );
  const needed = (key: string) => lines.find((line) => line.key === key)?.needed.value;
  assert.deepEqual(['stakes', 'ties', 'shelters', 'guards', 'fence'].map(needed), [
    ...[600, 300, 300],
    ...[undefined, undefined],
  ]);
});

test('behind the machine wheels firm sand that holds together, and feet everything else', () => {
  const behind = (more: Partial<Conditions>) =>
    methodOf({}, { ...ground, planting: 'machine', ...more }).find(
      ({ question }) => question === 'firmBehind',
    )?.school.key;
  assert.deepEqual(
    [behind({ texture: 'sand' }), behind({ texture: 'sand', moisture: 'dry' }), behind({})],
    ['wheels', 'walker', 'walker'],
  );
  assert.equal(behind({ planting: 'hand' }), undefined);
});
