import assert from 'node:assert/strict';
import { test } from 'node:test';
import { contracts } from '../rooms/contracts';
import { editedPlace, editedValue } from './edited';
import { edited } from './en/edited';
import { schools } from './en/schools';

interface Described {
  fields?: Record<string, Described>;
  innerType?: Described;
}
/** Ids that say whose something is, and what goes with an event: nobody edits them. */
const NOT_EDITED = new Set([
  'id',
  'blockId',
  'siteId',
  'layoutId',
  'edition',
  'at',
  'device',
  'late',
]);

/** Every name that stands in what is saved as a whole, with the one above it. */
function* namesIn(described: Described, above = ''): Generator<[string, string]> {
  for (const [name, field] of Object.entries(described.fields ?? {}))
    if (!NOT_EDITED.has(name)) {
      yield [above, name];
      yield* namesIn(field, name);
    }
  if (described.innerType) yield* namesIn(described.innerType, above);
}

test('whatever two can save at once has a name in words', () => {
  const nameless = new Set<string>();
  let looked = 0;
  for (const { input } of Object.values(contracts)) {
    const described = (input as unknown as { describe(): Described }).describe();
    if (!described.fields?.edition) continue;
    for (const [above, name] of namesIn(described)) {
      looked++;
      const names = [name, `${above}.${name}`, `${above}.*.${name}`];
      if (!names.some((one) => Object.hasOwn(edited, one))) nameless.add(name);
    }
  }
  assert.deepEqual([...nameless], []);
  assert.ok(looked > 150, `${looked} names`);
});

test('a place is told by its names, a member by its own, a method by its question', () => {
  assert.equal(editedPlace(['terms', 'ripping', 'turn']), 'Ripping, minutes a turn');
  assert.equal(
    editedPlace(['keepouts', 'North fence', 'setback']),
    'Keep-outs, North fence, setback',
  );
  assert.equal(editedPlace(['method', 'soak']), schools.soak.label);
  // Reservoir boxes soak too, and not by a question of the method.
  assert.equal(editedPlace(['terms', 'boxes', 'soak']), 'Reservoir boxes, soak');
  assert.equal(
    editedPlace(['terms', 'waves', 'mulch', 'rate']),
    'Waves, mulch, trees a person and hour',
  );
});

test('a value is written as its form writes it, in the reader’s units', () => {
  const both = (path: string[], value: unknown) =>
    (['metric', 'us'] as const).map((system) =>
      editedValue(path, value, system).replace(/[\u202f\u00a0]/g, ' '),
    );
  assert.deepEqual(both(['keepouts', 'x', 'setback'], 3.048), ['3.05 m', '10.0 ft']);
  assert.deepEqual(both(['terms', 'ripping', 'speed'], 4), ['4.0 km/h', '2.5 mph']);
  assert.deepEqual(both(['terms', 'machine', 'speed'], 1), ['3.6 km/h', '2.2 mph']);
  assert.deepEqual(both(['terms', 'finish', 'absence'], 0.06), ['6 %', '6 %']);
  assert.deepEqual(both(['terms', 'spray', 'tank'], 15), ['15.0 L', '3.96 gal']);
  assert.deepEqual(both(['terms', 'day', 'begin'], 7.5), ['7:30', '7:30']);
  assert.deepEqual(both(['method', 'soak'], 'damp')[0], schools.soak.schools.damp.label);
  assert.equal(editedValue(['located'], '2026-03-04', 'metric'), '4 Mar 2026');
  assert.equal(editedValue(['name'], '', 'metric'), 'nothing');
  assert.equal(editedValue(['terms', 'spray', 'with'], ['a', 'b'], 'metric'), 'a, b');
  assert.equal(
    editedValue(['terms', 'spray', 'product'], '01890a5d-ac96-774b-bcce-b302099a8057', 'metric'),
    'another',
  );
  assert.equal(editedValue(['boundary'], [[[0, 0]]], 'metric'), 'drawn anew');
});
