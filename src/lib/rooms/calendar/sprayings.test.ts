import assert from 'node:assert/strict';
import { test } from 'node:test';
import { leftOfRound } from '../../../../core/calendar/label';
import { asRowFault, asWave } from '../crew/follow';
import { sprayRecord, sprayRecordSheet } from './spray-record.server';
import { asSprayed, standingSprayings } from './sprayings';

const spraying = (id: string, more: object = {}) => ({
  ...{ id, corrects: null as string | null, productId: 'glade', day: '2026-10-02' },
  ...{ area: 5000, litres: 1.5, sprayedRows: [1, 2], ...more },
});

test('a spraying that was cancelled counts neither itself nor its cancelling', () => {
  const rows = [spraying('a'), spraying('b'), spraying('c', { corrects: 'a' })];
  assert.deepEqual(
    standingSprayings(rows).map(({ id }) => id),
    ['b'],
  );
  // The cancelling came first, what it cancels is still on another phone.
  assert.deepEqual(standingSprayings([spraying('c', { corrects: 'a' })]), []);
});

test('the label’s limits see litres a hectare of the ground that was treated, and its rows', () => {
  assert.deepEqual(asSprayed(spraying('a')), {
    ...{ product: 'glade', day: '2026-10-02', perHectare: 3, rows: [1, 2] },
  });
  assert.equal(asSprayed(spraying('a', { area: 0 })).perHectare, 0, 'no ground, no rate');
  const done = standingSprayings([
    spraying('a'),
    spraying('b', { sprayedRows: [3] }),
    spraying('c', { corrects: 'b', sprayedRows: [3] }),
  ]).map(asSprayed);
  assert.deepEqual(leftOfRound('glade', done, [1, 2, 3, 4]), [3, 4], 'row 3 is open again');
});

test('rows of the database become what pages read: times as numbers, yes and no as such', () => {
  const wave = asWave({
    ...{
      id: 'w',
      rowNumber: 12,
      wave: 'guards',
      count: 30,
      corrects: null,
      at: '2026-11-24T08:00:00Z',
    },
  } as never);
  assert.deepEqual(wave, {
    ...{ id: 'w', row: 12, wave: 'guards', count: 30, corrects: null },
    at: Date.parse('2026-11-24T08:00:00Z'),
  });
  const fault = { id: 'f', row: 3, peg: 9, fault: 'loose', seat: 'left', at: 5, extra: 1 };
  for (const [stored, mended] of [
    [1, true],
    [0, false],
    ['0', false],
    ['1', true],
  ] as const)
    assert.deepEqual(asRowFault({ ...fault, mended: stored } as never), {
      ...{ id: 'f', row: 3, peg: 9, fault: 'loose', seat: 'left', at: 5, mended },
    });
});

test('the record says what was used on how much, in the reader’s units, and who took back what', () => {
  const row = (id: string, more: object = {}) =>
    ({
      ...spraying(id, { sprayedRows: [1, 2, 3, 7] }),
      ...{
        blockId: 'b',
        wind: 2.5,
        lotNumber: '=L1',
        operator: 'Planter 2',
        note: '',
        knowing: false,
      },
      ...{ authorId: 'ann', at: 5, recordedAt: 6, device: '', ...more },
    }) as never;
  const products = [
    {
      id: 'glade',
      name: 'Glade',
      dose: { kind: 'area' },
      actives: [{ name: 'clearol', grams: 360 }],
    },
    { id: 'grains', name: 'Grains', dose: { kind: 'granules' }, actives: [] },
  ] as never;
  const rows = [
    row('a'),
    row('b', {
      productId: 'grains',
      litres: 9.07184,
      area: 4046.8564224,
      sprayedRows: [],
      knowing: true,
    }),
    row('c', { corrects: 'a', authorId: 'ben', at: 9 }),
  ];
  const record = (units: 'metric' | 'us') =>
    sprayRecord(rows, {
      ...{ products, units, nameOf: (id: string) => `<${id}>` },
      momentOf: (at) => `at ${Number(at)}`,
    });
  const [metric, us] = [record('metric'), record('us')];
  assert.deepEqual(metric[0], {
    ...{ day: '2026-10-02', product: 'Glade', actives: 'clearol 360 g/L', rows: '1–3, 7' },
    ...{ treated_m2: 5000, used: 1.5, used_unit: 'L', rate: 3, rate_unit: 'L/ha' },
    ...{ wind: 9, wind_unit: 'km/h', lot_number: "'=L1", operator: 'Planter 2' },
    ...{ against_label: 'no', note: '', entered_by: '<ann>', entered_at: 'at 6' },
    ...{ taken_back_by: '<ben>', taken_back_at: 'at 9' },
  });
  assert.equal(metric.length, 2, 'what takes back has no line of its own');
  // 20 pounds on an acre; 1.5 litres on half a hectare are 0.32 gallons an acre.
  assert.deepEqual(
    [us[1].used, us[1].used_unit, us[1].rate, us[1].rate_unit, us[1].rows, us[1].against_label],
    [20, 'lb', 20, 'lb/ac', 'all', 'yes'],
  );
  assert.deepEqual([us[0].used, us[0].rate, us[0].rate_unit], [0.396, 0.321, 'gal/ac']);
  assert.deepEqual([us[0].wind, us[0].wind_unit, us[1].taken_back_by], [5.6, 'mph', '']);
  // To be signed it says the same: each spraying with what is known of it and nothing that is not.
  const sheet = (units: 'metric' | 'us') =>
    sprayRecordSheet(
      rows,
      {
        ...{ products, units, nameOf: (id: string) => `<${id}>` },
        momentOf: (at) => `at ${Number(at)}`,
      },
      'Knoll',
    ).flatMap((part) => {
      const { stack } = part as {
        stack?: [{ text: string }, { table: { body: [string, string][] } }];
      };
      return stack?.[1]?.table
        ? [[stack[0].text, Object.fromEntries(stack[1].table.body)] as const]
        : [];
    });
  const [[day, glade], [, grains]] = sheet('metric');
  assert.equal(day, '2 Oct 2026, taken back');
  assert.deepEqual(glade, {
    ...{ Product: 'Glade: clearol 360 g/L', 'Product’s lot': '=L1', Rows: '1–3, 7' },
    ...{ Treated: '0.50 ha', Used: '1.50 L, 3.00 L/ha', Wind: '9 km/h', Operator: 'Planter 2' },
    ...{ Entered: '<ann>, at 6', 'Taken back': '<ben>, at 9' },
  });
  assert.match(grains['Against the label'], /^yes/);
  const [, [, pounds]] = sheet('us');
  assert.equal(pounds.Used, '20.0 lb, 20.0 lb/ac');
});
