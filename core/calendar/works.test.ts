import assert from 'node:assert/strict';
import test from 'node:test';
import fc from 'fast-check';
import { ORDINARY_SOIL } from '../ground/zones';
import { PIT_DEFAULTS, TERRACE_DEFAULTS } from '../rows/terraces';
import { MATERIALS } from './materials';
import { TASKS } from './tasks';
import {
  WORK_RATES,
  WORK_TASKS,
  WORKS,
  worksOf,
  workTasks,
  workUnits,
  type WorkGround,
} from './works';

const soil = (rest: Partial<typeof ORDINARY_SOIL>) => ({ ...ORDINARY_SOIL, ...rest });
const ground: WorkGround = {
  trees: 1000,
  metres: 2500,
  area: 10_000,
  zones: [
    { name: 'Sand cap', soil: soil({ texture: 'sand', repellent: true }), trees: 200 },
    { name: 'Yard', soil: soil({ compacted: true }), trees: 300 },
    { name: 'Clay foot', soil: soil({ texture: 'clay', drainage: 'winter-wet' }), trees: 100 },
  ],
};
const plain: WorkGround = { ...ground, zones: [] };
const on = (works: ReturnType<typeof worksOf>) => works.filter((work) => work.on).map((w) => w.key);

test('the soil of a zone asks for its work, for the trees that stand there and no others', () => {
  const works = worksOf(ground);
  assert.deepEqual(on(works), ['loosening', 'wetting']);
  const units = workUnits(works);
  // 200 spots × 5 mL, and 400 spots × 90 s.
  assert.ok(Math.abs(units.wetting! - 1) < 1e-9);
  assert.ok(Math.abs(units.loosening! - 10) < 1e-9);
  assert.deepEqual(workTasks(works), ['loosen-spots', 'wetting-agent']);
  const loosen = works.find(({ key }) => key === 'loosening')!;
  assert.equal(loosen.because.key, 'works.loosenHeavy');
  assert.equal((loosen.because.figures as { zones: string }).zones, 'Yard, Clay foot');
});

test('ordinary ground asks for nothing; chosen all the same, a work is done on the whole block', () => {
  assert.deepEqual(on(worksOf(plain)), []);
  assert.deepEqual(workUnits(worksOf(plain)), {});
  const works = worksOf(plain, { chosen: { wetting: true, inoculant: true, cover: true } });
  const units = workUnits(works);
  assert.ok(Math.abs(units.wetting! - 5) < 1e-9, '1 000 trees × 5 mL');
  assert.ok(Math.abs(units.inoculant! - 5) < 1e-9, '1 000 trees × 5 g');
  assert.ok(Math.abs(units.cover! - 20) < 1e-9, '1 ha × 20 kg');
  assert.deepEqual(workTasks(works), ['sow-cover', 'wetting-agent']);
});

test('the leader leaves out what the ground asks for', () => {
  const works = worksOf(ground, { chosen: { loosening: false } });
  assert.deepEqual(on(works), ['wetting']);
  assert.equal(works.find(({ key }) => key === 'loosening')!.asked, true);
  assert.equal(workUnits(works).loosening, undefined);
});

test('kept terraces and pits are dug by the hour, before the trees or right after them', () => {
  const terraces = { ...TERRACE_DEFAULTS, slope: 0.4, after: false };
  const works = worksOf(plain, { terraces, pits: PIT_DEFAULTS, digging: 0.5 });
  const units = workUnits(works);
  // Half a metre a step of ten is left uncut; a metre moves 1.5 × (1.5 × 0.4 + 0.3) ÷ 8 m³.
  const earth = (2500 - 250 * 0.5) * ((1.5 * 0.9) / 8);
  assert.ok(Math.abs(units.terracing! - earth / 0.5) < 1e-9);
  assert.ok(Math.abs(units.pits! - (1000 * 0.75 ** 3) / 0.5) < 1e-9);
  assert.deepEqual(workTasks(works), ['terraces', 'dig-pits']);
  const after = worksOf(plain, { terraces: { ...terraces, after: true } });
  assert.deepEqual(workTasks(after), ['terraces-after']);
  assert.throws(() => worksOf(plain, { pits: PIT_DEFAULTS, digging: 0 }), /works\.noRate/);
});

test('metres of drain bring pipe and a digger’s hours; wet zones are named, not drained unasked', () => {
  const none = worksOf(ground).find(({ key }) => key === 'drains')!;
  assert.equal(none.on, false);
  assert.equal((none.because.figures as { zones: string }).zones, 'Clay foot');
  const units = workUnits(worksOf(ground, { drains: 150 }));
  assert.equal(units.pipe, 150);
  assert.equal(units.draining, 150 / WORK_RATES.drains);
});

test('every work has its task on the string and its lines on the bill', () => {
  const tasks = new Set(TASKS.map(({ key }) => key));
  const lines = new Set(MATERIALS.map(({ key }) => key));
  const all = worksOf(ground, {
    terraces: { ...TERRACE_DEFAULTS, slope: 0.3, after: false },
    pits: PIT_DEFAULTS,
    drains: 10,
  });
  assert.deepEqual(
    all.map(({ key }) => key),
    [...WORKS],
  );
  for (const { task, lines: own } of all) {
    if (task) assert.ok(tasks.has(task) && WORK_TASKS.has(task), task);
    for (const item of Object.keys(own)) assert.ok(lines.has(item), item);
  }
  for (const key of WORK_TASKS) assert.equal(TASKS.find((one) => one.key === key)!.always, false);
});

test('a figure is its working multiplied out, whatever stands where', () => {
  fc.assert(
    fc.property(
      fc.nat(50_000),
      fc.nat(50_000),
      fc.double({ min: 1, max: 1e6, noNaN: true }),
      (repellent, heavy, area) => {
        const works = worksOf(
          {
            ...{ trees: repellent + heavy, metres: 10, area },
            zones: [
              { name: 'a', soil: soil({ repellent: true }), trees: repellent },
              { name: 'b', soil: soil({ texture: 'clay' }), trees: heavy },
            ],
          },
          { chosen: { cover: true, inoculant: true } },
        );
        for (const { key, lines } of works)
          for (const { value, steps } of Object.values(lines)) {
            if (!steps.length || key === 'loosening' || key === 'drains') continue;
            const product = steps.reduce(
              (total, step) =>
                total * (step.kind === 'massDose' ? step.value / 10_000 : step.value),
              1,
            );
            assert.ok(Math.abs(product - value) <= 1e-9 * Math.max(1, value));
          }
      },
    ),
    { seed: 5, numRuns: 200 },
  );
});
