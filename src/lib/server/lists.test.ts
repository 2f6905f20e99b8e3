import assert from 'node:assert/strict';
import { test } from 'node:test';
import { GrownLists, type Grown } from './lists';

const list = (events: number): Grown => ({
  ...{ stamp: '', recorded: 0 },
  lines: new Map(Array.from({ length: events }, (_, i) => [String(i), {}])),
});
const keptOf = (lists: GrownLists) => ['a', 'b', 'c', 'd'].filter((key) => lists.get(key)).join('');

test('so many events are kept, the list that was read longest ago goes first', () => {
  const lists = new GrownLists(10);
  lists.set('a', list(4));
  lists.set('b', list(4));
  lists.set('a', list(5));
  assert.equal(keptOf(lists), 'ab', 'a list that is read again counts once');
  lists.set('c', list(3));
  assert.equal(keptOf(lists), 'ac');
  lists.set('d', list(2));
  assert.equal(keptOf(lists), 'acd');
  lists.set('b', list(12));
  assert.equal(keptOf(lists), 'b', 'one that is longer than all may be stays alone');
  lists.clear();
  lists.set('c', list(6));
  lists.set('d', list(4));
  assert.equal(keptOf(lists), 'cd');
});
