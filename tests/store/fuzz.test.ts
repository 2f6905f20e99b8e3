import assert from 'node:assert/strict';
import { after, before, test } from '../suite';
import { v7 as uuid } from 'uuid';
import { seededRandom } from '../../core/measure/random';
import { perform } from '../../src/lib/rooms/commands.server';
import { contractOf, contracts, type CommandName } from '../../src/lib/rooms/contracts';
import type { Store } from '../../src/lib/store';
import { compareSums } from '../../src/lib/store/sums';
import { demoSetting, type Setting } from './setting';

let store: Store;
let setting: Setting;
before(async () => {
  setting = await demoSetting('fuzz');
  store = setting.store;
});
after(() => store.sequelize.close());

/** Tries of each command: enough to meet every kind of nastiness in every field. */
const TRIES = 60;
const random = seededRandom('anything at all');
const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)];

interface Described {
  type: string;
  oneOf?: unknown[];
  fields?: Record<string, Described>;
  innerType?: Described;
}
const deep = (depth: number): unknown => (depth ? [deep(depth - 1)] : 1);
/** What a phone with bad luck or a stranger with bad intent puts in a field. */
const NASTY = (): unknown[] => [
  ...[null, undefined, true, '', ' ', [], {}, -1, 0, 0.5, 1e308, -1e308, 2 ** 53],
  ...[Number.NaN, Number.POSITIVE_INFINITY, '\u0000', '\ud800', '😀'.repeat(50), "';--", '%', '\\'],
  ...['x'.repeat(5000), '2026-02-30', '2026-13-01T99:00Z', '9999-12-31', '0000-01-01'],
  ...['+275760-09-13T00:00:00.001Z', { toString: 1 }, { $gt: '' }, [[]], deep(200)],
  ...['__proto__', JSON.parse('{"__proto__":{"x":1}}'), uuid(), '‮', '\u202e', '00000000'],
];

/** Something that fits a schema more or less, with ids that exist. */
function near(schema: Described, ids: readonly string[], key = ''): unknown {
  if (schema.oneOf?.length) return pick(schema.oneOf);
  switch (schema.type) {
    case 'object':
      return Object.fromEntries(
        Object.entries(schema.fields ?? {}).map(([name, field]) => [name, near(field, ids, name)]),
      );
    case 'array':
      return Array.from({ length: Math.floor(random() * 4) }, () =>
        near(schema.innerType ?? { type: 'number' }, ids),
      );
    case 'number':
      return pick([0, 1, 2, 3, 50, 182, random() * 100, -random()]);
    case 'boolean':
      return random() < 0.5;
    case 'string':
      if (/^(on|day)|On$|Day$|located|until|from$/i.test(key)) return '2026-11-20';
      if (/^at$|At$/.test(key)) return new Date(Date.now() - random() * 1e9).toISOString();
      if (/id$|corrects|closes/i.test(key)) return pick(ids);
      return pick(['a', 'Ash', 'row', '#aabbcc', ...ids.slice(0, 1)]);
    default:
      return pick([
        {},
        { kind: 'bearing', bearing: 10 },
        { type: 'Point', coordinates: [11, 51] },
        [
          [
            [
              [11, 51],
              [11.01, 51],
              [11, 51.01],
              [11, 51],
            ],
          ],
        ],
        'text',
      ]);
  }
}

/** Puts something nasty somewhere. */
function spoil(value: unknown): unknown {
  if (value && typeof value === 'object' && random() < 0.9) {
    const keys = Object.keys(value);
    if (keys.length) {
      const key = pick(keys);
      const copy = (Array.isArray(value) ? [...value] : { ...value }) as Record<string, unknown>;
      copy[key] = spoil(copy[key]);
      return copy;
    }
  }
  return pick(NASTY());
}

test('whatever is sent to whichever command by whomever, the answer is a reason, never a fault', async () => {
  const ids = [uuid()];
  for (const table of ['block', 'layout', 'lot', 'place', 'planter', 'species', 'site'] as const)
    for (const row of await (store[table] as Store['block']).findAll({ limit: 3 }))
      ids.push(row.id);
  const statuses = new Map<number, number>();
  const faults: string[] = [];
  for (const name of Object.keys(contracts) as CommandName[]) {
    const schema = contractOf(name).input.describe() as unknown as Described;
    for (let i = 0; i < TRIES; i++) {
      const who = pick(['leader', 'checker', 'planter', 'viewer', 'stranger'] as const);
      let payload = near(schema, ids);
      if (payload && typeof payload === 'object' && 'siteId' in payload && random() < 0.8)
        payload.siteId = setting.site.id;
      for (let spoilt = Math.floor(random() * 3); spoilt > 0; spoilt--) payload = spoil(payload);
      try {
        const { status, body } = await perform(store, setting.people[who], name, payload);
        statuses.set(status, (statuses.get(status) ?? 0) + 1);
        if (status >= 500) faults.push(`${name}: ${status} ${JSON.stringify(body)}`);
        else if (status !== 200) {
          const { error } = body as { error?: string };
          if (!error?.trim() || /undefined|NaN|\[object/.test(error))
            faults.push(`${name} says “${error}”`);
        }
      } catch (error) {
        const sent = JSON.stringify(payload)?.slice(0, 300);
        faults.push(`${name}: ${(error as Error).message.slice(0, 200)} for ${sent}`);
      }
    }
  }
  assert.deepEqual(faults.slice(0, 12), [], `${faults.length} faults`);
  assert.ok((statuses.get(200) ?? 0) > 50, 'some must pass, or nothing behind the schemas was met');
  assert.ok((statuses.get(400) ?? 0) > 500);
  assert.deepEqual(await compareSums(store), []);
});
