import assert from 'node:assert/strict';
import { test } from 'node:test';
import { localPlane, type Point } from '../../../core/measure/plane';
import { readSentence } from '../field/receiver';
import { receiverSentences } from './receiver';

const plane = localPlane([9.5, 47.1]);
const walk: Point[] = [
  [0, 0],
  [0, 30],
  [40, 30],
  [40, 0],
];

/** Metres from a place to the nearest piece of the walk. */
function aside([x, y]: Point): number {
  let least = Infinity;
  for (let i = 1; i < walk.length; i++) {
    const [[ax, ay], [bx, by]] = [walk[i - 1], walk[i]];
    const [dx, dy] = [bx - ax, by - ay];
    const t = Math.max(0, Math.min(1, ((x - ax) * dx + (y - ay) * dy) / (dx * dx + dy * dy)));
    least = Math.min(least, Math.hypot(x - ax - t * dx, y - ay - t * dy));
  }
  return least;
}

test('the stand-in receiver walks every leg, as wrong as a receiver is, and the same each time', () => {
  const places = (seed: string) => {
    const sentences = receiverSentences(walk, plane, Date.UTC(2026, 0, 1), seed);
    return Array.from({ length: 400 }, () => {
      const fix = readSentence(sentences.next().value as string, 0)!;
      return plane.toPlane([fix.lon, fix.lat]);
    });
  };
  const found = places('one');
  assert.deepEqual(found.slice(0, 20), places('one').slice(0, 20));
  assert.notDeepEqual(found.slice(0, 20), places('two').slice(0, 20));
  const off = found.map(aside).sort((a, b) => a - b);
  assert.ok(off[200] < 3, `${off[200]} m on the median`);
  assert.ok(off[399] < 12, `${off[399]} m at the worst`);
  // It has been to the far corner, and round the second one.
  const near = ([x, y]: Point) => Math.min(...found.map(([a, b]) => Math.hypot(a - x, b - y)));
  for (const corner of walk.slice(1)) assert.ok(near(corner) < 8, `${corner}`);
  // A hundred metres at a planter's pace are over after 91 s; then the walk begins anew from its start.
  const at = (second: number) => found[second];
  const from = ([x, y]: Point, [a, b]: Point) => Math.hypot(a - x, b - y);
  assert.ok(from(at(92), walk[0]) < 8, `${at(92)}`);
  assert.ok(from(at(89), walk[3]) < 8, `${at(89)}`);
});

test('the receiver says how sure it is as one under an open sky does', () => {
  const sentences = receiverSentences(walk, plane, Date.UTC(2026, 0, 1), 'sure');
  const said = Array.from({ length: 200 }, () => {
    const [name, time, , , , , quality, seen, dilution] = (sentences.next().value as string).split(
      ',',
    );
    assert.equal(name, '$GPGGA');
    assert.deepEqual([quality, Number(seen)], ['8', 9], 'it says that it is a simulation');
    return { time: Number(time), dilution: Number(dilution) };
  });
  const dilutions = said.map(({ dilution }) => dilution);
  assert.ok(Math.min(...dilutions) >= 0.8 && Math.max(...dilutions) <= 1.2);
  assert.ok(new Set(dilutions).size >= 4, 'it wavers');
  assert.deepEqual(
    said.slice(0, 3).map(({ time }) => time),
    [0, 1, 2],
    'one a second',
  );
});
