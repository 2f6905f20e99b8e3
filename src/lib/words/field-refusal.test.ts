import assert from 'node:assert/strict';
import { test } from 'node:test';
import { ValidationError } from 'yup';
import { at, yup } from '../rooms/fields';
import { refusalWords } from './field';
import { fieldMessage, fieldRefusal } from './field-refusal';

/** What a schema says of a value, to readers of both units. */
function refused(schema: yup.Schema, value: unknown): string[] {
  try {
    schema.validateSync(value);
  } catch (error) {
    assert.ok(error instanceof ValidationError);
    return (['metric', 'us'] as const).map((system) =>
      fieldRefusal(error, system).replace(/[\u202f\u00a0]/g, ' '),
    );
  }
  throw new Error('taken');
}
const { number, object, array, string } = yup;

test('a limit is told with the name and in the unit of its form', () => {
  assert.deepEqual(
    refused(object({ keepouts: array(object({ setback: number().max(100) })) }), {
      keepouts: [{ setback: 3 }, { setback: 150 }],
    }),
    [
      'Setback: 150.0 m was found; at most 100.0 m is accepted.',
      'Setback: 492.1 ft was found; at most 328.1 ft is accepted.',
    ],
  );
  assert.deepEqual(
    refused(object({ terms: object({ cull: number().lessThan(1) }) }), { terms: { cull: 1.2 } }),
    [
      'Culls: 120 % was found; less than 100 % is accepted.',
      'Culls: 120 % was found; less than 100 % is accepted.',
    ],
  );
  const passes = object({ passes: number().min(1) });
  assert.equal(refused(passes, { passes: 0 })[1], 'Passes: 0 was found; at least 1 is accepted.');
  const rate = object({ rate: number().moreThan(0) });
  assert.equal(
    refused(rate, { rate: -3 })[0],
    'Trees a day: −3 was found; more than 0 is accepted.',
  );
});

test('where a field has no name in words, or its fault is no limit, the schema’s own sentence stands', () => {
  assert.deepEqual(
    refused(object({ oddity: number().max(1) }), { oddity: 2 })[0],
    'Oddity is 2; at most 1 is accepted.',
  );
  assert.match(refused(object({ name: string().max(3) }), { name: 'long' })[0], /Name is too long/);
  assert.match(
    refused(object({ setback: number() }), { setback: 'far' })[0],
    /reads “far”; a number/,
  );
});

test('a limit is told on phones in their reader’s language and numbers', () => {
  const schema = object({ heights: array(object({ height: number().max(60) })) });
  const told = (language: 'es' | 'fr' | 'pt', system: 'metric' | 'us') => {
    try {
      schema.validateSync({ heights: [{ height: 60.55 }] });
    } catch (error) {
      const said = fieldMessage(error as ValidationError, system)!;
      return refusalWords(said, { language, system }).replace(/[\u202f\u00a0]/g, ' ');
    }
    throw new Error('taken');
  };
  assert.equal(told('es', 'metric'), 'Se encontró 60,55 m; se acepta 60,00 m como máximo.');
  assert.equal(told('fr', 'us'), 'Trouvé : 198,7 ft ; au plus 196,9 ft est accepté.');
  assert.equal(told('pt', 'metric'), 'Encontrado: 60,55 m; aceita-se 60,00 m no máximo.');
});

test('a moment ahead of the clock is told as data too', () => {
  const ahead = new Date(Date.now() + 3_600_000).toISOString();
  const [metric] = refused(at, ahead);
  assert.equal(metric, 'That lies in the future. Set the device’s clock, then enter it again.');
});
