import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { ribbonLines } from './pocket-sheet.server';

const species = [
  { letter: 'A', colour: '#1e6b4f' },
  { letter: 'BX', colour: '#8a5b12' },
];
/** What stands on a line, and how wide: [label, width] of every run. */
const read = (svg: string) => {
  const widths = [...svg.matchAll(/<rect x="([\d.]+)" y="0" width="([\d.]+)"/g)].map(Number1);
  const labels = [...svg.matchAll(/>([A-Z]+ \d+)<\/text>/g)].map(([, label]) => label);
  return labels.map((label, i) => ({ label, ...widths[i] }));
};
const Number1 = ([, x, width]: RegExpMatchArray) => ({ x: Number(x), width: Number(width) });
const boxOf = (svg: string) => Number(/viewBox="0 0 ([\d.]+) 11"/.exec(svg)![1]);

test('few long runs stand on one line, to scale with the longest row', () => {
  const [line, ...more] = ribbonLines([0, 60, 1, 40], species, 200);
  assert.deepEqual(more, []);
  const [a, b] = read(line);
  assert.deepEqual([a.label, b.label], ['A 60', 'BX 40']);
  const box = boxOf(line);
  assert.ok(Math.abs((b.x + b.width) / box - 0.5) < 0.02, 'half as long as the longest row');
  assert.ok(Math.abs(a.width / b.width - 1.5) < 0.05);
  // Two runs are told apart by a hair of paper between them.
  assert.ok(Math.abs(b.x - (a.x + a.width) - 0.6) < 1e-6, `${b.x - a.x - a.width}`);
});

test('however many runs a row has, none is drawn smaller than its label, none is lost, their order stays', () => {
  fc.assert(
    fc.property(
      fc.array(fc.tuple(fc.integer({ min: 0, max: 1 }), fc.integer({ min: 1, max: 400 })), {
        minLength: 1,
        maxLength: 160,
      }),
      (runs) => {
        const trees = runs.reduce((sum, [, count]) => sum + count, 0);
        const lines = ribbonLines(runs.flat(), species, trees);
        const found = lines.flatMap(read);
        assert.deepEqual(
          found.map(({ label }) => label),
          runs.map(([s, count]) => `${species[s].letter} ${count}`),
        );
        for (const line of lines) {
          const shown = 190 / boxOf(line);
          for (const { label, width } of read(line))
            assert.ok(
              (width + 0.6) * shown >= label.length * 4 + 3 - 1e-6,
              `${label}: ${width * shown}`,
            );
        }
      },
    ),
    { seed: 20, numRuns: 150 },
  );
});

test('a random mix of single trees is read on several lines of the full size', () => {
  const lines = ribbonLines(
    Array.from({ length: 90 }, (_, i) => [i % 2, 1 + (i % 3)]).flat(),
    species,
    180,
  );
  assert.ok(lines.length > 5);
  assert.ok(lines.every((line) => boxOf(line) <= 190 + 1e-6));
});
