import assert from 'node:assert/strict';
import { test } from 'node:test';
import {
  briefingOf,
  BRIEFING_TERMS,
  GUEST_STEPS,
  helpNumber,
  markOf,
  type BriefInput,
} from './briefing';

const input = (more: Partial<BriefInput> = {}): BriefInput => ({
  terms: { ...BRIEFING_TERMS, meeting: 'gate', aid: 'in the van' },
  ...{ byMachine: false, refill: false },
  crews: [{ planter: 'Ana', rows: '1–4', trees: 200 }],
  guests: [],
  tools: ['planting bar'],
  depth: { least: 0, most: 0.02, datum: 'top side root' },
  lots: [{ code: '17', species: 'oak', trees: 900 }],
  rootMinutes: 14.9,
  dipped: false,
  stops: [],
  range: { lowest: 5, highest: 14 },
  keepouts: [],
  slope: null,
  sprayed: false,
  load: 900,
  water: null,
  ...more,
});
const keys = (more: Partial<BriefInput> = {}) => briefingOf(input(more)).map(({ key }) => key);

test('where dead places are filled it is said what stays', () => {
  assert.ok(!keys().includes('brief.refill'));
  const told = keys({ refill: true });
  assert.ok(told.indexOf('brief.refill') < told.indexOf('brief.hand.clear'));
  assert.equal(told.length, keys().length + 1);
});

test('the evening before brings the water that is poured at planting, in litres where they are known', () => {
  const evening = (water: BriefInput['water']) =>
    briefingOf(input({ water })).flatMap(({ part, key, figures }) =>
      part === 'evening' && key.startsWith('brief.water') ? [[key, figures.tanks]] : [],
    );
  assert.deepEqual(evening(null), []);
  assert.deepEqual(evening({ litres: 3600, tanks: 4 }), [['brief.waterFor', 4]]);
  assert.deepEqual(evening({ litres: 0, tanks: 0 }), [['brief.water', undefined]]);
});

test('dangers come from the block: what kills first stands first, and none is said that is not there', () => {
  const found = briefingOf(
    input({
      keepouts: [
        { kind: 'fence', name: 'fence', setback: 2 },
        { kind: 'road', name: 'lane', setback: 7 },
        { kind: 'buried-service', name: 'cable', setback: 3, located: null },
        { kind: 'overhead-line', name: 'wires', setback: 0 },
      ],
    }),
  ).filter(({ part }) => part === 'dangers');
  assert.deepEqual(found.map(({ key }) => key).slice(0, 3), [
    'brief.danger.overhead-line',
    'brief.danger.buried-service',
    'brief.danger.road',
  ]);
  assert.equal(found[1].figures.marked, 'no');
  assert.ok(!keys().some((key) => /overhead|buried|slope|machine|spray|heat|cold/.test(key)));
  for (const [more, key] of [
    [{ slope: 0.21 }, 'brief.danger.slope'],
    [{ byMachine: true }, 'brief.danger.machine'],
    [{ tools: ['powered auger'] }, 'brief.danger.auger'],
    [{ sprayed: true }, 'brief.danger.spray'],
    [{ range: { lowest: 12, highest: 27 } }, 'brief.danger.heat'],
    [{ range: { lowest: 2, highest: 9 } }, 'brief.danger.cold'],
  ] as const)
    assert.ok(keys(more as Partial<BriefInput>).includes(key), key);
  assert.ok(!keys({ slope: 0.2 }).includes('brief.danger.slope'));
});

test('a datum that may stand out of the ground is said with how far, not with a minus', () => {
  const depth = (least: number) =>
    briefingOf(input({ depth: { least, most: 0.02, datum: 'collar' } })).find(({ key }) =>
      key.startsWith('brief.depth'),
    )!;
  const most = { value: 0.02, kind: 'small' };
  assert.deepEqual(depth(0).figures, { least: { value: 0, kind: 'small' }, most, datum: 'collar' });
  assert.equal(depth(0).key, 'brief.depth');
  assert.deepEqual(depth(-0.01), {
    ...{ part: 'how', key: 'brief.depthAbout' },
    figures: { above: { value: 0.01, kind: 'small' }, most, datum: 'collar' },
  });
});

test('hand and machine have steps of their own; the air is said as it is known', () => {
  assert.ok(keys().includes('brief.hand.tug'));
  assert.ok(!keys().includes('brief.machine.late'));
  const machine = keys({ byMachine: true });
  assert.ok(machine.includes('brief.machine.late') && !machine.includes('brief.hand.tug'));
  assert.ok(!machine.includes('brief.danger.blade') && !machine.includes('brief.sharpen'));
  assert.ok(keys({ stops: null }).includes('brief.noWeather'));
  assert.ok(keys().includes('brief.good'));
  const stops = [{ from: 1, to: 2, why: ['wind' as const] }];
  assert.ok(keys({ stops }).includes('brief.stops') && !keys({ stops }).includes('brief.good'));
  const minutes = briefingOf(input()).find(({ key }) => key === 'brief.roots')!.figures.minutes;
  assert.equal(minutes, 14, 'never more than the air allows');
});

test('without a gate or a kit the crew is told to ask; with them where they are', () => {
  assert.ok(keys({ terms: BRIEFING_TERMS }).includes('brief.noGate'));
  assert.ok(keys({ terms: BRIEFING_TERMS }).includes('brief.noAid'));
  const gate = { longitude: 11.123456, latitude: 51.5 };
  const found = briefingOf(input({ terms: { ...BRIEFING_TERMS, gate } }));
  assert.deepEqual(found.find(({ key }) => key === 'brief.gate')!.figures, {
    latitude: '51.50000',
    longitude: '11.12346',
  });
});

test('the evening before asks to load what there is to load, and nothing where nothing is', () => {
  const loads = (load: number) =>
    briefingOf(input({ load })).filter(({ key }) => /load|sort|gel/.test(key)).length;
  assert.deepEqual(
    [loads(0), loads(1)],
    [0, briefingOf(input()).filter(({ key }) => /load|sort|gel/.test(key)).length],
  );
  assert.ok(loads(1) > 0);
});

test('a signature holds until something that was read changes; weather and the evening do not count', () => {
  const mark = markOf(briefingOf(input()));
  assert.match(mark, /^[0-9a-f]{16}$/);
  assert.equal(markOf(briefingOf(input({ stops: null, load: 5 }))), mark);
  assert.notEqual(markOf(briefingOf(input({ sprayed: true }))), mark);
  assert.notEqual(
    markOf(briefingOf(input({ crews: [{ planter: 'Ana', rows: '1–5', trees: 200 }] }))),
    mark,
  );
  // FNV-1a of an empty list's two signs, worked out by hand from the published constants.
  let hash = 0xcbf29ce484222325n;
  for (const byte of Buffer.from('[]')) hash = ((hash ^ BigInt(byte)) * 0x100000001b3n) % 2n ** 64n;
  assert.equal(markOf([]), hash.toString(16).padStart(16, '0'));
});

test('the number for help is the one of the site’s time zone; elsewhere what mobile phones know', () => {
  for (const [zone, number] of [
    ['Pacific/Auckland', '111'],
    ['Australia/Hobart', '000'],
    ['America/Los_Angeles', '911'],
    ['America/Indiana/Knox', '911'],
    ['America/Sao_Paulo', '112'],
    ['Europe/Berlin', '112'],
    ['utc', '112'],
  ])
    assert.equal(helpNumber(zone), number, zone);
});

test('volunteers are told how they work, once for all groups; without any the crew hears nothing of it', () => {
  const guests = [
    { group: 'Class 7b', people: 24 },
    { group: 'The mill', people: 9 },
  ];
  const own = briefingOf(input({ guests })).filter(({ part }) => part === 'guests');
  assert.deepEqual(
    own.map(({ key }) => key),
    [
      ...['brief.guests.who', 'brief.guests.who'],
      ...GUEST_STEPS.map((step) => `brief.guests.${step}`),
    ],
  );
  assert.deepEqual(own[1].figures, { group: 'The mill', people: 9 });
  assert.ok(!keys().some((key) => key.startsWith('brief.guests')));
  // A class that comes changes what was read and signed.
  assert.notEqual(markOf(briefingOf(input({ guests }))), markOf(briefingOf(input())));
});
