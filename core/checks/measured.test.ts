import assert from 'node:assert/strict';
import { test } from 'node:test';
import fc from 'fast-check';
import { FAULTS, type Fault } from './faults';
import { withMeasure, type Measured } from './measured';
import { TREE_LIMITS } from './tree';

const asked = { depth: { least: 0, most: 2 }, step: 2.4 };
const faults = (measured: Measured, before: Fault[] = []) =>
  withMeasure(before, measured, asked).faults;

test('depth decides deep and shallow: on the bound it passes, a millimetre past it does not', () => {
  assert.deepEqual(faults({ depth: 0.02 }), []);
  assert.deepEqual(faults({ depth: 0.021 }), ['deep']);
  assert.deepEqual(faults({ depth: 0 }), []);
  assert.deepEqual(faults({ depth: -0.001 }), ['shallow']);
  // A gauge that first said deep and then, held right, said otherwise.
  assert.deepEqual(faults({ depth: 0.01 }, ['deep', 'loose']), ['loose']);
  assert.deepEqual(faults({ depth: -0.05 }, ['deep']), ['shallow'], 'never both');
  // Steps of a quarter inch add up to the bound without a hair too much.
  const quarter = 0.0254 / 4;
  const inches = { ...asked, depth: { least: 0, most: 2.54 } };
  assert.deepEqual(
    withMeasure([], { depth: quarter + quarter + quarter + quarter }, inches).faults,
    [],
  );
});

test('spacing by the step that was meant, a quarter to either side', () => {
  assert.deepEqual(faults({ toNext: 3 }), []);
  assert.deepEqual(faults({ toNext: 3.05 }), ['spacing']);
  assert.deepEqual(faults({ toNext: 1.8 }), []);
  assert.deepEqual(faults({ toNext: 1.75 }), ['spacing']);
  assert.deepEqual(faults({ toNext: 2.4 }, ['spacing']), []);
  assert.equal(withMeasure([], { toNext: -3 }, asked).toNext, 0.05, 'no tree stands in another');
  assert.equal(withMeasure([], { toNext: 2.00049 }, asked).toNext, 2);
});

test('lean to either side counts alike; exactly the limit passes', () => {
  assert.deepEqual(faults({ lean: TREE_LIMITS.lean }), []);
  assert.deepEqual(faults({ lean: TREE_LIMITS.lean + 0.1 }), ['leaning']);
  assert.deepEqual(faults({ lean: -TREE_LIMITS.lean - 0.1 }), ['leaning']);
  assert.equal(withMeasure(undefined, { lean: -3.26 }, asked).lean, 3.3);
});

test('whatever is measured, faults it does not decide stay, none stands twice, and measuring again says the same', () => {
  const decides: Record<string, Fault[]> = {
    ...{ depth: ['deep', 'shallow'], toNext: ['spacing'], lean: ['leaning'] },
  };
  const measures = fc.oneof(
    fc.double({ min: -1, max: 1, noNaN: true }).map((depth) => ({ depth })),
    fc.double({ min: 0, max: 200, noNaN: true }).map((toNext) => ({ toNext })),
    fc.double({ min: -90, max: 90, noNaN: true }).map((lean) => ({ lean })),
  );
  fc.assert(
    fc.property(fc.subarray([...FAULTS]), measures, (before, measured) => {
      const once = withMeasure(before, measured, asked);
      const own = decides[Object.keys(measured)[0]];
      assert.deepEqual(
        once.faults.filter((one) => !own.includes(one)),
        before.filter((one) => !own.includes(one)),
      );
      assert.equal(new Set(once.faults).size, once.faults.length);
      assert.deepEqual(withMeasure(once.faults, measured, asked), once);
    }),
  );
});
