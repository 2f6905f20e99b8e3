import { MACHINE_KEPT, machineOn } from '../../core/crew/machine';
import { passPlan } from '../../core/crew/passes';
import { holds, sharesEdition } from '../../core/crew/share';
import assert from 'node:assert/strict';
import { after, before, test } from '../suite';
import { v7 as uuid } from 'uuid';
import { treesInRow } from '../../core/rows/stored';
import { addTo } from '../../core/measure/dates';
import { dayBounds, dayOf } from '../../core/say/day';
import { workedHours } from '../../core/crew/attendance';
import { forgetFacts } from '../../src/lib/server/facts';
import { plantedOf, sharesFact, shiftsNow } from '../../src/lib/rooms/crew/facts.server';
import {
  finishOf,
  learnedRates,
  ratesOf,
  toolsSet,
  usualPlanters,
} from '../../src/lib/rooms/crew/rates.server';
import { machineRowsOf } from '../../src/lib/rooms/crew/machine.server';
import { sentencesOf } from '../../core/crew/briefing';
import { briefingOfBlock } from '../../src/lib/rooms/crew/briefing.server';
import { rowsFact, releasedLayout } from '../../src/lib/rooms/rows/facts.server';
import type { RowShareRow } from '../../src/lib/rooms/crew/tables.server';
import type { Store } from '../../src/lib/store';
import { demoSetting, event, type Setting } from './setting';

let store: Store;
let setting: Setting;
let siteId: string;
let planters: { id: string; name: string; personId: string | null }[];
before(async () => {
  setting = await demoSetting('crew');
  store = setting.store;
  siteId = setting.site.id;
  planters = (await store.planter.findAll({ where: { siteId }, order: [['position', 'ASC']] })).map(
    (row) => row.get(),
  );
});
after(() => store.sequelize.close());

const MINUTE = 60_000;
const clocked = (planterId: string, kind: 'on' | 'off', minutesAgo: number, more: object = {}) => ({
  ...event(),
  at: new Date(Date.now() - minutesAgo * MINUTE).toISOString(),
  ...{ siteId, blockId: setting.blocks['Haul Flat'].id, planterId, kind, tool: '', corrects: null },
  ...more,
});

test('hours are clocked once, by a planter only their own, and taken back by a correction', async () => {
  const [first, second] = planters;
  const on = clocked(first.id, 'on', 90, { tool: 'spade' });
  await setting.done('leader', 'crew.clock', on);
  assert.deepEqual(await setting.done('leader', 'crew.clock', on), { ok: true, already: true });
  const here = async () =>
    (await shiftsNow(await setting.facts()))
      .filter((shift) => shift.here)
      .map((shift) => shift.planter);
  assert.deepEqual(await here(), [first.id]);
  // A checker is asked with what it was set: seats on a machine's block, what they clocked on with, old records' names.
  const { tools, lastTools } = await toolsSet(await setting.facts(), setting.blocks['Haul Flat'], [
    'Grandfather’s bar',
    '',
  ]);
  assert.deepEqual(tools.slice(0, 2), ['machine, left seat', 'machine, right seat']);
  assert.ok(tools.includes('Grandfather’s bar') && !tools.includes(''));
  assert.equal(new Set(tools).size, tools.length);
  assert.equal(lastTools[first.id], 'spade');
  const own = planters.find(({ personId }) => personId === setting.people.planter.id)!;
  const other = planters.find(({ id }) => id !== own.id)!;
  await setting.refused('planter', 'crew.clock', clocked(other.id, 'on', 1), 409, /hours of/);
  await setting.done('planter', 'crew.clock', clocked(own.id, 'on', 5));
  await setting.refused('planter', 'crew.clock', clocked(own.id, 'off', -90), 400, /future/);
  await setting.refused('viewer', 'crew.clock', clocked(own.id, 'off', 1), 403, /./);
  await setting.refused('stranger', 'crew.clock', clocked(own.id, 'off', 1), 404, /./);
  await setting.refused('leader', 'crew.clock', clocked(uuid(), 'on', 1), 409, /./);
  const off = clocked(first.id, 'off', 30);
  await setting.done('checker', 'crew.clock', off);
  const [shift] = (await shiftsNow(await setting.facts())).filter(
    ({ planter }) => planter === first.id,
  );
  assert.equal(Math.round((shift.to - shift.from) / MINUTE), 60);
  const back = clocked(first.id, 'off', 29, { corrects: off.id });
  await setting.done('leader', 'crew.clock', back);
  assert.ok((await here()).includes(first.id));
  assert.deepEqual(
    await setting.done('leader', 'crew.clock', clocked(first.id, 'off', 1, { corrects: off.id })),
    { ok: true, already: true },
    'taken back once is taken back',
  );
  const wrong = clocked(second.id, 'off', 1, { corrects: on.id });
  await setting.refused('leader', 'crew.clock', wrong, 409, /Nothing of the kind/);
  await assert.rejects(
    store.attendance.update({ tool: 'axe' }, { where: { id: on.id } }),
    /events are never changed/,
  );
});

test('a rate learns from clocked hours; every page reads the same one', async () => {
  // Nobody clocked on there: a day counts as eight hours.
  const block = setting.blocks['Spoil Knoll'];
  const facts = await setting.facts();
  const before = await learnedRates(facts, block.id);
  const { sums } = await plantedOf(facts, block.id);
  const today = dayOf(Date.now(), setting.site.zone);
  const [id, rate] = [...before].find(([, { days }]) => days > 1)!;
  const day = [...sums.byDay]
    .filter(([on, ofDay]) => on < today && (ofDay.get(id) ?? 0) > 0)
    .map(([on]) => on)
    .sort()
    .at(-1)!;
  // Four hours on a day that counted as eight: the same trees in half the time.
  const at = (hour: string) => new Date(`${day}T${hour}:00Z`).toISOString();
  await setting.done('leader', 'crew.clock', { ...clocked(id, 'on', 0), at: at('08:00') });
  await setting.done('leader', 'crew.clock', { ...clocked(id, 'off', 0), at: at('12:00') });
  const after = (await learnedRates(await setting.facts(), block.id)).get(id)!;
  assert.ok(after.perHour.value > rate.perHour.value);
  assert.ok(Math.abs(after.hours - (rate.hours - 4)) < 1e-6);
  assert.ok(after.low < after.perHour.value && after.perHour.value < after.high);
});

test('whoever plants on two blocks on one day has that day’s hours once', async () => {
  const block = setting.blocks['Spoil Knoll'];
  const other = setting.blocks['Silt Margin'];
  const before = await learnedRates(await setting.facts(), block.id);
  const [id, own] = [...before].find(([, { days }]) => days > 1)!;
  const { sums } = await plantedOf(await setting.facts(), block.id);
  const [day, trees] = [...sums.byDay]
    .map(([on, ofDay]) => [on, ofDay.get(id) ?? 0] as const)
    .filter(([on, planted]) => on < dayOf(Date.now(), setting.site.zone) && planted > 0)
    .sort(([a], [b]) => (a < b ? -1 : 1))[0];
  const facts = await setting.facts();
  const hours =
    workedHours(await shiftsNow(facts), setting.site.zone)
      .get(id)
      ?.get(day) ?? 8;
  // As much there as takes as long at the pace that is usual there.
  const usualOf = async (blockId: string) =>
    (await usualPlanters(facts, blockId)).find((planter) => planter.id === id)!.usual;
  const [usualHere, usualThere] = [await usualOf(block.id), await usualOf(other.id)];
  const planted = Math.round((trees * usualThere) / usualHere);
  const layout = (await store.layout.findOne({ where: { blockId: other.id } }))!;
  const { state } = layout;
  await layout.update({ state: 'released' });
  await store.plantedDay.create({ layoutId: layout.id, planterId: id, day, planted });
  forgetFacts();
  const [here, there] = await Promise.all(
    [block.id, other.id].map(async (blockId) =>
      (await learnedRates(await setting.facts(), blockId)).get(id)!,
    ),
  );
  assert.ok(Math.abs(own.hours - here.hours - hours / 2) < 0.05, `${own.hours} ${here.hours}`);
  assert.ok(Math.abs(there.hours - hours / 2) < 0.05, `${there.hours}`);
  assert.ok(Math.abs(there.hours + here.hours - own.hours) < 1e-6, 'none lost, none twice');
  assert.ok(here.perHour.value > own.perHour.value);
  await store.plantedDay.destroy({ where: { layoutId: layout.id } });
  await layout.update({ state });
  forgetFacts();
});

test('a block is finished by those who have rows there, and by everybody only before rows are shared out', async () => {
  const of = async (name: string) => {
    const facts = await setting.facts();
    const { id } = setting.blocks[name];
    const [shares, rates] = await Promise.all([facts.of(sharesFact, id), learnedRates(facts, id)]);
    return {
      ...{ finish: await finishOf(facts, id), own: await ratesOf(facts, id), rates },
      sharing: new Set(shares.map(({ planterId }) => planterId)),
    };
  };
  const machine = await of('Haul Flat');
  assert.ok(machine.sharing.size > 0 && machine.sharing.size < planters.length);
  assert.equal(machine.own.crew, machine.sharing.size);
  const idle = await of('Silt Margin');
  assert.equal(idle.sharing.size, 0);
  assert.equal(idle.own.crew, planters.length);
  // With nothing planted yet the pace is the rates of the same people.
  const [one, other] = planters;
  const share = (planterId: string, firstRow: number, lastRow: number, layoutId: string) =>
    store.rowShare.create({ planterId, firstRow, lastRow, layoutId });
  const layout = (await store.layout.findOne({
    where: { blockId: setting.blocks['Silt Margin'].id },
  }))!;
  const { state } = layout;
  await layout.update({ state: 'released' });
  await share(one.id, 1, 2, layout.id);
  await share(other.id, 3, 4, layout.id);
  const shared = await of('Silt Margin');
  assert.equal(shared.finish.from, 'rates');
  assert.equal(
    shared.finish.pace,
    shared.rates.get(one.id)!.rate + shared.rates.get(other.id)!.rate,
  );
  await store.rowShare.destroy({ where: { layoutId: layout.id } });
  await layout.update({ state });
});

test('riders of two seats have whole passes in pairs, each the rows of their side; nobody sits alone', async () => {
  const block = setting.blocks['Haul Flat'];
  const facts = await setting.facts();
  const layout = (await releasedLayout(facts, block.id))!;
  const [rows, { byRow }] = await Promise.all([
    facts.of(rowsFact, block.id),
    plantedOf(facts, block.id),
  ]);
  const [left, right, third] = planters.slice(4, 7).map(({ id }) => id);
  await setting.refused(
    'leader',
    'crew.share',
    { layoutId: layout.id, planters: [left, right, third] },
    409,
    /takes riders in pairs; 3 are chosen/,
  );
  await setting.done('leader', 'crew.share', { layoutId: layout.id, planters: [third] });
  const alone = await (await setting.facts()).of(sharesFact, block.id);
  for (const row of rows)
    if (!byRow.get(row.number)) assert.ok(holds(alone, third, row.number), 'alone they have all');
  await setting.done('leader', 'crew.share', { layoutId: layout.id, planters: [left, right] });
  const shares = await (await setting.facts()).of(sharesFact, block.id);
  const machine = machineOn(undefined, layout.rhythm.step);
  const { between, frame } = layout.rhythm;
  const { rows: pieces, cuttings } = await machineRowsOf(facts, block);
  assert.ok(pieces.length >= rows.length, cuttings.map(({ name }) => name).join());
  const { passes } = passPlan(pieces, between, frame.side, machine);
  const times = (lane: number) => passes.filter((pass) => pass.lane === lane).length;
  let checked = 0;
  for (const pass of passes) {
    // Where nobody has begun the seat decides; a begun row is its planter’s.
    if (pass.rows.some((row) => (byRow.get(row) ?? 0) > 0) || times(pass.lane) > 1) continue;
    for (const { seat, row } of pass.loads) {
      assert.ok(holds(shares, seat === 'left' ? left : right, row), `row ${row}, ${seat}`);
      checked++;
    }
  }
  assert.ok(checked > 30, `${checked} rows`);
});

test('rows are shared again without taking a begun row from anybody; drawn shares are checked', async () => {
  const block = setting.blocks['Haul Flat'];
  await setting.done('leader', 'calendar.terms', {
    blockId: block.id,
    terms: { machine: { ...MACHINE_KEPT, seats: 1 } },
  });
  const facts = await setting.facts();
  const layout = (await releasedLayout(facts, block.id))!;
  const { byRow } = await plantedOf(facts, block.id);
  const rows = await facts.of(rowsFact, block.id);
  const left = (row: (typeof rows)[number]) => treesInRow(row) - (byRow.get(row.number) ?? 0);
  const shares = await facts.of(sharesFact, block.id);
  const begun = rows.find((row) => (byRow.get(row.number) ?? 0) > 0 && left(row) > 0)!;
  const holder = shares.find(
    ({ firstRow, lastRow }) => begun.number >= firstRow && begun.number <= lastRow,
  )!.planterId;
  const others = planters.filter(({ id }) => id !== holder).slice(0, 2);
  const crew = [...others.map(({ id }) => id), holder];
  await setting.done('leader', 'crew.share', { layoutId: layout.id, planters: crew });
  const again = await (await setting.facts()).of(sharesFact, block.id);
  const holderOf = (row: number) =>
    again.filter(({ firstRow, lastRow }) => row >= firstRow && row <= lastRow);
  assert.equal(holderOf(begun.number)[0].planterId, holder, 'the row they stand in stays theirs');
  for (const row of rows)
    if (left(row) > 0) {
      assert.equal(holderOf(row.number).length, 1, `row ${row.number} is one planter’s`);
      assert.ok(crew.includes(holderOf(row.number)[0].planterId));
    }
  // Whatever nobody has begun is shared so that all end within a row of one another.
  const rates = await learnedRates(await setting.facts(), block.id);
  const slowest = Math.min(...crew.map((id) => rates.get(id)!.rate));
  const ends = crew.map(
    (id) =>
      rows
        .filter((row) => holderOf(row.number)[0]?.planterId === id)
        .reduce((sum, row) => sum + Math.max(0, left(row)), 0) / rates.get(id)!.rate,
  );
  const oneRow = Math.max(...rows.map(left)) / slowest;
  assert.ok(Math.max(...ends) - Math.min(...ends) <= 2 * oneRow, ends.join());
  // For one day: as many rows as its hours hold, the last ones wait; whoever does not come gets none.
  const site = setting.site;
  const today = dayOf(Date.now(), site.zone);
  const begins = { begin: 0, end: 24, noon: 12, pause: 0, caches: 2, headlands: 'both' as const };
  await setting.done('leader', 'calendar.terms', {
    blockId: block.id,
    terms: {
      day: {
        ...begins,
        own: [
          // What somebody's hours are tomorrow says nothing of today.
          ...[{ planterId: crew[1], day: addTo(today, { days: 1 }), from: 23.99, until: 24 }],
          { planterId: others[0].id, day: today, from: 23.99, until: 24 },
        ],
      },
    },
  });
  await setting.done('leader', 'crew.share', {
    layoutId: layout.id,
    planters: crew,
    scope: 'today' as const,
  });
  const short = await (await setting.facts()).of(sharesFact, block.id);
  const ofDay = (id: string) =>
    rows
      .filter(({ number }) => holds(short, id, number))
      .reduce((sum, row) => sum + (byRow.get(row.number) ? 0 : left(row)), 0);
  const hours = (dayBounds(today, site.zone)[1] - Date.now()) / 3_600_000;
  assert.equal(ofDay(others[0].id), 0, 'nobody plants a row in the last minute of a day');
  assert.notEqual(crew[1], others[0].id);
  if (hours > 2) assert.ok(ofDay(crew[1]) > 0, 'the whole of today is theirs');
  for (const id of crew) assert.ok(ofDay(id) <= (rates.get(id)!.rate / 8) * (hours + 0.1) + 1);
  assert.ok(
    rows.every(
      (row) =>
        left(row) === 0 ||
        !byRow.get(row.number) ||
        crew.some((id) => holds(short, id, row.number)),
    ),
    'begun rows stay somebody’s',
  );
  // Heat from six to nine at night: nobody gets more than the hours around it hold.
  const heat = { day: today, lowest: 36, highest: 40, rain: 0, humidity: 0.6, wind: 1 };
  await setting.done('leader', 'calendar.weather', { siteId: site.id, days: [heat] });
  await setting.done('leader', 'crew.share', {
    ...{ layoutId: layout.id, planters: crew, scope: 'today' as const },
  });
  const cooler = await (await setting.facts()).of(sharesFact, block.id);
  const [midnight, nextMidnight] = dayBounds(today, site.zone);
  const [six, nine] = [6, 21].map((hour) => midnight + hour * 3_600_000);
  const now = Date.now();
  const cool = (Math.max(0, six - now) + nextMidnight - Math.max(now, nine)) / 3_600_000;
  for (const id of crew) {
    const trees = rows
      .filter(({ number }) => holds(cooler, id, number) && !byRow.get(number))
      .reduce((sum, row) => sum + left(row), 0);
    assert.ok(trees <= (rates.get(id)!.rate / 8) * (cool + 0.1) + 1, `${trees} in ${cool} h`);
  }
  const [a, b] = others;
  const last = rows.at(-1)!.number;
  const assign = (list: { planterId: string; firstRow: number; lastRow: number }[]) => ({
    layoutId: layout.id,
    shares: list,
  });
  const refused = (
    list: Parameters<typeof assign>[0],
    why: RegExp,
    who: 'leader' | 'checker' = 'leader',
  ) => setting.refused(who, 'crew.assign', assign(list), who === 'leader' ? 409 : 403, why);
  await refused([{ planterId: a.id, firstRow: last, lastRow: last + 1 }], /no row/);
  await refused(
    [
      { planterId: a.id, firstRow: 1, lastRow: 5 },
      { planterId: b.id, firstRow: 5, lastRow: 9 },
    ],
    /Row 5 would be two/,
  );
  await refused([{ planterId: uuid(), firstRow: 1, lastRow: 2 }], /./);
  await refused([{ planterId: a.id, firstRow: 1, lastRow: 2 }], /./, 'checker');
  const drawn = [
    { planterId: a.id, firstRow: last - 3, lastRow: last - 2 },
    { planterId: b.id, firstRow: last - 1, lastRow: last - 1 },
    { planterId: a.id, firstRow: last, lastRow: last },
  ];
  await setting.done('leader', 'crew.assign', assign(drawn));
  const kept = await (await setting.facts()).of(sharesFact, block.id);
  assert.deepEqual(
    kept.map(({ planterId, firstRow, lastRow }) => ({ planterId, firstRow, lastRow })),
    drawn,
    'one planter’s rows need not lie side by side',
  );
  // Sent again it counts once; whoever drew from what stood before is told who has each row now.
  await setting.done('leader', 'crew.assign', {
    ...assign(drawn),
    edition: sharesEdition(cooler),
  });
  const late = assign([{ planterId: a.id, firstRow: 1, lastRow: 2 }]);
  await setting.refused(
    ...(['leader', 'crew.assign', { ...late, edition: sharesEdition(cooler) }] as const),
    ...([409, /Somebody else has saved/] as const),
  );
  const anew = { layoutId: layout.id, planters: crew };
  await setting.refused(
    ...(['leader', 'crew.share', { ...anew, edition: sharesEdition(cooler) }] as const),
    ...([409, /Somebody else shared out rows meanwhile/] as const),
  );
  assert.deepEqual(await (await setting.facts()).of(sharesFact, block.id), kept);
  const { edition } = await setting.done('leader', 'crew.share', {
    ...anew,
    edition: sharesEdition(drawn),
  });
  const stands = await (await setting.facts()).of(sharesFact, block.id);
  assert.notDeepEqual(stands, kept);
  assert.equal(edition, sharesEdition(stands));
});

test('a class of volunteers plants at the usual pace, takes fewer rows than a planter, and is briefed', async () => {
  const block = setting.blocks['Haul Flat'];
  const layout = (await releasedLayout(await setting.facts(), block.id))!;
  const group = {
    ...{ id: uuid(), siteId, name: 'Class 7b', rate: null, kind: 'volunteers', people: 24 },
  };
  await setting.done('leader', 'crew.planter', group);
  await setting.refused('leader', 'crew.planter', { ...group, id: uuid(), people: 0 }, 400, /./);
  await setting.refused('leader', 'crew.planter', { ...group, id: uuid(), rate: -1 }, 400, /./);
  const rate = async () => (await learnedRates(await setting.facts(), block.id)).get(group.id)!;
  assert.deepEqual([(await rate()).rate, (await rate()).from], [24 * 50, 'usual']);
  await setting.done('leader', 'calendar.terms', {
    blockId: block.id,
    terms: { pace: { pit: 150, bar: 800, plug: 500, machine: 2500, volunteers: 30 } },
  });
  assert.equal((await rate()).rate, 24 * 30, 'the leader’s own figure holds on this block');
  // Somebody else’s save of the name alone keeps who they are.
  const { kind: _kind, people: _people, ...named } = group;
  await setting.done('leader', 'crew.planter', { ...named, name: 'Class 7b, Dale', edition: 1 });
  assert.equal((await rate()).rate, 24 * 30);
  const quick = planters.at(-1)!.id;
  await setting.done('leader', 'crew.share', { layoutId: layout.id, planters: [quick, group.id] });
  const facts = await setting.facts();
  const [rates, rows, { byRow }] = await Promise.all([
    learnedRates(facts, block.id),
    facts.of(rowsFact, block.id),
    plantedOf(facts, block.id),
  ]);
  const left = (id: string, shares: readonly RowShareRow[]) =>
    rows
      .filter(({ number }) =>
        shares.some((s) => s.planterId === id && s.firstRow <= number && number <= s.lastRow),
      )
      .reduce((sum, row) => sum + treesInRow(row) - (byRow.get(row.number) ?? 0), 0);
  const shares = await facts.of(sharesFact, block.id);
  const days = [quick, group.id].map((id) => left(id, shares) / rates.get(id)!.rate);
  assert.ok(Math.abs(days[0] - days[1]) < 0.35, `both end together: ${days.join(' and ')}`);
  const { items } = await briefingOfBlock(facts, block);
  assert.deepEqual(sentencesOf(items).find(({ key }) => key === 'brief.guests.who')?.figures, {
    ...{ group: 'Class 7b, Dale', people: 24 },
  });
});
