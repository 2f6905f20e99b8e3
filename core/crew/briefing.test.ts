import assert from 'node:assert/strict';
import { test } from 'node:test';
import { TOLD_TO_CREW } from '../method/method';
import type { Question } from '../method/school';
import { SCHOOLS } from '../method/schools';
import { say as message } from '../say/message';
import {
  briefingOf,
  BRIEFING_TERMS,
  GUEST_STEPS,
  helpNumber,
  markOf,
  sentencesOf,
  type BriefInput,
} from './briefing';

const LINES: BriefInput['lines'] = [
  { question: 'clear', school: 'scalp' },
  { question: 'hole', school: 'thrice' },
  { question: 'depth', school: 'collar' },
  { question: 'firming', school: 'heel' },
  { question: 'surface', school: 'lip' },
];
const input = (more: Partial<BriefInput> = {}): BriefInput => ({
  terms: { ...BRIEFING_TERMS, meeting: 'gate', aid: 'in the van' },
  ...{ byMachine: false, refill: false },
  crews: [{ planter: 'Ana', rows: '1–4', trees: 200 }],
  guests: [],
  ...{ tools: ['planting bar'], auger: false },
  depth: { least: 0, most: 0.02, datum: 'top side root' },
  lots: [{ code: '17', species: 'oak', trees: 900 }],
  rootMinutes: 14.9,
  dipped: false,
  stops: [],
  range: { lowest: 5, highest: 14 },
  keepouts: [],
  slope: null,
  sprayed: false,
  ...{ lines: LINES, otherwise: [], followed: [], stock: 'bare-root' },
  load: 900,
  water: null,
  ...more,
});
const told = (more: Partial<BriefInput> = {}) => sentencesOf(briefingOf(input(more)));
const keys = (more: Partial<BriefInput> = {}) => told(more).map(({ key }) => key);
const stages = (more: Partial<BriefInput> = {}) =>
  briefingOf(input(more)).flatMap((item) => ('steps' in item ? [item] : []));
/** A stage's steps as text: "hole.thrice", "hang". */
const spelled = (more: Partial<BriefInput> = {}) =>
  stages(more).map(({ steps }) =>
    steps
      .map((step) => (typeof step === 'string' ? step : `${step.question}.${step.school}`))
      .join(' '),
  );
const line = (question: Question, school: string) => ({ question, school });

test('where dead places are filled it is said what stays', () => {
  assert.ok(!keys().includes('brief.refill'));
  const items = briefingOf(input({ refill: true }));
  const at = items.findIndex((item) => 'key' in item && item.key === 'brief.refill');
  assert.ok(at >= 0 && at < items.findIndex((item) => 'steps' in item));
  assert.equal(items.length, briefingOf(input()).length + 1);
});

test('the evening before brings the water that is poured at planting, in litres where they are known', () => {
  const evening = (water: BriefInput['water']) =>
    told({ water }).flatMap(({ part, key, figures }) =>
      part === 'evening' && key.startsWith('brief.water') ? [[key, figures.tanks]] : [],
    );
  assert.deepEqual(evening(null), []);
  assert.deepEqual(evening({ litres: 3600, tanks: 4 }), [['brief.waterFor', 4]]);
  assert.deepEqual(evening({ litres: 0, tanks: 0 }), [['brief.water', undefined]]);
});

test('dangers come from the block: what kills first stands first, and none is said that is not there', () => {
  const found = told({
    keepouts: [
      { kind: 'fence', name: 'fence', setback: 2 },
      { kind: 'road', name: 'lane', setback: 7 },
      { kind: 'buried-service', name: 'cable', setback: 3, located: null },
      { kind: 'overhead-line', name: 'wires', setback: 0 },
    ],
  }).filter(({ part }) => part === 'dangers');
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
    [{ tools: ['Ahoyadora'], auger: true }, 'brief.danger.auger'],
    [{ sprayed: true }, 'brief.danger.spray'],
    [{ range: { lowest: 12, highest: 27 } }, 'brief.danger.heat'],
    [{ range: { lowest: 2, highest: 9 } }, 'brief.danger.cold'],
  ] as const)
    assert.ok(keys(more as Partial<BriefInput>).includes(key), key);
  assert.ok(!keys({ slope: 0.2 }).includes('brief.danger.slope'));
});

test('a datum that may stand out of the ground is said with how far, not with a minus', () => {
  const depth = (least: number) =>
    told({ depth: { least, most: 0.02, datum: 'collar' } }).find(({ key }) =>
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
  assert.ok(!keys().includes('brief.machine.late'));
  const machine = keys({ byMachine: true });
  assert.ok(machine.includes('brief.machine.late'));
  assert.ok(!machine.includes('brief.danger.blade') && !machine.includes('brief.sharpen'));
  assert.ok(keys({ stops: null }).includes('brief.noWeather'));
  assert.ok(keys().includes('brief.good'));
  const stops = [{ from: 1, to: 2, why: ['wind' as const] }];
  assert.ok(keys({ stops }).includes('brief.stops') && !keys({ stops }).includes('brief.good'));
  const minutes = told().find(({ key }) => key === 'brief.roots')!.figures.minutes;
  assert.equal(minutes, 14, 'never more than the air allows');
});

test('without a gate or a kit the crew is told to ask; with them where they are', () => {
  assert.ok(keys({ terms: BRIEFING_TERMS }).includes('brief.noGate'));
  assert.ok(keys({ terms: BRIEFING_TERMS }).includes('brief.noAid'));
  const gate = { longitude: 11.123456, latitude: 51.5 };
  const found = told({ terms: { ...BRIEFING_TERMS, gate } });
  assert.deepEqual(found.find(({ key }) => key === 'brief.gate')!.figures, {
    latitude: '51.50000',
    longitude: '11.12346',
  });
});

test('the evening before asks to load what there is to load, and nothing where nothing is', () => {
  const loads = (load: number) =>
    told({ load }).filter(({ key }) => /load|sort|gel/.test(key)).length;
  assert.deepEqual(
    [loads(0), loads(1)],
    [0, told().filter(({ key }) => /load|sort|gel/.test(key)).length],
  );
  assert.ok(loads(1) > 0);
});

test('a dip is mixed where a lot or the method of some trees asks for it', () => {
  const mixed = (more: Partial<BriefInput>) => keys({ load: 5, ...more }).includes('brief.gel');
  assert.ok(!mixed({}) && mixed({ dipped: true }));
  const gel = [line('amendments', 'gel')];
  assert.ok(mixed({ lines: gel }) && !mixed({ lines: gel, load: 0 }));
  const who = message('method.ofZone', { zone: 'wet edge' });
  assert.ok(mixed({ otherwise: [{ who, lines: gel }] }));
  assert.ok(!mixed({ lines: [line('amendments', 'none')] }));
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

test('planting is told stage by stage as the method of the block has it, nothing beside it', () => {
  assert.deepEqual(spelled(), [
    'twigs',
    'clear.scalp',
    'hole.thrice',
    'fit depth.collar hang',
    'soil fill firming.heel straighten',
    'surface.lip',
    'flag',
  ]);
  const slit = [line('hole', 'slit'), line('depth', 'high'), line('firming', 'light')];
  assert.deepEqual(
    spelled({ lines: slit }),
    ['twigs', 'hole.slit', 'depth.high hang', 'firming.light straighten tug', 'flag'],
    'a slit is closed: nothing is laid across it, nothing filled',
  );
  const ball = [
    ...[line('containerRoots', 'tease'), line('hole', 'twice'), line('bottom', 'firm')],
    ...[line('depth', 'plug-flush'), line('firming', 'water'), line('waterAt', 'eight')],
  ];
  assert.deepEqual(
    spelled({ lines: ball, stock: 'container' }),
    [
      ...['containerRoots.tease twigs', 'hole.twice bottom.firm', 'fit depth.plug-flush'],
      ...['firming.water straighten tug', 'waterAt.eight', 'flag'],
    ],
    'a ball has no roots that hang, and water settles what is not firmed',
  );
  assert.ok(
    !spelled({ lines: [...LINES, line('bottom', 'cone')] })
      .join()
      .includes('hang'),
  );
  // Behind the machine nobody digs or firms by the method of hands.
  assert.deepEqual(spelled({ byMachine: true, lines: [...LINES, line('firmBehind', 'walker')] }), [
    'depth.collar',
    'firmBehind.walker',
    'surface.lip',
  ]);
});

test('trees that are planted otherwise are told with whose they are; a signature knows it', () => {
  const who = message('method.ofZone', { zone: 'wet edge' });
  const otherwise = [{ who, lines: [line('depth', 'high'), line('hole', 'pit')] }];
  const [last] = stages({ otherwise }).slice(-1);
  assert.deepEqual([last.who, last.steps], [who, otherwise[0].lines]);
  const behind = stages({ otherwise, byMachine: true }).slice(-1)[0];
  assert.deepEqual(behind.steps, [line('depth', 'high')]);
  assert.notEqual(markOf(briefingOf(input({ otherwise }))), markOf(briefingOf(input())));
});

test('what hands behind the planters do is told to them, not to the planters', () => {
  const zone = message('method.ofZone', { zone: 'wet edge' });
  const more = {
    lines: [
      ...[line('waterAt', 'four'), line('keep', 'mulch'), line('keep', 'turf')],
      ...[line('browse', 'spiral'), line('stake', 'low'), line('depth', 'collar')],
    ],
    otherwise: [{ who: zone, lines: [line('depth', 'high'), line('browse', 'cage')] }],
  };
  const whose = (followed: BriefInput['followed']) =>
    stages({ ...more, followed }).map(({ who, steps }) => [
      who?.key ?? '',
      ...steps.flatMap((step) => (typeof step === 'string' ? [] : [step.school])),
    ]);
  const alone = whose([]);
  assert.deepEqual(alone.slice(-3), [
    ['', 'four', 'mulch', 'turf', 'low', 'spiral'],
    [''],
    ['method.ofZone', 'high', 'cage'],
  ]);
  assert.deepEqual(whose(['flags']), alone, 'planters put the flag back, whoever takes it away');
  assert.deepEqual(whose(['water', 'guard', 'mulch']).slice(-5), [
    ['', 'turf'],
    [''],
    ['method.ofZone', 'high'],
    ['crew.whoFollows', 'four', 'mulch', 'spiral', 'low'],
    ['crew.whoFollowsFor', 'cage'],
  ]);
});

test('whatever a method may tell a crew has its stage', () => {
  for (const question of TOLD_TO_CREW) {
    const school = SCHOOLS.find((one) => one.question === question)!.schools.find(
      ({ told: said }) => said,
    );
    if (!school) continue;
    assert.ok(
      spelled({ lines: [line(question, school.key)] })
        .join(' ')
        .includes(`${question}.${school.key}`),
      question,
    );
  }
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
  const own = told({ guests }).filter(({ part }) => part === 'guests');
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
