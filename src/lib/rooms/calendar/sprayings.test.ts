import assert from 'node:assert/strict';
import { test } from 'node:test';
import { leftOfRound } from '../../../../core/calendar/label';
import { asRowFault, asWave } from '../crew/follow';
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
