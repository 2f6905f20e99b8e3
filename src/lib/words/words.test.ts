import assert from 'node:assert/strict';
import { readdirSync, readFileSync } from 'node:fs';
import { test } from 'node:test';
import { parse, TYPE, type MessageFormatElement } from '@formatjs/icu-messageformat-parser';
import {
  areaOf,
  atMoment,
  lengthOf,
  liquidOf,
  onDay,
  rainOf,
  say,
  shareOf,
  smallOf,
  temperatureOf,
  windOf,
  type Message,
} from '../../../core/say/message';
import { told } from '../../../core/say/told';
import { cutZone } from '../../../core/ground/zone-cut';
import { rectangle } from '../../../core/ground/survey';
import type { MultiPolygon } from '../../../core/ground/polygon';
import type { Surface } from '../../../core/ground/surface';
import { en } from './en';
import { words, wordsOf } from '.';

/** Names of figures in a sentence. */
function namesIn(elements: MessageFormatElement[], found = new Set<string>()): Set<string> {
  for (const element of elements) {
    if (element.type === TYPE.literal || element.type === TYPE.pound) continue;
    found.add(element.value as string);
    if (element.type === TYPE.select || element.type === TYPE.plural)
      for (const { value } of Object.values(element.options)) namesIn(value, found);
  }
  return found;
}

/** Messages with their figures as the core declares them. */
function declared(): Map<string, string[]> {
  const folder = 'core/say/messages/';
  const source = readdirSync(folder)
    .map((file) => readFileSync(folder + file, 'utf8'))
    .join('\n');
  const found = new Map<string, string[]>();
  for (const [, key, names] of source.matchAll(/^ {2}'([^']+)':\s*([^;]+);/gm))
    found.set(key, [...names.matchAll(/'([^']+)'/g)].map(([, name]) => name).sort());
  return found;
}

test('every message has its sentence, and the sentence uses no figure that is not there', () => {
  const messages = declared();
  assert.ok(messages.size > 250);
  assert.deepEqual([...messages.keys()].sort(), Object.keys(en).sort());
  for (const [key, names] of messages) {
    const used = [...namesIn(parse(en[key as keyof typeof en]))];
    for (const name of used) assert.ok(names.includes(name), `${key} uses {${name}}`);
  }
});

test('every sentence can be written, with one and with many, and leaves no gap', () => {
  for (const [key, names] of declared())
    for (const count of [0, 1, 2, 1234]) {
      const figures = Object.fromEntries(names.map((name) => [name, count]));
      const text = words({ key, figures } as unknown as Message);
      assert.ok(text.length > 0 && !/undefined|NaN|\{|\}/.test(text), `${key}: ${text}`);
    }
});

test('plural rules: one tree, two trees; nothing where there is nothing', () => {
  const full = (places: number) =>
    words(say('crew.rowFull', { row: 34, places, planted: 80, more: 25, over: 20 }));
  assert.equal(full(85), 'Row 34 has 85 places and 80 are planted; 25 more is 20 too many.');
  assert.match(full(1), /has 1 place and/);
});

test('measures come in the reader’s units, shortest where they are plain', () => {
  const filled = (tank: number, system: 'metric' | 'us') =>
    words(say('calendar.emptyTank', { tank: liquidOf(tank) }), { system });
  assert.match(filled(0.015, 'metric'), /^The tank holds 15 L;/);
  assert.match(filled(0.015, 'us'), /^The tank holds 3\.96 gal;/);
  const gap = (metres: number, system: 'metric' | 'us') =>
    words(say('formats.lineOpen', { gap: lengthOf(metres) }), { system });
  assert.match(gap(2.5, 'metric'), /its ends are 2\.5 m apart/);
  assert.match(gap(500, 'metric'), /its ends are 500 m apart/);
  assert.match(gap(2.5, 'us'), /its ends are 8\.2 ft apart/);
  const small = words(say('rows.level', { height: smallOf(0.28) }), { system: 'us' });
  assert.match(small, /11\.0 in/);
  const block = words(say('ground.blockTooSmall', { area: areaOf(4), least: areaOf(10) }), {
    system: 'us',
  });
  assert.match(block, /43 sq ft; a block has at least 108 sq ft/);
  const plain = (figure: Message['figures'][string], system: 'metric' | 'us') =>
    words(say('say.plain', { text: figure }), { system });
  assert.deepEqual(
    [plain(temperatureOf(20), 'us'), plain(windOf(10), 'us'), plain(rainOf(0.0254), 'us')],
    ['68 °F', '22 mph', '1.00 in'],
  );
  assert.deepEqual(
    [plain(shareOf(0.955), 'metric'), plain(rainOf(0.012), 'metric')],
    ['95.5 %', '12 mm'],
  );
});

test('days, moments by the site’s clock, lists, and messages within messages', () => {
  const plain = (text: Message['figures'][string], zone = 'UTC') =>
    words(say('say.plain', { text }), { system: 'metric', zone });
  assert.equal(plain(onDay('2026-11-24')), '24 Nov');
  const moment = atMoment(Date.parse('2026-11-24T05:45:00Z'));
  assert.deepEqual([plain(moment), plain(moment, 'Europe/Berlin')], ['05:45', '06:45']);
  assert.equal(plain({ list: ['frost', 'wind', say('air.heat')] }), 'frost, wind, and heat');
  assert.equal(plain(say('crew.noRow', { row: 14 })), 'The released layout has no row 14.');
});

test('numbers are grouped by a narrow space and keep the decimals they have', () => {
  const number = (found: number) => words(say('measure.above', { found, max: 10_000 }));
  assert.equal(number(12345.678), '12\u202f346 was found; at most 10\u202f000 is accepted.');
  assert.match(number(2.5), /^2\.5 was/);
  assert.match(number(-3), /^−3 was/);
});

test('an error for people is told in words, any other in its own', () => {
  assert.equal(wordsOf(told('crew.noRow', { row: 3 })), 'The released layout has no row 3.');
  assert.equal(wordsOf(new Error('broken')), 'broken');
  // As it comes out of a worker, or off the wire.
  const wired = JSON.parse(JSON.stringify({ said: say('crew.noRow', { row: 3 }) })) as object;
  assert.equal(wordsOf(wired), 'The released layout has no row 3.');
});

test('no sentence has a metric measure of its own: measures are figures, so that US units reach them', () => {
  // What shows how something may be written, or names a file's own unit, is meant as it stands.
  const examples = new Set(['ground.noLeg', 'ground.noLegLine', 'measure.noLength']);
  const metric = /[\d}] ?(m|cm|mm|km|ha|L|L\/ha|km\/h|m\/s|kg|°C)(?![\w/])/;
  const found = Object.entries(en)
    .filter(([key, text]) => !examples.has(key) && metric.test(text))
    .map(([key]) => key);
  assert.deepEqual(found, []);
});

test('no step and no formula of a working names a unit that the reader may not use', () => {
  const named = Object.entries(en).filter(
    ([key, text]) =>
      /^(step|formula|how)\./.test(key) &&
      /\b(litres?|(square |cubic )?metres?|hectares?|kilograms?|km\/h)\b/.test(text),
  );
  assert.deepEqual(named, []);
});

test('a cut that finds nothing and a side that is none name the reader’s units', () => {
  const us = { system: 'us' as const };
  const block: MultiPolygon = [
    [
      [
        [0, 0],
        [90, 0],
        [90, 90],
        [0, 90],
      ],
    ],
  ];
  const level: Surface = {
    ...{ minX: -50, minY: -50, cell: 10, columns: 20, rows: 20 },
    heights: new Float64Array(400).fill(100),
  };
  const refusal = (of: () => unknown): unknown => {
    try {
      of();
    } catch (error) {
      return error;
    }
    return assert.fail('nothing was refused');
  };
  const below = refusal(() => cutZone(level, block, { kind: 'below', level: 50 }));
  assert.equal(wordsOf(below, us), 'No ground of this block lies below 164 ft.');
  assert.equal(wordsOf(below), 'No ground of this block lies below 50 m.');
  const steep = refusal(() => cutZone(level, block, { kind: 'steeper', slope: 0.4 }));
  assert.equal(wordsOf(steep), 'No ground of this block lies steeper than 40 %.');
  const side = refusal(() => rectangle(100, -3.048, 0));
  assert.equal(wordsOf(side, us), 'The width is −10 ft; more than 0 is accepted.');
});

test('refusals and notes are written in the reader’s units', () => {
  const us = { system: 'us' as const };
  const day = say('formats.unlikelyDay', {
    ...{ day: onDay('2026-03-04'), lowest: temperatureOf(30), highest: temperatureOf(20) },
    ...{ rain: rainOf(0.0254), coldest: temperatureOf(-70), hottest: temperatureOf(60) },
  });
  assert.match(words(day, us), /^4 Mar: 86 °F to 68 °F and 1\.00 in of rain were found; −94 °F/);
  assert.match(words(day), /30 °C to 20 °C and 25 mm of rain/);
  const note = say('rows.noteBorder', { rows: 3, trees: 1200, clear: lengthOf(3.048) });
  assert.match(words(note, us), /rows 1 to 3, 1.200 trees; the rest keeps 10 ft clear/);
  const one = say('rows.noteBorder', { rows: 1, trees: 1, clear: lengthOf(2) });
  assert.equal(words(one), 'The border is row 1, 1 tree; the rest keeps 2 m clear of it.');
  const places = say('rows.noteBorderOfPatterns', {
    ...{ places: 2, zone: 'Hollow', of: 'zone', apart: lengthOf(2) },
  });
  assert.equal(
    words(places),
    '2 places of Hollow at the border of another pattern stay empty: nearer than 2 m.',
  );
  const rest = { ...places, figures: { ...places.figures, places: 1, of: 'rest' } };
  assert.equal(
    words(rest),
    '1 place at the border of another pattern stays empty: nearer than 2 m.',
  );
});
