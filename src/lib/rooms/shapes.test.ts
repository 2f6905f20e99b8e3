import assert from 'node:assert/strict';
import { test } from 'node:test';
import { parse, Unreadable, type Shape } from '../store/shape';
import { checkedTrees, pairs, plannedPlots } from './checks/tables.server';
import { months } from './people/tables.server';
import { refillOrder, refillRows } from './survival/tables.server';
import { instrumentDays } from './tending/tables.server';

const lists: [string, Shape<unknown>, Record<string, unknown>][] = [
  ['plot_plan.plots', plannedPlots, { number: 1, trees: [] }],
  ['refill_plan.in_rows', refillRows, { row: 3, pegs: [], expected: 1.5 }],
  ['refill_plan.to_order', refillOrder, { id: 'a', speciesId: 'b', count: 20 }],
  ['instrument_reading.readings', instrumentDays, { day: '2026-06-01', value: 3 }],
  ['site.typical_year', months, { lowest: -2, highest: 9, rain: 40, rainDays: 12 }],
  ['plot.trees', checkedTrees, { row: 1, peg: 2, faults: [] }],
];

test('of what is stored in lists every part that is read is looked at: one that is missing or of another kind is named', () => {
  const refused = (column: string, shape: Shape<unknown>, value: unknown) =>
    assert.throws(
      () => parse(shape, value, column),
      (error) => error instanceof Unreadable && error.message.startsWith(column),
      `${column} ${JSON.stringify(value)}`,
    );
  for (const [column, shape, whole] of lists) {
    assert.deepEqual(parse(shape, [whole, whole], column), [whole, whole]);
    for (const part of Object.keys(whole)) {
      const { [part]: _gone, ...rest } = whole;
      refused(column, shape, [whole, rest]);
      refused(column, shape, [{ ...whole, [part]: { odd: true } }]);
    }
    for (const odd of [null, 7, 'text']) refused(column, shape, [odd]);
    refused(column, shape, whole);
  }
  assert.deepEqual(parse(pairs, { oak: [3, 1] }, 'plot.by_species'), { oak: [3, 1] });
  for (const odd of [[3], [3, 1, 0], ['3', 1], 3]) refused('plot.by_species', pairs, { oak: odd });
});
