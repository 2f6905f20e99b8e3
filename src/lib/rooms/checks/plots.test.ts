import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { judgingLooks, lotOfPlot, sumsByLot } from './plots';

const look = (
  id: string,
  at: number,
  more: { corrects?: string; plan?: string; number?: number } = {},
) => ({
  ...{ id, at, corrects: more.corrects ?? null },
  ...{ planId: more.plan ?? null, planNumber: more.number ?? null },
});
const ids = (looks: readonly { id: string }[]) => looks.map(({ id }) => id);
const planned = { plan: 'p', number: 4 };

test('of two who looked at one planned plot the first judges, whoever’s phone came first', () => {
  const [first, second] = [look('b', 10, planned), look('a', 20, planned)];
  for (const given of [
    [first, second],
    [second, first],
  ]) {
    const { judging, beside } = judgingLooks(given);
    assert.deepEqual(ids(judging), ['b']);
    assert.deepEqual(
      beside.map((pair) => [pair.first.id, pair.second.id]),
      [['b', 'a']],
    );
  }
  const other = judgingLooks([first, look('c', 30, { plan: 'p', number: 5 })]);
  assert.deepEqual([ids(other.judging), other.beside], [['b', 'c'], []], 'another plot');
});

test('a correction stands where what it corrects stood, however late and however often it was corrected', () => {
  const first = look('a', 10, planned);
  const beside = look('b', 20, planned);
  const once = look('c', 30, { ...planned, corrects: 'a' });
  const twice = look('d', 40, { ...planned, corrects: 'c' });
  const { judging, beside: pairs } = judgingLooks([twice, beside, once, first]);
  assert.deepEqual(ids(judging), ['d'], 'the first look judges, in its last correction');
  assert.deepEqual(
    pairs.map((pair) => [pair.first.id, pair.second.id]),
    [['d', 'b']],
  );
  // What it corrects is still on another phone: it stands for itself meanwhile.
  assert.deepEqual(ids(judgingLooks([once]).judging), ['c']);
});

test('plots of no plan stand each for itself, in order of time', () => {
  const { judging, beside } = judgingLooks([look('b', 20), look('a', 10), look('c', 10)]);
  assert.deepEqual([ids(judging), beside], [['a', 'c', 'b'], []]);
});

test('every look that nobody corrected is somewhere, and just once', () => {
  const looks = fc
    .array(fc.record({ at: fc.nat(20), number: fc.nat(3), of: fc.nat(12) }), { maxLength: 12 })
    .map((all) =>
      all.map(({ at, number, of }, i) =>
        // Nobody corrects what comes later.
        look(`n${i}`, at, { plan: 'p', number, ...(of < i ? { corrects: `n${of}` } : {}) }),
      ),
    );
  fc.assert(
    fc.property(looks, (all) => {
      const { judging, beside } = judgingLooks(all);
      const found = [...ids(judging), ...beside.map(({ second }) => second.id)].sort();
      const gone = new Set(all.map(({ corrects }) => corrects));
      assert.deepEqual(found, ids(all.filter(({ id }) => !gone.has(id))).sort());
      const judged = judging.map(({ planNumber }) => planNumber);
      assert.equal(new Set(judged).size, judged.length, 'one judges each plot');
      for (const { first } of beside) assert.ok(judging.includes(first));
    }),
  );
});

test('plots that judge stand in order of time, whatever order they were read in', () => {
  const times = [40, 10, 70, 30, 20];
  const looks = times.map((at, i) => look(`n${i}`, at));
  assert.deepEqual(
    judgingLooks(looks).judging.map(({ at }) => at),
    [10, 20, 30, 40, 70],
  );
  // A correction stands at the time of what it corrects.
  const late = look('late', 90, { corrects: 'n1' });
  assert.deepEqual(ids(judgingLooks([...looks, late]).judging).length, 5);
});

test('trees of a plot that names no lot are told to the lot of their species, where it is known', () => {
  const plot = (lot: string | null, bySpecies: Record<string, [number, number]> | null) => ({
    ...{ lot, bySpecies, good: 5 },
  });
  const mixed: Record<string, [number, number]> = { 0: [3, 1], 2: [2, 1] };
  const lots = ['pine-1', undefined, 'oak-4'];
  assert.deepEqual(sumsByLot(plot(null, mixed), 7, lots), [
    { lot: 'pine-1', hits: 3, of: 4 },
    { lot: 'oak-4', hits: 2, of: 3 },
  ]);
  assert.deepEqual(sumsByLot(plot(null, { 1: [5, 2] }), 7, lots), [
    { lot: undefined, hits: 5, of: 7 },
  ]);
  // What was entered holds, and totals from a notebook know nothing of species.
  assert.deepEqual(sumsByLot(plot('x', mixed), 7, lots), [{ lot: 'x', hits: 5, of: 7 }]);
  assert.deepEqual(sumsByLot(plot(null, null), 7, lots), [{ lot: undefined, hits: 5, of: 7 }]);
  // A whole plot is of a lot only where all of its trees are.
  assert.equal(lotOfPlot(plot(null, { 0: [5, 2] }), lots), 'pine-1');
  assert.equal(lotOfPlot(plot(null, mixed), lots), null);
  assert.equal(lotOfPlot(plot(null, mixed), ['a', undefined, 'a']), 'a');
  assert.equal(lotOfPlot(plot(null, { 0: [3, 1], 1: [2, 1] }), lots), null);
  assert.equal(lotOfPlot(plot('x', { 0: [5, 2] }), lots), 'x');
});
