import { treesOf } from '../../core/checks/grid';
import { countsOfWalk } from '../../core/survival/walks';
import assert from 'node:assert/strict';
import { after, before, test } from '../suite';
import { v7 as uuid } from 'uuid';
import { addTo } from '../../core/measure/dates';
import { sumMarks } from '../../core/survival/marks';
import { waterBalance } from '../../core/tending/water';
import {
  plantedOf,
  plantersFact,
  sownFact,
  talliesFact,
} from '../../src/lib/rooms/crew/facts.server';
import { blockState } from '../../src/lib/rooms/morning/board.server';
import { speciesOfFirst } from '../../core/rows/species';
import { treesInRow } from '../../core/rows/stored';
import { releasedLayout, rowsFact } from '../../src/lib/rooms/rows/facts.server';
import { cardsFact } from '../../src/lib/rooms/stock/facts.server';
import { countDesign, nextCount, rowsToCount, STRATA } from '../../core/survival/design';
import type { BlockRow } from '../../src/lib/rooms/ground/tables.server';
import { strataOf } from '../../src/lib/rooms/survival/design.server';
import { findingsOf } from '../../src/lib/rooms/checks/findings.server';
import {
  closingReport,
  spreadPhotos,
  type ClosingPhoto,
} from '../../src/lib/rooms/survival/closing.server';
import { countedOf, countsFact } from '../../src/lib/rooms/survival/facts.server';
import { survivalFindings } from '../../src/lib/rooms/survival/findings.server';
import { dueOf } from '../../src/lib/rooms/calendar/tasks.server';
import { costsOf } from '../../src/lib/rooms/survival/money.server';
import { billOf } from '../../src/lib/rooms/calendar/year.server';
import { seenOnWalks, stressOf, waterOf } from '../../src/lib/rooms/tending/facts.server';
import type { Store } from '../../src/lib/store';
import { wateredFact } from '../../src/lib/rooms/tending/thirst.server';
import { waterCalls } from '../../src/lib/rooms/tending/facts.server';
import { demoSetting, event, type Setting } from './setting';

let store: Store;
let setting: Setting;
before(async () => {
  setting = await demoSetting('survival');
  store = setting.store;
});
after(() => store.sequelize.close());
const bench = () => setting.blocks['North Bench'];
const flat = () => setting.blocks['Spoil Knoll'];
const margin = () => setting.blocks['Silt Margin'];
const layoutOf = async (block: { id: string }) =>
  (await releasedLayout(await setting.facts(), block.id))!.id;

/** A picture of one pixel. */
const ONE_PIXEL =
  'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==';

test('the demo: the lot that sat too long, trees set deep, the patch that drowned, no false accusation', async () => {
  const facts = await setting.facts();
  const found = (await survivalFindings(facts, bench()))!;
  const apart = (group: keyof typeof found.groups) =>
    found.groups[group].filter((one) => one.apart).map((one) => one.group);
  assert.deepEqual(apart('species'), ['Aspen']);
  assert.deepEqual(apart('lot'), ['lot 31']);
  assert.deepEqual(apart('zone'), []);
  // By tool and by handling every tree of which it is known is told once.
  for (const group of ['tool', 'handling'] as const) {
    assert.ok(found.groups[group].length >= 2, group);
    assert.equal(
      found.groups[group].reduce((sum, { of }) => sum + of, 0),
      found.trees.filter((tree) => tree[group] !== undefined).length,
    );
  }
  const [worst] = found.groups.handling;
  assert.match(worst.group, /^over 20 min/, 'the longest in the air live least');
  const fitted = found.why.fitted!;
  assert.ok('effects' in fitted);
  const effect = (name: string) => fitted.effects.find((one) => one.name === name)!;
  assert.ok(effect('air').low > 1.2, `${effect('air').low}`);
  assert.ok(effect('deep').low > 1, `${effect('deep').low}`);
  const lens = effect('zone Clay lens');
  assert.ok(lens.low < 1 && lens.high > 1, 'the clay did nothing to the living');
  assert.equal(found.time.times, 2);
  assert.ok(found.time.compared!.chance < 1e-6);
  const aspen = found.time.curves.find(({ name }) => name.includes('aspen'))!;
  const share = found.groups.lot.find(({ group }) => group === 'lot 31')!.estimate;
  assert.ok(Math.abs(aspen.points.at(-1)!.survival - share) < 0.01, 'curve and table agree');
  const causes = Object.fromEntries(found.causes.map(({ cause, trees }) => [cause, trees]));
  const season = (await countedOf(facts, bench()))!;
  const dead = season.counts.reduce((sum, { set, alive }) => sum + set - alive, 0);
  assert.equal(
    Object.values(causes).reduce((a, b) => a + b, 0),
    dead,
  );
  assert.ok(causes.flood > 40 && causes['dry roots'] > 40);
  assert.ok(found.evenness.share > 0.1 && found.evenness.under <= found.evenness.stretches);
  const other = (await survivalFindings(facts, setting.blocks['Ridge Screen']))!;
  for (const groups of Object.values(other.groups))
    assert.deepEqual(
      groups.filter((one) => one.apart),
      [],
    );
});

test('a row counted tree by tree: marks, causes, heights, and a tree that comes back is said', async () => {
  const layoutId = await layoutOf(bench());
  const facts = await setting.facts();
  const counts = await facts.of(countsFact, bench().id);
  const last = counts.filter(({ row }) => row === 11).at(-1)!;
  const dead = last.marks.indexOf('0') + 1;
  const marks = [...last.marks].map((mark, i) => (i + 1 === dead ? '1' : mark)).join('');
  const { set, alive } = sumMarks(marks);
  const gone = marks.indexOf('g') + 1 || marks.indexOf('0') + 1;
  const one = {
    ...{ ...event(), layoutId, row: 11, set, alive, marks, countedOn: facts.today },
    causes: [{ peg: gone, cause: 'browse' as const }],
    heights: [{ peg: dead, height: 0.62 }],
  };
  const done = (await setting.done('checker', 'survival.count', one)) as { cameBack?: number[] };
  assert.deepEqual(done.cameBack, [dead]);
  assert.equal((await setting.done('checker', 'survival.count', one)).already, true);
  const kept = (await (await setting.facts()).of(countsFact, bench().id)).find(
    ({ id }) => id === one.id,
  )!;
  assert.deepEqual([kept.causes, kept.heights], [{ [gone]: 'browse' }, { [dead]: 0.62 }]);
  const found = (await survivalFindings(await setting.facts(), bench()))!;
  assert.deepEqual(found.heights, { measured: 1, mean: 0.62, growth: [] });

  const refused = (more: object, says: RegExp, status = 409) =>
    setting.refused('checker', 'survival.count', { ...one, ...event(), ...more }, status, says);
  await refused({ alive: alive - 1 }, /must agree|marks/);
  await refused({ set: set + 1 }, /marks|planted/);
  await refused({ marks: `${marks.slice(1)}x` }, /marked 1 alive/, 400);
  await refused({ heights: [{ peg: gone, height: 1 }] }, /dead or gone/);
  await refused({ causes: [{ peg: dead, cause: 'browse' }] }, /lives; a cause/);
  await refused({ causes: [{ peg: marks.length + 1, cause: 'browse' }] }, /trees are marked/);
  await refused({ heights: [{ peg: 1, height: -1 }] }, /more than 0/, 400);
  await refused({ countedOn: addTo(facts.today, { days: -500 }) }, /was planted on/);
});

test('with no target set four fifths of what was laid out are enough', async () => {
  await store.block.update(
    { targetDensity: null },
    { where: { id: setting.blocks['Ridge Screen'].id } },
  );
  const ridge = { ...setting.blocks['Ridge Screen'], targetDensity: null };
  const season = (await countedOf(await setting.facts(), ridge))!;
  assert.equal(season.targetIsSet, false);
  assert.ok(season.estimate.estimate > 0.85);
  assert.equal(season.refill.verdict, 'none');
  assert.equal(season.refill.trees.value, 0);
});

test('the water of a block: zones by their soil, rows watered on the phone fill the store', async () => {
  const layoutId = await layoutOf(bench());
  const first = await waterOf(await setting.facts(), bench());
  assert.deepEqual(first.zones.map(({ texture }) => texture).sort(), ['clay', 'loam']);
  // Dead trees drink nothing: those that were counted, and as large a share of the rows nobody counted.
  const { byRow } = await plantedOf(await setting.facts(), bench().id);
  const { counts, estimate } = (await countedOf(await setting.facts(), bench()))!;
  const looked = new Map(counts.map((count) => [count.row, count]));
  const living = [...byRow].reduce((sum, [row, trees]) => {
    const { set, alive } = looked.get(row) ?? { set: 0, alive: 0 };
    return sum + alive + (trees - set) * estimate.estimate;
  }, 0);
  assert.ok(counts.length > 5 && counts.length < byRow.size);
  const rows = first.zones.flatMap((zone) => zone.rows);
  for (const of of [first.zones, rows])
    assert.ok(Math.abs(of.reduce((sum, { trees }) => sum + trees, 0) - living) <= 1, `${living}`);
  const { row, marks } = counts.find((count) => count.marks.includes('0'))!;
  assert.equal(
    rows.filter(({ number }) => number === row).reduce((sum, { trees }) => sum + trees, 0),
    sumMarks(marks).alive + byRow.get(row)! - sumMarks(marks).set,
  );
  const [none, ...schools] = first.schools!;
  assert.equal(none.rounds, 0);
  for (const school of schools) assert.ok(school.suffered <= none.suffered, school.school);
  // Every row of one zone watered three days ago.
  const zone = first.zones[0];
  const at = new Date(Date.now() - 3 * 86_400_000).toISOString();
  const watered = zone.rows.map(({ number, trees }) => ({
    ...{ ...event(), at, layoutId, row: number, trees, litres: 4, corrects: null },
  }));
  for (const one of watered) await setting.done('planter', 'tending.watered', one);
  assert.equal((await setting.done('planter', 'tending.watered', watered[0])).already, true);
  assert.equal((await (await setting.facts()).of(wateredFact, bench().id)).length, watered.length);
  const then = await waterOf(await setting.facts(), bench());
  const now = then.zones.find((one) => one.zone === zone.zone)!;
  assert.ok(now.now >= zone.now - 1e-9 && now.now <= now.full);
  await setting.done('planter', 'tending.watered', {
    ...watered[0],
    ...event(),
    corrects: watered[0].id,
  });
  assert.equal(
    (await (await setting.facts()).of(wateredFact, bench().id)).length,
    watered.length - 1,
  );
  const bad = (more: object, says: RegExp, status = 409) =>
    setting.refused(
      'planter',
      'tending.watered',
      { ...watered[0], ...event(), ...more },
      status,
      says,
    );
  await bad({ row: 9999 }, /no row/i);
  await bad({ trees: 9000 }, /places; 9/);
  await bad({ litres: 0 }, /more than 0/, 400);
  await bad({ corrects: uuid() }, /not there/);
  await setting.refused('viewer', 'tending.watered', { ...watered[0], ...event() }, 403, /./);
  // A round in a dry week of summer, row by row, spares the trees days without water.
  const today = (await setting.facts()).today;
  const dryDays = async () => {
    const of = await stressOf(await setting.facts(), bench(), today);
    return of(zone.name, addTo(today, { months: -12 }))!;
  };
  const suffered = await dryDays();
  assert.ok(suffered > 0, 'the summer was dry');
  const [year, rest] = [Number(today.slice(0, 4)), today.slice(5)];
  const summer = `${rest > '07-23' ? year : year - 1}-07-22T10:00:00Z`;
  for (const { number, trees } of zone.rows)
    await setting.done('planter', 'tending.watered', {
      ...{ ...event(), at: summer, layoutId, row: number, trees, litres: 12, corrects: null },
    });
  assert.ok((await dryDays()) < suffered, `${await dryDays()} of ${suffered} dry days`);
  // The same as the core's own sum on the same days.
  const sown = await (await setting.facts()).of(sownFact, bench().id);
  assert.ok(sown.lastAt.size > 0);
  assert.ok(typeof waterBalance === 'function');
  const nothing = await waterOf(await setting.facts(), margin());
  assert.deepEqual(nothing.zones, [], 'nothing stands on the margin yet');
});

test('a block is watered as its method says, until the leader says otherwise', async () => {
  const facts = await setting.facts();
  const school = async (watering: string, water?: object) => {
    const { method, calendarTerms } = bench();
    const { terms } = await waterOf(facts, {
      ...bench(),
      method: { ...method, watering },
      calendarTerms: { ...calendarTerms, water: water as never },
      // What was worked out for the block as it is is not asked again.
      edition: bench().edition + ++asked,
    });
    return terms.school;
  };
  let asked = 0;
  assert.equal(await school('weekly'), 'weekly');
  assert.equal(await school('balance'), 'balance');
  assert.equal(await school('reservoir'), 'none', 'boxes are no rounds of the tank');
  assert.equal(await school('weekly', { school: 'bag' }), 'bag');
});

test('the closing report and the next count are made of what the pages say', async () => {
  const facts = await setting.facts();
  const [season, found, checks] = await Promise.all([
    countedOf(facts, bench()),
    survivalFindings(facts, bench()),
    findingsOf(facts, bench()),
  ]);
  const report = (photos: ClosingPhoto[]) =>
    closingReport({
      about: { block: bench().name, site: setting.site.name, version: 1, day: facts.today },
      ...{ planted: 10, plantedDays: null, season: season!, found: found!, checks },
      plan: { pattern: 'offset', inRow: 2, between: 2.5, area: 20_000, trees: 4000 },
      ...{ brief: 'Set it.', units: 'us', photos, treatments: [], money: undefined },
    });
  const image = `data:image/png;base64,${ONE_PIXEL}`;
  const picture = { caption: 'Row 3, peg 7.', image };
  const drawn = async (photos: ClosingPhoto[]) => {
    const pdf = await report(photos);
    assert.equal(pdf.subarray(0, 5).toString(), '%PDF-');
    return pdf.toString('latin1').includes('/Subtype /Image');
  };
  assert.deepEqual(
    [await drawn([]), await drawn([picture, picture, picture])],
    [false, true],
    'photographs are in it when there are some',
  );
  await assert.rejects(report([{ ...picture, image: 'data:image/jpeg;base64,/9j/AAAA' }]));
  const twenty = Array.from({ length: 20 }, (_, i) => i);
  assert.deepEqual(spreadPhotos(twenty), [0, 4, 8, 11, 15, 19], 'first, last and evenly between');
  assert.deepEqual(spreadPhotos([5, 6]), [5, 6]);
  const strata = (await strataOf(facts, bench()))!;
  const trees = (await plantedOf(facts, bench().id)).planted;
  const [tallies, planters] = await Promise.all([
    facts.of(talliesFact, bench().id),
    facts.of(plantersFact),
  ]);
  for (const { name, rows } of strata.planter)
    for (const row of rows) {
      const set = planters.map((own) =>
        tallies
          .filter((tally) => tally.row === row && tally.planter === own.id)
          .reduce((sum, { count, corrects }) => sum + (corrects ? -count : count), 0),
      );
      assert.equal(name, planters[set.indexOf(Math.max(...set))].name, `row ${row}`);
    }
  // A row is of a species that more than half of it is; where none is, of none.
  const layout = (await releasedLayout(facts, bench().id))!;
  const cards = new Map((await facts.of(cardsFact)).map(({ id, name }) => [id, name]));
  const rowsHere = new Map((await facts.of(rowsFact, bench().id)).map((row) => [row.number, row]));
  assert.ok(strata.species.length > 1);
  for (const { name, rows } of strata.species)
    for (const number of rows) {
      const row = rowsHere.get(number)!;
      const counts = speciesOfFirst(row.runs, treesInRow(row), layout.parameters.mix.length);
      const main = counts.findIndex((count) => 2 * count > treesInRow(row));
      assert.equal(
        name,
        main < 0 ? 'mixed rows' : cards.get(layout.parameters.mix[main].species),
        `row ${number}`,
      );
    }
  // Where nobody set a target: four fifths of what was laid out.
  const open = (await countedOf(facts, { ...bench(), targetDensity: null }))!;
  assert.deepEqual([season!.targetIsSet, open.targetIsSet], [true, false]);
  assert.ok(Math.abs(open.target - (0.8 * layout.trees) / layout.plantableArea) < 1e-12);
  for (const by of STRATA) {
    assert.equal(
      strata[by].reduce((sum, one) => sum + one.trees, 0),
      trees,
      by,
    );
    const design = countDesign(strata[by], 0.03);
    const rows = rowsToCount(design, 'x');
    assert.ok(rows.length > season!.counts.length / 4 && design.half <= 0.03);
    // What a leader keeps is what the phones count.
    await setting.done('leader', 'calendar.terms', {
      blockId: bench().id,
      terms: { count: { by, half: 0.03, rows } },
    });
    const kept = (await setting.store.block.findByPk(bench().id))!.get() as BlockRow;
    assert.deepEqual(kept.calendarTerms.count, { by, half: 0.03, rows });
  }
  // Rows that were drawn zone by zone are weighed zone by zone, whatever is drawn next.
  const looked = season!.counts.map(({ row }) => row);
  const byZone = nextCount(undefined, { by: 'zone', half: 0.03, rows: looked }, strata.zone);
  const later = nextCount(byZone, { by: 'block', half: 0.02, rows: [1, 2] }, strata.block);
  for (const count of [byZone, later]) {
    await setting.done('leader', 'calendar.terms', { blockId: bench().id, terms: { count } });
    const block = (await setting.store.block.findByPk(bench().id))!.get() as BlockRow;
    const { estimate } = (await countedOf(await setting.facts(), block))!;
    const weighed = strata.zone.reduce((sum, { rows, trees: own }) => {
      const counted = season!.counts.filter(({ row }) => rows.includes(row));
      assert.ok(counted.length > 1);
      const of = (key: 'alive' | 'set') => counted.reduce((all, one) => all + one[key], 0);
      return sum + ((own / trees) * of('alive')) / of('set');
    }, 0);
    assert.equal(estimate.figure.formula!.key, 'formula.aliveByParts');
    assert.ok(Math.abs(estimate.estimate - weighed) < 1e-12);
  }
  assert.ok(strata.species.length > 0 && strata.lot.length > 0);
  const lens = strata.zone.find(({ name }) => name === 'Clay lens')!;
  assert.ok(lens.rows.length > 3 && lens.rows.length < 40);
});

test('what a walk finds is called on the board, and taken back is gone', async () => {
  const layoutId = await layoutOf(bench());
  const seen = {
    ...{ ...event(), blockId: bench().id, layoutId, fromRow: 9, toRow: 12, peg: null },
    ...{ kind: 'browse' as const, trees: 31, body: 'hares', corrects: null },
  };
  await setting.done('planter', 'tending.seen', seen);
  assert.equal((await setting.done('planter', 'tending.seen', seen)).already, true);
  // A peg is one of the first row of several; a longer row behind it makes no more of them.
  const trees = new Map(
    (await setting.store.layoutRow.findAll({ where: { layoutId }, raw: true })).map(
      ({ number, trees: places }) => [number, places],
    ),
  );
  const long = [...trees.keys()].find((number) => trees.get(number + 1)! > trees.get(number)!)!;
  const short = [...trees.keys()].find((number) => trees.get(number + 1)! < trees.get(number)!)!;
  const at = (row: number, peg: number) => ({
    ...{ ...seen, ...event(), fromRow: row, toRow: row + 1, peg },
  });
  await setting.refused('planter', 'tending.seen', at(long, trees.get(long)! + 1), 409, /peg/);
  const last = at(short, trees.get(short)!);
  await setting.done('planter', 'tending.seen', last);
  await setting.done('planter', 'tending.seen', { ...last, ...event(), corrects: last.id });
  const keys = async () =>
    (await blockState(await setting.facts(), bench())).calls.map(({ say }) => say.key);
  const { today } = await setting.facts();
  assert.ok((await keys()).includes('visit.browse'));
  const [one] = await (await setting.facts()).of(seenOnWalks, bench().id);
  assert.deepEqual(
    [one.kind, one.fromRow, one.toRow, one.trees, one.body],
    ['browse', 9, 12, 31, 'hares'],
  );
  // It is a task: of the calendar, of Tending, and of the board, in one word each, and ticked off it is done.
  const due = async () => {
    const { tending, waiting } = await dueOf(await setting.facts(), bench());
    const listed = [...tending.late, ...tending.now];
    assert.ok(listed.every(({ key }) => waiting.some((task) => task.key === key)));
    return listed.filter(({ key }) => key === `own-${seen.id}`).length;
  };
  assert.equal(await due(), 1);
  const tick = (kind: 'done' | 'undone') =>
    setting.done('checker', 'calendar.task', {
      ...{ ...event(), blockId: bench().id, task: `own-${seen.id}`, kind },
      day: kind === 'done' ? today : null,
    });
  await tick('done');
  assert.deepEqual([await due(), (await keys()).includes('visit.browse')], [0, false]);
  await tick('undone');
  assert.deepEqual([await due(), (await keys()).includes('visit.browse')], [1, true]);
  await setting.refused(
    'checker',
    'calendar.task',
    { ...event(), blockId: bench().id, task: `own-${uuid()}`, kind: 'done', day: today },
    409,
    /no such task/i,
  );
  await setting.done('planter', 'tending.seen', { ...seen, ...event(), corrects: seen.id });
  assert.ok(!(await keys()).includes('visit.browse'));
  const bad = (more: object, says: RegExp, status = 409) =>
    setting.refused('planter', 'tending.seen', { ...seen, ...event(), ...more }, status, says);
  await bad({ fromRow: 12, toRow: 9 }, /the first comes before the last/);
  await bad({ toRow: 9999 }, /no row/i);
  await bad({ layoutId: null }, /layout/i);
  // One row, or the whole block, is said as it was seen.
  for (const rows of [{ toRow: null }, { fromRow: null, toRow: null }]) {
    const part = { ...seen, ...event(), ...rows };
    await setting.done('planter', 'tending.seen', part);
    await setting.done('planter', 'tending.seen', { ...part, ...event(), corrects: part.id });
  }
  await bad({ kind: 'dragons' }, /one of/, 400);
  await bad({ peg: 99_999, toRow: 9 }, /no peg/);
});

test('circles and tagged trees: drawn once, walked by the phone, and each what it is an estimate of', async () => {
  const layoutId = await layoutOf(flat());
  const block = () => setting.store.block.findByPk(flat().id).then((row) => row!.get() as BlockRow);
  const facts = async () => setting.facts();
  const standing = (await plantedOf(await facts(), flat().id)).byRow;
  const design = async (way: 'plots' | 'trees', count: number, more: object = {}) =>
    setting.done('leader', 'survival.design', {
      ...{ blockId: flat().id, way, count, area: 60, half: 0.05, seed: 'one' },
      ...{ edition: (await block()).termsEdition, ...more },
    });
  await setting.refused(
    'checker',
    'survival.design',
    { blockId: flat().id, way: 'trees', count: 9, half: 0.05, seed: 'x', edition: 0 },
    403,
    /./,
  );
  const drawn = Number((await design('plots', 12)).drawn);
  const { plots } = (await block()).calendarTerms.count!;
  const kept = (await block()).termsEdition;
  // The answer was lost and it is sent again, at the edition it was first sent with.
  assert.equal((await design('plots', 12, { edition: kept - 1 })).drawn, drawn);
  assert.equal((await block()).termsEdition, kept);
  assert.equal(plots!.all.length, drawn);
  assert.ok(drawn >= 4 && drawn <= 20, `${drawn} circles`);
  // Somebody who read an older edition is told, and nothing is drawn over theirs.
  await setting.refused(
    'leader',
    'survival.design',
    { blockId: flat().id, way: 'trees', count: 9, half: 0.05, seed: 'x', edition: 0 },
    409,
    /./,
  );
  // Two circles counted: in the first all live, in the second none do.
  for (const [i, plot] of plots!.all.slice(0, 2).entries())
    for (const { row, marks, set, alive } of countsOfWalk(
      { plot: plot.number, places: treesOf(plot.trees) },
      (i ? '0' : '1').repeat(treesOf(plot.trees).length),
    ))
      await setting.done('checker', 'survival.count', {
        ...{ ...event(), layoutId, row, set, alive, marks, plot: plot.number },
        countedOn: (await facts()).today,
      });
  const season = (await countedOf(await facts(), await block()))!;
  assert.equal(season.clusters.length, 2);
  const [a, b] = plots!.all.map(({ trees }) => treesOf(trees).length);
  assert.ok(Math.abs(season.estimate.estimate - a / (a + b)) < 1e-9);
  const { planted } = await plantedOf(await facts(), flat().id);
  assert.equal(season.ofClusters, Math.round((planted * 2) / (a + b)), 'so many circles fit');
  assert.equal(new Set(season.counts.map(({ row }) => row)).size, season.counts.length);
  const found = (await survivalFindings(await facts(), await block()))!;
  assert.equal(found.counted, a + b);
  assert.deepEqual(
    new Set(found.trees.map(({ cluster }) => cluster)),
    new Set(['plot 1', 'plot 2']),
  );
  // Drawn anew within the season: the new circles are others, with numbers of their own.
  await design('plots', 12, { seed: 'two' });
  const again = (await block()).calendarTerms.count!.plots!.all;
  assert.equal(again[0].number, drawn + 1);
  const [first] = again;
  const places = treesOf(first.trees);
  for (const { row, marks, set, alive } of countsOfWalk(
    { plot: first.number, places },
    '1'.repeat(places.length),
  ))
    await setting.done('checker', 'survival.count', {
      ...{ ...event(), layoutId, row, set, alive, marks, plot: first.number },
      countedOn: (await facts()).today,
    });
  const both = (await countedOf(await facts(), await block()))!;
  assert.equal(both.clusters.length, 3, 'nothing counted was taken for another circle');
  // Drawn once more before a phone brought the rest: what is on the phones is not drawn over either.
  await design('plots', 12, { seed: 'three' });
  assert.equal((await block()).calendarTerms.count!.plots!.all[0].number, 1 + again.at(-1)!.number);
  // Tagged trees: the same trees of the same rows every time.
  const tags = await design('trees', 30);
  const { trees } = (await block()).calendarTerms.count!;
  assert.equal(tags.drawn, 30);
  assert.equal(trees!.flatMap(({ pegs }) => pegs).length, 30);
  for (const { row, pegs } of trees!) assert.ok(pegs.every((peg) => peg <= standing.get(row)!));
  assert.equal((await block()).calendarTerms.count!.plots, undefined, 'one way at a time');
});

test('drought is spoken of only where the weather since planting is known', async () => {
  const facts = await setting.facts();
  const block = setting.blocks['North Bench'];
  const days = await stressOf(facts, block, facts.today);
  assert.equal(typeof days(undefined, addTo(facts.today, { months: -12 })), 'number');
  assert.equal(days(undefined, '1990-01-01'), undefined, 'most of these years nobody measured');
});

test('a living tree of each lot and each way costs what its own planting takes over what of it lives', async () => {
  const bench = setting.blocks['North Bench'];
  const blockNow = async () => (await setting.store.block.findByPk(bench.id))!.get() as BlockRow;
  const costs = async () => (await costsOf(await setting.facts(), await blockNow()))!.costs;
  const first = await costs();
  const [all, ...lots] = first;
  const { bill, ground } = await billOf(await setting.facts(), await blockNow());
  assert.ok(Math.abs(all.planted - bill.cost.value / ground.trees) < 1e-9);
  assert.ok(lots.filter(({ by }) => by === 'lot').length > 1);
  const found = (await survivalFindings(await setting.facts(), await blockNow()))!;
  for (const { by, name, planted, living } of lots) {
    if (by !== 'lot') continue;
    const group = found.groups.lot.find((one) => one.group === `lot ${name}`)!;
    assert.ok(Math.abs(living!.value * group.estimate - planted) < 1e-9, name);
    assert.ok(living!.low <= living!.value && living!.value <= living!.high);
  }
  // One lot gets a stake and its tie, the prices of which are known: only its own trees become dearer.
  const price = (each: number) => ({ price: each, pack: 1, onHand: 0, costShare: 0 });
  const { calendarTerms, termsEdition } = await blockNow();
  await setting.done('leader', 'calendar.terms', {
    blockId: bench.id,
    terms: { materials: { ...calendarTerms.materials, stakes: price(2), ties: price(0.25) } },
    edition: termsEdition,
  });
  const before = await costs();
  const lot = (await setting.store.lot.findOne({
    where: { blockId: bench.id, code: lots.find(({ by }) => by === 'lot')!.name },
  }))!.get();
  const { conditions, method, differences, methodEdition } = await blockNow();
  await setting.done('leader', 'method.save', {
    ...{ blockId: bench.id, conditions, method, edition: methodEdition },
    differences: [...differences, { scope: { by: 'lot', lot: lot.id }, method: { stake: 'low' } }],
  });
  for (const { by, name, planted } of (await costs()).filter((one) => one.by !== 'block')) {
    const was = before.find((one) => one.by === by && one.name === name)!.planted;
    const dearer = by === 'lot' && name === lot.code ? 2.25 : 0;
    assert.ok(Math.abs(planted - was - dearer) < 0.01, `${by} ${name}: ${planted} for ${was}`);
  }
});

test('rows that somebody looked at closely beside the draw are no part of the estimate', async () => {
  const before = (await countedOf(await setting.facts(), bench()))!;
  const { id: blockId } = bench();
  const rows = before.counts.map(({ row }) => row);
  assert.ok(rows.length > 10);
  const { termsEdition: edition } = (await store.block.findByPk(blockId))!;
  await setting.done('leader', 'calendar.terms', {
    ...{ blockId, edition, terms: { count: { by: 'block', half: 0.05, rows } } },
  });
  const block = async () => (await store.block.findByPk(blockId))!.get() as BlockRow;
  const drawn = (await countedOf(await setting.facts(), await block()))!;
  assert.deepEqual([drawn.beside, drawn.estimate.estimate], [[], before.estimate.estimate]);
  const facts = await setting.facts();
  const planted = (await facts.of(sownFact, blockId)).sums.byRow;
  const others = [...planted].filter(([row, trees]) => trees > 20 && !rows.includes(row));
  const layoutId = (await releasedLayout(facts, blockId))!.id;
  // Four wet rows in which everything has died: the leader wanted to know.
  const groups = async () => (await survivalFindings(await setting.facts(), await block()))!;
  const told = await groups();
  for (const [row, set] of others.slice(0, 4))
    await setting.done('checker', 'survival.count', {
      ...{ ...event(), layoutId, row, set, alive: 0, countedOn: before.on },
      marks: '0'.repeat(set),
    });
  const now = await groups();
  assert.deepEqual([now.groups.species, now.evenness], [told.groups.species, told.evenness]);
  const dead = others.slice(0, 4).reduce((sum, [, set]) => sum + set, 0);
  assert.equal(now.counted, told.counted + dead, 'for the causes they are there');
  const after = (await countedOf(await setting.facts(), await block()))!;
  assert.deepEqual(
    after.beside.sort(),
    others
      .slice(0, 4)
      .map(([row]) => row)
      .sort(),
  );
  assert.equal(after.estimate.estimate, drawn.estimate.estimate);
  assert.equal(after.counts.length, before.counts.length + 4, 'they are shown all the same');
  // Without the draw they would count as if chance had chosen them.
  const undrawn = (await countedOf(await setting.facts(), {
    ...(await block()),
    termsEdition: -1,
    calendarTerms: {},
  }))!;
  assert.ok(undrawn.estimate.estimate < drawn.estimate.estimate - 0.05);
});

test('walks are told newest first; the next water is called three days ahead, where the balance decides', async () => {
  const seen = (hoursAgo: number, kind: string) => ({
    ...{ ...event(), at: new Date(Date.now() - hoursAgo * 3_600_000).toISOString() },
    ...{ blockId: bench().id, layoutId: null, fromRow: null, toRow: null, peg: null },
    ...{ kind, trees: null, body: '', corrects: null },
  });
  const [old, fresh, middle] = [seen(9, 'flood'), seen(1, 'browse'), seen(5, 'weeds')];
  for (const one of [old, fresh, middle]) await setting.done('planter', 'tending.seen', one);
  const ids = [fresh, middle, old].map(({ id }) => id);
  const told = await (await setting.facts()).of(seenOnWalks, bench().id);
  assert.deepEqual(
    told.filter(({ id }) => ids.includes(id)).map(({ id }) => id),
    ids,
  );

  const block = async () => (await setting.store.block.findByPk(bench().id))!.get() as BlockRow;
  const terms = (school: string) => ({
    ...{ school, tank: 1000, flow: 60, drive: 15, seconds: 20, hose: 20, ring: 0.3 },
  });
  const water = (school: string) =>
    setting.done('leader', 'calendar.terms', {
      ...{ blockId: bench().id, terms: { water: terms(school) } },
    });
  await water('none');
  assert.deepEqual(await waterCalls(await setting.facts(), await block()), []);
  await water('balance');
  // A dry spell of four weeks up to today, hot enough that the store is all but empty.
  const { today, site } = await setting.facts();
  await setting.done('leader', 'calendar.weather', {
    siteId: site.id,
    days: Array.from({ length: 60 }, (_, i) => ({
      ...{ day: addTo(today, { days: i - 60 }), lowest: 22, highest: 38 },
      ...{ rain: 0, humidity: 0.25, wind: 4 },
    })),
  });
  const { next } = await waterOf(await setting.facts(), await block());
  const [call] = await waterCalls(await setting.facts(), await block());
  assert.ok(next, 'somebody has to water');
  assert.ok(next.away <= 3, `in ${next.away} days`);
  assert.equal(call.say.key, 'tending.waterBy');
  assert.equal(call.when.key, next.away <= 0 ? 'when.today' : 'when.day');
  const { litres, trips } = call.say.figures as unknown as {
    litres: { value: number };
    trips: number;
  };
  assert.ok(Math.abs(litres.value - next.litres / 1000) < 1e-9);
  assert.equal(trips, next.round.trips);
  assert.equal((call.detail!.figures as unknown as { trees: number }).trees, next.trees);
});
