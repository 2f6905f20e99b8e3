import type { StoredRow } from './stored';

/**
 * Drawn rows as one text: a page hands over a text of whole numbers in a fraction of the time that lists of lists
 * take, and one that is the same as a minute ago is not worked out again. Lines are kept to the centimetre, which is
 * what `drawnRow` draws, as steps from corner to corner; chainages to the millimetre, the rhythm to a millionth, so
 * that no peg of a row moves by more than a millimetre or two.
 */
export type PackedRows = string & { readonly rows?: never };

const [LINE, CHAINAGE, STEP] = [100, 1000, 1_000_000];
/** Numbers of a row before its lists: number, start, step, whether its corners are listed, and the lists' lengths. */
const HEAD = 7;

const steps = (values: readonly number[], scale: number): number[] => {
  const whole = values.map((value) => Math.round(value * scale));
  // x from x and y from y: corners of a row lie beside each other.
  return whole.map((value, i) => (i < 2 ? value : value - whole[i - 2]));
};

export const packRows = (rows: readonly StoredRow[]): PackedRows =>
  rows
    .map(({ number, start, step, listed, line, stretches, runs }) =>
      [
        ...[number, Math.round(start * CHAINAGE), Math.round(step * STEP), listed ? 1 : 0],
        ...[line.length, stretches.length, runs.length],
        ...steps(line, LINE),
        ...stretches.map((value, i) => (i % 2 ? value : Math.round(value * CHAINAGE))),
        ...runs,
      ].join(' '),
    )
    .join('\n');

/** @throws RangeError where a row is not as long as it says */
export function unpackRows(packed: PackedRows): StoredRow[] {
  if (!packed) return [];
  return packed.split('\n').map((text) => {
    const values = text.split(' ').map(Number);
    const [number, start, step, listed, corners, pieces, kinds] = values;
    if (values.length !== HEAD + corners + pieces + kinds)
      throw new RangeError(`Row ${number} is not whole.`);
    const line = values.slice(HEAD, HEAD + corners);
    for (let i = 2; i < line.length; i++) line[i] += line[i - 2];
    const from = HEAD + corners;
    return {
      ...{ number, start: start / CHAINAGE, step: step / STEP, listed: listed === 1 },
      line: line.map((value) => value / LINE),
      stretches: values
        .slice(from, from + pieces)
        .map((value, i) => (i % 2 ? value : value / CHAINAGE)),
      runs: values.slice(from + pieces),
    };
  });
}
