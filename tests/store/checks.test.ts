import assert from 'node:assert/strict';
import { after, before, test } from '../suite';
import { v7 as uuid } from 'uuid';
import { plotSums, type CheckedTree } from '../../core/checks/faults';
import { treesOf } from '../../core/checks/grid';
import { holds } from '../../core/crew/share';
import {
  answersFact,
  decisionsFact,
  judgedOf,
  plotPlansFact,
  plotsFact,
  secondLooksFact,
} from '../../src/lib/rooms/checks/facts.server';
import { findingsOf, plannedWithFound } from '../../src/lib/rooms/checks/findings.server';
import { schoolCards } from '../../src/lib/rooms/checks/cards.server';
import { lessonsOfBlock } from '../../src/lib/rooms/checks/lessons.server';
import { acceptanceSheet } from '../../src/lib/rooms/checks/acceptance.server';
import { onlyLotOf } from '../../src/lib/rooms/stock/facts.server';
import { judgingLooks } from '../../src/lib/rooms/checks/plots';
import { plantersFact } from '../../src/lib/rooms/crew/facts.server';
import { paySheetOf } from '../../src/lib/rooms/crew/pay.server';
import { blockState } from '../../src/lib/rooms/morning/board.server';
import { releasedLayout } from '../../src/lib/rooms/rows/facts.server';
import { plantableOf } from '../../src/lib/rooms/ground/facts.server';
import type { Store } from '../../src/lib/store';
import { faultyIn, lookedIn } from '../../core/checks/quality';
import { clockOf } from '../../core/say/day';
import { demoSetting, event, type Setting } from './setting';

let store: Store;
let setting: Setting;
let layoutId: string;
let planters: { id: string; name: string; personId: string | null }[];
before(async () => {
  setting = await demoSetting('checks');
  store = setting.store;
  const facts = await setting.facts();
  planters = await facts.of(plantersFact);
  layoutId = (await releasedLayout(facts, flat().id))!.id;
});
after(() => store.sequelize.close());
const flat = () => setting.blocks['Haul Flat'];
const bench = () => setting.blocks['North Bench'];
const plots = async () => (await setting.facts()).of(plotsFact, flat().id);

test('the demo: who went deep in the second week, the tool that leaves air in clay, nothing else', async () => {
  const facts = await setting.facts();
  const found = await findingsOf(facts, bench());
  const told = found.recent.filter(({ outOfLine }) => outOfLine);
  assert.deepEqual(
    told.map(({ name, worst }) => [name, worst]),
    [['Planter 3', 'deep']],
  );
  assert.deepEqual(
    found.suspicions.map(({ name, soil, fault }) => [name, soil, fault]),
    [['Bar', 'clay', 'air-pocket']],
  );
  const { change } = found.charts.find(({ name }) => name === 'Planter 3')!;
  const days = found.charts.flatMap(({ points }) => points.map(({ day }) => day)).sort();
  const sixth = [...new Set(days)][5];
  assert.ok(change!.from <= sixth && sixth <= change!.to, `${change!.from} ${sixth} ${change!.to}`);
  assert.deepEqual(
    found.charts
      .filter(({ name, change: other }) => other && name !== 'Planter 3')
      .map(({ name }) => name),
    [],
  );
  for (const name of ['Ridge Screen', 'Spoil Knoll']) {
    const other = await findingsOf(facts, setting.blocks[name]);
    assert.deepEqual(other.todos, [], name);
    assert.deepEqual(other.suspicions, [], name);
  }
  const now = await findingsOf(facts, flat());
  assert.deepEqual(
    now.todos.map(({ name, fault }) => [name, fault]),
    [['Planter 5', 'deep']],
  );
  // The board says the same of the same people.
  const { calls } = await blockState(facts, flat());
  const checks = calls.filter(({ room }) => room === 'checks');
  assert.deepEqual(
    checks.map(({ say }) => say.key),
    ['checks.showAgain'],
  );
  assert.equal(checks[0].say.figures.planter, 'Planter 5');
});

/** A planned plot that nobody has looked at, and a look at all its trees. */
async function openPlot() {
  const facts = await setting.facts();
  const [plan] = await facts.of(plotPlansFact, flat().id);
  const seen = new Set((await plots()).map(({ planNumber }) => planNumber));
  const plot = plan.plots.find(({ number }) => !seen.has(number))!;
  const trees: CheckedTree[] = treesOf(plot.trees).map(({ row, peg }, i) => ({
    ...{ row, peg, species: i % 2 },
    faults: i === 0 ? ['deep', 'loose'] : [],
  }));
  const planter = planters.find(({ personId }) => !personId)!;
  return {
    plot,
    given: {
      ...{ layoutId, planterId: planter.id, row: plot.row, peg: plot.peg, area: plan.terms.area },
      ...{ trees, planId: plan.id, planNumber: plot.number, tool: 'Machine' },
    },
  };
}

test('a plot tree by tree: sums are the core’s, species apart, soil of the ground', async () => {
  const { given } = await openPlot();
  const one = { ...event(), ...given };
  await setting.done('checker', 'checks.plot', one);
  assert.equal((await setting.done('checker', 'checks.plot', one)).already, true);
  const stored = (await plots()).find(({ id }) => id === one.id)!;
  const sums = plotSums(given.trees);
  assert.deepEqual(
    [stored.good, stored.faulty, stored.faults],
    [sums.good, 1, { deep: 1, loose: 1 }],
  );
  const counted = Object.values(stored.bySpecies!)
    .flat()
    .reduce((a, b) => a + b, 0);
  assert.equal(counted, given.trees.length);
  assert.deepEqual(stored.bySpecies![0][1], 1);
  assert.equal(stored.soil, 'loam');
});

test('handed in again by the same checker it is corrected, by another it stands beside', async () => {
  const { given, plot } = await openPlot();
  const first = { ...event(), ...given };
  await setting.done('checker', 'checks.plot', first);
  const before = (await plots()).length;
  const all = { ...given, trees: given.trees.map((tree) => ({ ...tree, faults: [] })) };
  // From another phone, without naming the first.
  const again = { ...event(), ...all };
  await setting.done('checker', 'checks.plot', again);
  const standing = (await plots()).filter(({ planNumber }) => planNumber === plot.number);
  assert.deepEqual(
    standing.map(({ id, faulty }) => [id, faulty]),
    [[again.id, 0]],
  );
  assert.equal((await plots()).length, before);
  const other = { ...event(), ...given };
  await setting.done('leader', 'checks.plot', other);
  assert.deepEqual(
    (await plots()).filter(({ planNumber }) => planNumber === plot.number).map(({ id }) => id),
    [again.id],
    'the first judges',
  );
  const looks = await (await setting.facts()).of(secondLooksFact, flat().id);
  assert.equal(looks.length, 1);
  const { agreements } = await findingsOf(await setting.facts(), flat());
  assert.equal(agreements[0].trees, given.trees.length);
  assert.equal(agreements[0].same, given.trees.length - 1);
  // Whoever has the smaller id comes first, whoever looked first, so that a pair is one.
  const [one, two] = [setting.people.checker, setting.people.leader].sort((a, b) =>
    a.id < b.id ? -1 : 1,
  );
  assert.deepEqual([agreements[0].first, agreements[0].second], [one.name, two.name]);
  // What was corrected already is not corrected twice, and says by whom.
  await setting.refused(
    'checker',
    'checks.plot',
    { ...event(), ...given, corrects: first.id },
    409,
    /corrected already, by Checker/,
  );
  const today = (await setting.facts()).today;
  const paid = await paySheetOf(await setting.facts(), today, today);
  const line = paid.find(({ planter }) => planter === given.planterId);
  // One look of this plot counts for pay, beside the one of the test before.
  assert.ok(!line || line.looked <= 2 * given.trees.length + 4, `${line?.looked}`);
});

test('what cannot be is refused in words: trees elsewhere, twice, too many, one’s own', async () => {
  const { given } = await openPlot();
  const look = (more: object) => ({ ...event(), ...given, ...more });
  const [tree] = given.trees;
  const refused = (more: object, status: number, says: RegExp) =>
    setting.refused('checker', 'checks.plot', look(more), status, says);
  await refused({ trees: [...given.trees, tree] }, 409, /twice|can hold/);
  await refused({ trees: [{ ...tree, row: tree.row + 40 }] }, 409, /does not lie in this plot/);
  await refused(
    { trees: null, good: 60 },
    409,
    /60 trees were entered; a plot of this size can hold \d+/,
  );
  // No more than the circle holds with half a step all round.
  const { status, body } = await setting.send(
    'checker',
    'checks.plot',
    look({ trees: null, good: 60 }),
  );
  const most = Number(/can hold (\d+)/.exec((body as { error: string }).error)![1]);
  const { parameters } = (await releasedLayout(await setting.facts(), flat().id))!;
  const { inRow, between } = parameters;
  const room = Math.sqrt(given.area / Math.PI) + Math.max(inRow, between) / 2;
  assert.equal(status, 409);
  assert.ok(most <= Math.ceil((1.2 * Math.PI * room ** 2) / (inRow * between)), `${most}`);
  assert.ok(most >= Math.floor(given.area / (inRow * between)), `${most}`);
  await refused({ trees: [] }, 409, /no tree yet/);
  await refused({ area: 0 }, 400, /more than 1/);
  await refused({ planNumber: 499 }, 409, /The plan has plots 1 to/);
  await refused({ planId: uuid() }, 409, /The plan has plots 1 to 0/);
  await refused({ lotId: uuid() }, 409, /./);
  await refused({ corrects: uuid() }, 409, /not there/);
  await refused({ trees: [{ ...tree, faults: ['wobbly'] }] }, 400, /one of/);
  await refused({ trees: [{ ...tree, depth: 9 }] }, 400, /at most 1/);
  await setting.refused('planter', 'checks.plot', look({}), 403, /./);
  await setting.refused('stranger', 'checks.plot', look({}), 404, /./);
  const checker = setting.people.checker.id;
  const own = planters.find(({ personId }) => !personId)!;
  await store.planter.update({ personId: checker }, { where: { id: own.id } });
  await refused({ planterId: own.id }, 409, /own trees. Somebody else/);
  await store.planter.update({ personId: null }, { where: { id: own.id } });
});

test('a plan of plots is worked out by the server, and the newest holds', async () => {
  const terms = { area: 100, plots: 12, seed: 'again', by: 'planter' as const };
  const plan = { ...event(), layoutId, terms };
  await setting.done('checker', 'checks.plan', plan);
  const facts = await setting.facts();
  const [newest, older] = await facts.of(plotPlansFact, flat().id);
  assert.equal(newest.id, plan.id);
  assert.ok(older);
  const shares = await store.rowShare.findAll({ where: { layoutId }, raw: true });
  for (const { row, stratum } of newest.plots) assert.ok(holds(shares, stratum!, row));
  assert.equal(new Set(newest.plots.map(({ stratum }) => stratum)).size, 6);
  const found = await findingsOf(facts, flat());
  for (const { day, hour } of [found.groups, (await findingsOf(facts, bench())).groups])
    for (const list of [day, hour])
      assert.deepEqual(
        list.map(({ name }) => name),
        list.map(({ name }) => name).sort(),
      );
  assert.equal(
    plannedWithFound(found.plan, found.plots).filter(({ found: seen }) => seen).length,
    0,
  );
  await setting.refused('planter', 'checks.plan', { ...event(), layoutId, terms }, 403, /./);
  await setting.refused(
    'leader',
    'checks.plan',
    { ...event(), layoutId, terms: { ...terms, plots: 1 } },
    400,
    /at least 2/,
  );
  // By tool: rows lie with the tool that whoever has them clocked on with last, weeks ago too.
  const [first, ...others] = [...new Set(shares.map(({ planterId }) => planterId))];
  for (const [planterId, tool] of [[first, 'spade'], ...others.map((id) => [id, 'bar'])])
    await setting.done('leader', 'crew.clock', {
      ...event(),
      at: new Date(Date.now() - (tool === 'spade' ? 20 : 0) * 86_400_000).toISOString(),
      ...{ siteId: setting.site.id, planterId, kind: 'on', tool, corrects: null },
    });
  const byTool = { ...event(), layoutId, terms: { ...terms, by: 'tool' as const } };
  await setting.done('checker', 'checks.plan', byTool);
  const [drawn] = await (await setting.facts()).of(plotPlansFact, flat().id);
  const tools = new Map(drawn.plots.map(({ row, stratum }) => [row, stratum]));
  assert.ok([...tools.values()].includes('bar'));
  for (const [row, tool] of tools) if (!holds(shares, first, row)) assert.equal(tool, 'bar');
});

test('what was done about a tool is told, and board and page are silent of it until it happens again', async () => {
  const layout = (await releasedLayout(await setting.facts(), bench().id))!;
  const suspected = async () =>
    (await blockState(await setting.facts(), bench())).calls.filter(
      ({ say }) => say.key === 'checks.suspect',
    ).length;
  const before = (await findingsOf(await setting.facts(), bench())).suspicions;
  const called = await suspected();
  const [{ by: suspect, group, soil, fault }] = before;
  const settle = {
    ...{ ...event(), layoutId: layout.id, suspect, group, soil, fault },
    ...{ note: 'spades on the clay from now on', corrects: null },
  };
  for (const [who, status] of [
    ['checker', 403],
    ['stranger', 404],
  ] as const)
    await setting.refused(who, 'checks.settle', { ...settle, ...event() }, status, /./);
  const lot = { ...settle, ...event(), suspect: 'lot', group: uuid() };
  await setting.refused('leader', 'checks.settle', lot, 409, /lot/i);
  await setting.done('leader', 'checks.settle', settle);
  assert.equal((await setting.done('leader', 'checks.settle', settle)).already, true);
  const found = await findingsOf(await setting.facts(), bench());
  assert.deepEqual(found.suspicions, before.slice(1));
  assert.deepEqual(
    found.settled.map(({ name, note }) => [name, note]),
    [['Bar', settle.note]],
  );
  assert.equal(await suspected(), 0);
  const back = { ...settle, ...event(), corrects: settle.id };
  await setting.done('leader', 'checks.settle', back);
  assert.equal(
    (await setting.done('leader', 'checks.settle', { ...back, ...event() })).already,
    true,
  );
  await setting.refused(
    'leader',
    'checks.settle',
    { ...back, ...event(), corrects: back.id },
    409,
    /./,
  );
  const again = await findingsOf(await setting.facts(), bench());
  assert.deepEqual([again.suspicions, again.settled], [before, []]);
  assert.equal(await suspected(), called);
});

test('rows sent back are work on the phone, gone over, looked at again, done', async () => {
  const five = planters.find(({ name }) => name === 'Planter 5')!;
  const facts = await setting.facts();
  const [todo] = (await findingsOf(facts, flat())).todos;
  assert.equal(todo.planter, five.id);
  const decision = {
    ...event(),
    ...{
      layoutId,
      planterId: five.id,
      kind: 'rework' as const,
      fault: todo.fault,
      rows: todo.rows.slice(0, 2),
    },
  };
  await setting.refused('checker', 'checks.decide', decision, 403, /./);
  const calls = async () =>
    (await blockState(await setting.facts(), flat())).calls
      .filter(({ room }) => room === 'checks')
      .map(({ say }) => say.key);
  // What is decided of another fault, or of somebody else, leaves this one to be decided.
  const called = await calls();
  assert.ok(called.length);
  const fault = todo.fault === 'leaning' ? 'deep' : 'leaning';
  for (const of of [{ fault }, { planterId: planters.find(({ id }) => id !== five.id)!.id }]) {
    const other = { ...decision, ...event(), kind: 'show' as const, ...of };
    await setting.done('leader', 'checks.decide', other);
    assert.deepEqual(await calls(), called);
    await setting.done('leader', 'checks.decide', { ...other, ...event(), corrects: other.id });
  }
  await setting.done('leader', 'checks.decide', decision);
  assert.deepEqual(await calls(), [], 'decided: no longer called');
  // Another leader whose page was read before is told, and decides anew only with this one in sight.
  const meanwhile = { ...decision, ...event(), kind: 'leave' as const };
  await setting.refused('leader', 'checks.decide', meanwhile, 409, /Planter 5 meanwhile/);
  assert.equal((await setting.done('leader', 'checks.decide', decision)).already, true);
  const next = { ...meanwhile, ...event(), after: decision.id };
  await setting.done('leader', 'checks.decide', next);
  await setting.refused('leader', 'checks.decide', { ...next, ...event() }, 409, /meanwhile/);
  assert.deepEqual(
    (await (await setting.facts()).of(decisionsFact, flat().id)).map(({ id }) => id),
    [decision.id, next.id],
  );
  await setting.done('leader', 'checks.decide', { ...next, ...event(), corrects: next.id });
  // The same fault in as many plots that were looked at after it is told again, and of these alone.
  const plots = await (await setting.facts()).of(plotsFact, flat().id);
  const faulty = plots.filter((plot) => plot.planter === five.id && plot.faults[todo.fault]);
  const soon = new Date(Date.parse(decision.at) + 1).toISOString();
  const again = faulty.map(({ row, peg, area, good, faults }) => ({
    ...{ ...event(), at: soon, layoutId, planterId: five.id, row, peg, area, good, faults },
  }));
  for (const plot of again) await setting.done('checker', 'checks.plot', plot);
  assert.ok((await calls()).includes('checks.showAgain'), 'an old habit returned');
  const [returned] = (await findingsOf(await setting.facts(), flat())).todos;
  assert.deepEqual([returned.planter, returned.fault], [five.id, todo.fault]);
  const looked = again.reduce((sum, plot) => sum + lookedIn(plot), 0);
  assert.equal(returned.looked, looked);
  for (const { id, faults, good, ...plot } of again)
    await setting.done('checker', 'checks.plot', {
      ...{ ...plot, ...event(), at: soon, corrects: id },
      ...{ good: lookedIn({ good, faults }), faults: {} },
    });
  assert.deepEqual(await calls(), []);
  const [first, second] = decision.rows;
  const gone = (row: number) => ({ ...event(), decisionId: decision.id, row, mended: 12 });
  await setting.done('planter', 'checks.reworked', gone(first));
  assert.deepEqual(await calls(), ['checks.lookAgain']);
  await setting.refused('planter', 'checks.reworked', gone(9999), 409, /not among rows/);
  await setting.refused(
    'planter',
    'checks.reworked',
    { ...gone(first), decisionId: uuid() },
    409,
    /not there/,
  );
  await setting.done('planter', 'checks.reworked', gone(second));
  const [state] = (await findingsOf(await setting.facts(), flat())).reworks;
  assert.deepEqual([state.open, state.unseen], [[], [first, second]]);
  await setting.done('checker', 'checks.plot', {
    ...{ ...event(), layoutId, planterId: five.id, row: first, peg: 3, area: 50, good: 6 },
    at: new Date(Date.now() + 60_000).toISOString(),
  });
  assert.deepEqual(await calls(), [], 'looked at again');
  // Taken back, it is as if it had not been said.
  await setting.done('leader', 'checks.decide', { ...decision, ...event(), corrects: decision.id });
  assert.deepEqual(await (await setting.facts()).of(decisionsFact, flat().id), []);
  const back = { ...decision, ...event(), corrects: decision.id };
  assert.equal((await setting.done('leader', 'checks.decide', back)).already, true);
});

test('answers of the school count for whoever gave them, sent twice once', async () => {
  const own = planters.find(({ personId }) => personId === setting.people.planter.id)!;
  const answer = {
    ...event(),
    planterId: own.id,
    shown: 'deep' as const,
    right: false,
    took: 4100,
  };
  await setting.done('planter', 'checks.answer', answer);
  assert.equal((await setting.done('planter', 'checks.answer', answer)).already, true);
  const other = planters.find(({ id }) => id !== own.id)!;
  await setting.refused(
    'planter',
    'checks.answer',
    { ...answer, ...event(), planterId: other.id },
    409,
    /for themselves/,
  );
  await setting.refused('viewer', 'checks.answer', { ...answer, ...event() }, 403, /./);
  await setting.refused('stranger', 'checks.answer', { ...answer, ...event() }, 404, /./);
  const answers = (await (await setting.facts()).of(answersFact)).get(own.id)!;
  assert.deepEqual(
    answers.map(({ shown, right, took }) => [shown, right, took]),
    [['deep', false, 4100]],
  );
});

test('a guard that hands behind the planters put on is no fault of whoever planted', async () => {
  const guarded = async (waves?: object) => {
    const block = { ...bench(), calendarTerms: { ...bench().calendarTerms, waves } };
    return (await lessonsOfBlock(await setting.facts(), block as ReturnType<typeof bench>)).map(
      ({ guard }) => guard,
    );
  };
  const hands = { hands: 2, rate: 40, within: 24, from: null };
  assert.ok((await guarded()).includes(true), 'the method of this block asks for spirals');
  assert.ok((await guarded({ water: hands })).includes(true));
  assert.ok(!(await guarded({ guard: hands })).includes(true));
});

test('cards and acceptance sheet are printed with what the pages say', async () => {
  const facts = await setting.facts();
  const lessons = await lessonsOfBlock(facts, bench());
  assert.ok(
    lessons.some(({ stock }) => stock === 'container'),
    'plugs and bare roots both',
  );
  for (const language of ['en', 'pt'] as const) {
    const pdf = await schoolCards(lessons.slice(0, 2), { language, system: 'us' });
    assert.equal(pdf.subarray(0, 5).toString(), '%PDF-');
    // Two lessons of a card a fault and a good one, two sides each.
    const pages = pdf.toString('latin1').match(/\/Type \/Page\b/g)!.length;
    assert.ok(pages >= 2 * 2 * 10 && pages % 2 === 0, `${pages}`);
  }
  const findings = await findingsOf(facts, bench());
  const sheet = await acceptanceSheet({
    about: {
      ...{ block: bench().name, site: setting.site.name, zone: setting.site.zone },
      ...{ version: 1, day: facts.today },
    },
    findings,
    planned: plannedWithFound(findings.plan, findings.plots),
    boundary: (await plantableOf(facts, bench())).boundary,
    units: 'us',
    nameOf: () => 'Planter 1',
  });
  assert.equal(sheet.subarray(0, 5).toString(), '%PDF-');
});

test('of several looks the first judges whatever arrives first, and a correction keeps its place', () => {
  const look = (
    id: string,
    at: number,
    corrects: string | null = null,
    planId: string | null = 'p',
  ) => ({
    ...{ id, at, corrects, planId, planNumber: planId ? 1 : null },
  });
  const ids = (looks: { id: string }[]) => looks.map(({ id }) => id);
  const late = judgingLooks([look('b', 20), look('a', 10)]);
  assert.deepEqual(ids(late.judging), ['a']);
  const corrected = judgingLooks([
    look('a', 10),
    look('b', 20),
    look('c', 30, 'a'),
    look('d', 40, 'c'),
  ]);
  assert.deepEqual(ids(corrected.judging), ['d']);
  assert.deepEqual(
    corrected.beside.map(({ first, second }) => [first.id, second.id]),
    [['d', 'b']],
  );
  assert.deepEqual(
    ids(judgingLooks([look('a', 2, null, null), look('b', 1, null, null)]).judging),
    ['b', 'a'],
  );
});

test('what is judged is asked once for board and page', async () => {
  const facts = await setting.facts();
  assert.equal(await judgedOf(facts, flat().id), await judgedOf(facts, flat().id));
});

test('plots are told by the hour of the site’s clock, where clocks are half an hour off too', async () => {
  for (const zone of ['Asia/Kolkata', 'Asia/Kathmandu', setting.site.zone]) {
    const facts = await setting.facts({ ...setting.site, zone });
    const { groups } = await findingsOf(facts, flat());
    const looked = (await plots()).filter((plot) => lookedIn(plot) > 0);
    const sums = new Map<string, number>();
    for (const plot of looked) {
      const hour = `${clockOf(Date.parse(plot.at), zone).text.slice(0, 2)}:00`;
      sums.set(hour, (sums.get(hour) ?? 0) + lookedIn(plot));
    }
    assert.deepEqual(
      groups.hour.map(({ name, estimate }) => [name, estimate.of]),
      [...sums].sort(([a], [b]) => (a < b ? -1 : 1)),
      zone,
    );
  }
});

test('plots stand in groups by tool and soil, species, lot and planter: every tree in one of each', async () => {
  const { groups, plots: all } = await findingsOf(await setting.facts(), bench());
  const looked = all.filter((plot) => lookedIn(plot) > 0);
  const sums = (keyOf: (plot: (typeof looked)[number]) => string) => {
    const found = new Map<string, [faulty: number, of: number]>();
    for (const plot of looked) {
      const key = keyOf(plot);
      if (!key) continue;
      const [bad, of] = found.get(key) ?? [0, 0];
      found.set(key, [bad + faultyIn(plot), of + lookedIn(plot)]);
    }
    return [...found].sort(([a], [b]) => (a < b ? -1 : 1));
  };
  const told = (lines: typeof groups.tool) =>
    lines
      .map(({ name, estimate: { hits, of } }) => [name, [of - hits, of]])
      .sort(([a], [b]) => (a < b ? -1 : 1));
  assert.deepEqual(
    told(groups.tool),
    sums(({ tool, soil }) => (tool && soil ? `${tool}, ${soil}` : tool)),
  );
  assert.ok(groups.tool.length > 1);
  const name = new Map(planters.map((planter) => [planter.id, planter.name]));
  assert.deepEqual(
    told(groups.planter),
    sums(({ planter }) => name.get(planter)!),
  );
  assert.deepEqual(
    told(groups.day),
    sums(({ plantedOn }) => plantedOn ?? ''),
  );
});

test('the only lot is the one that came for the places of a species, a stand-in too', () => {
  const state = (code: string, speciesId: string, received: number, replacesId?: string) =>
    ({
      lot: { id: code, code, speciesId, replacesId: replacesId ?? null },
      balance: { received },
    }) as never;
  const code = (...states: never[]) => onlyLotOf(states, 'oak')?.code;
  assert.equal(code(state('a', 'oak', 9), state('b', 'elm', 9)), 'a');
  assert.equal(code(state('a', 'oak', 9), state('b', 'elm', 9, 'oak')), undefined, 'two for one');
  assert.equal(code(state('a', 'oak', 9), state('b', 'oak', 0)), 'a', 'one never came');
  assert.equal(code(state('a', 'oak', 0)), 'a', 'nobody entered that it came');
  assert.equal(code(state('b', 'elm', 9, 'oak')), 'b');
  assert.equal(code(state('b', 'oak', 9, 'elm')), undefined);
});
