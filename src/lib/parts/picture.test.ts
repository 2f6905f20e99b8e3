import assert from 'node:assert/strict';
import { test } from 'node:test';
import { groundFor } from './picture';

const picture = (...pixels: [number, number, number, number][]) => pixels.flat();
const isDark = (colour: string) => parseInt(colour.slice(1, 3), 16) < 128;

test('ink on nothing is laid on paper, chalk on nothing on a board', () => {
  const clear: [number, number, number, number] = [0, 0, 0, 0];
  assert.equal(isDark(groundFor(picture([20, 40, 30, 255], clear, clear))), false);
  assert.equal(isDark(groundFor(picture([250, 250, 240, 255], clear, clear))), true);
  assert.equal(isDark(groundFor(picture([255, 60, 40, 255], clear))), false, 'red shows on paper');
});

test('what is not seen does not count, and an empty picture is paper', () => {
  assert.equal(isDark(groundFor(picture([255, 255, 255, 0], [10, 10, 10, 255]))), false);
  assert.equal(isDark(groundFor(picture([0, 0, 0, 0]))), false);
  assert.equal(isDark(groundFor([])), false);
});
