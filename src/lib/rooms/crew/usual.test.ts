import assert from 'node:assert/strict';
import { test } from 'node:test';
import { lastTools, type Clocked } from '../../../../core/crew/attendance';
import type { Rate } from '../../../../core/crew/rates';
import { USUAL_RATES } from '../../../../core/crew/usual';
import { usualWords } from './pace-words';
import { byHandOn, bySeatsOn, usualOn, type PacedBlock } from './usual';

const block = {
  method: { hole: 'slit' },
  conditions: {
    ...{ texture: 'loam', moisture: 'fresh', cover: 'bare', compacted: false, exposed: false },
    ...{ sloping: false, planting: 'hand', stock: 'bare-root', browse: 'none' },
  },
  calendarTerms: {},
} as unknown as PacedBlock;
const ana = { id: 'ana', kind: 'planter' as const, people: 1 };
const school = { id: 'school', kind: 'volunteers' as const, people: 12 };
const tools = [
  { name: 'Spade', rate: 430 },
  { name: 'Bar', rate: 850 },
];
const shift = (planter: string, at: number, tool: string): Clocked => ({
  ...{ id: `${planter} ${at}`, planter, kind: 'on', at, tool, corrects: null },
});
const usual = (clocked: Clocked[], terms: object = {}) =>
  usualOn(
    { ...block, calendarTerms: terms } as PacedBlock,
    [ana, school],
    tools,
    lastTools(clocked),
  );

test('the tool somebody clocked on with last says what is usual for them', () => {
  const [plain, class_] = usual([]);
  assert.deepEqual([plain.usual, plain.usually.by], [USUAL_RATES.bar, 'bar']);
  assert.equal(class_.usual, 12 * USUAL_RATES.volunteers);
  const [later] = usual([shift('ana', 20, 'Spade'), shift('ana', 10, 'Bar'), shift('ana', 30, '')]);
  assert.deepEqual([later.usual, later.usually.tool], [430, 'Spade'], 'clocked out of order');
  const [unknown] = usual([shift('ana', 20, 'Mattock')]);
  assert.equal(unknown.usually.by, 'bar', 'a tool nobody has a rate for says nothing');
  const [, other] = usual([shift('school', 20, 'Spade')]);
  assert.equal(other.usually.by, 'volunteers', 'a class does not plant as fast as a crew’s tool');
});

test('what a leader sets for a block stands over what is usual anywhere; words say which it is', () => {
  const pace = { pit: 1, bar: 640, plug: 3, machine: 4, volunteers: 30 };
  const [own, class_] = usual([], { pace });
  assert.deepEqual([own.usual, class_.usual], [640, 360]);
  assert.equal(usualWords(own.usually), 'usual for bare root by bar');
  assert.equal(usualWords(class_.usually), 'usual for a volunteer, 12 people');
  const [withTool] = usual([shift('ana', 1, 'Spade')], { pace });
  assert.equal(usualWords(withTool.usually), 'the crew’s rate with the spade');
});

test('riders beyond the seats of the machines take turns, from the first day and in words', () => {
  const machine: PacedBlock = {
    ...block,
    conditions: { ...block.conditions, planting: 'machine' },
  };
  const of = (riders: number, terms: object = {}) =>
    usualOn(
      { ...machine, calendarTerms: { machine: terms } } as PacedBlock,
      [ana, school],
      tools,
      new Map(),
      riders,
    );
  assert.equal(of(2)[0].usual, USUAL_RATES.machine, 'a seat each');
  assert.equal(of(2)[0].usually.share, undefined, 'nobody takes turns');
  assert.ok(Math.abs(of(6)[0].usual - USUAL_RATES.machine / 3) < 1e-9);
  assert.equal(of(6, { seats: 2, machines: 3 })[0].usual, USUAL_RATES.machine, 'three machines');
  assert.ok(Math.abs(of(3, { seats: 1 })[0].usual - USUAL_RATES.machine / 3) < 1e-9, 'one seat');
  assert.equal(of(6)[1].usual, 12 * USUAL_RATES.volunteers, 'a class plants beside it');
  assert.equal(usualWords(of(4)[0].usually), 'usual for a seat of the machine, 50 % of the time');
  const byHand = usualOn(block, [ana], tools, new Map(), 6);
  assert.equal(byHand[0].usual, USUAL_RATES.bar, 'hands wait for no seat');
});

test('by hand is what hands set: on a block of the machine its seats say nothing of it', () => {
  const rate = (perHour: number, from: Rate['from']) =>
    ({ perHour: { value: perHour }, from }) as Rate;
  const learned = new Map([
    ['ana', rate(312, 'tallies')],
    ['school', rate(75, 'usual')],
  ]);
  const none = new Map<string, string>();
  assert.deepEqual(byHandOn(block, [ana, school], tools, none, learned), {
    ...{ perHour: 312, learned: true },
  });
  const two = new Map([...learned, ['ben', rate(100, 'typed')]]);
  assert.deepEqual(byHandOn(block, [ana, school, { ...ana, id: 'ben' }], tools, none, two), {
    ...{ perHour: 206, learned: true },
  });
  const byMachine: PacedBlock = {
    ...block,
    conditions: { ...block.conditions, planting: 'machine' },
  };
  const by = (last = none, planters = [ana, school], terms = {}) =>
    byHandOn({ ...byMachine, calendarTerms: terms }, planters, tools, last, learned);
  assert.deepEqual(by(), { perHour: USUAL_RATES.bar / 8, learned: false });
  assert.equal(by(new Map([['ana', 'Spade']])).perHour, 430 / 8, 'the rate of their own tool');
  assert.equal(by(none, []).perHour, USUAL_RATES.bar / 8, 'with nobody there yet');
  assert.equal(by(none, [], { pace: { ...USUAL_RATES, bar: 640 } }).perHour, 80);
});

test('a machine sets what its riders have learned, all machines together shared among them, or what its seats usually do', () => {
  const rate = (perHour: number, from: Rate['from']) =>
    ({ perHour: { value: perHour }, from }) as Rate;
  const riders = ['a', 'b', 'c', 'd'].map((id) => ({ id, kind: 'planter' as const }));
  const learned = new Map(riders.map(({ id }, i) => [id, rate(300 + i, 'tallies')]));
  const of = (planting: 'hand' | 'machine', machine: object, rates = learned) =>
    bySeatsOn(
      {
        ...{ ...block, conditions: { ...block.conditions, planting } },
        calendarTerms: { machine } as never,
      },
      [...riders, { id: 'a', kind: 'volunteers' }],
      rates,
    );
  assert.deepEqual(of('machine', { machines: 2 }), { perHour: 603, learned: true });
  const usual = (2 * USUAL_RATES.machine) / 8;
  assert.deepEqual(of('hand', {}), { perHour: usual, learned: false }, 'hands say nothing of it');
  const none = new Map(riders.map(({ id }) => [id, rate(99, 'usual')]));
  assert.equal(of('machine', { seats: 1 }, none).perHour, usual / 2);
});
