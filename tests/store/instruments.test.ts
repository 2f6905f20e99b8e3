import assert from 'node:assert/strict';
import { after, before, test } from '../suite';
import { v7 as uuid } from 'uuid';
import { addTo } from '../../core/measure/dates';
import { zonesFact } from '../../src/lib/rooms/ground/facts.server';
import { waterOf, type ZoneWater } from '../../src/lib/rooms/tending/facts.server';
import { daysOfInstrument, readingsFact } from '../../src/lib/rooms/tending/instruments.server';
import { demoSetting, event, type Setting } from './setting';

let setting: Setting;
before(async () => {
  setting = await demoSetting('instruments');
});
after(() => setting.store.sequelize.close());
const bench = () => setting.blocks['North Bench'];
const water = async () => waterOf(await setting.facts(), bench());

test('a probe in its zone corrects the store there and nowhere else; what was taken back is gone', async () => {
  const { today } = await setting.facts();
  const [lens] = await (await setting.facts()).of(zonesFact, bench().id);
  const plain = await water();
  const at = (all: { zones: ZoneWater[] }, zone: string) =>
    all.zones.find((one) => one.zone === zone)!;
  const reading = {
    ...{ ...event(), blockId: bench().id, zoneId: lens.id, kind: 'probe' as const },
    ...{ came: 'typed' as const, readings: [{ day: today, value: 0.23 }], corrects: null },
  };
  await setting.done('checker', 'tending.readings', reading);
  assert.equal((await setting.done('checker', 'tending.readings', reading)).already, true);
  const then = await water();
  const clay = at(then, lens.id);
  // Clay a hundredth over its wilting point: hardly anything within reach.
  assert.ok(clay.now < 0.1 * clay.full, `${clay.now} of ${clay.full}`);
  assert.equal(clay.corrected!.day, today);
  assert.ok(Math.abs(clay.corrected!.summed - at(plain, lens.id).now) < 1e-6);
  assert.equal(at(then, '').now, at(plain, '').now);
  assert.equal(at(then, '').corrected, undefined);
  assert.deepEqual(
    then.schools!.map(({ suffered }) => suffered),
    (await water()).schools!.map(({ suffered }) => suffered),
  );
  // The last word for a day holds.
  await setting.done('checker', 'tending.readings', {
    ...{ ...reading, ...event(), readings: [{ day: today, value: 0.37 }] },
  });
  const wet = at(await water(), lens.id);
  assert.ok(wet.now > 0.8 * wet.full);
  await setting.done('checker', 'tending.readings', {
    ...{ ...reading, ...event(), corrects: reading.id },
  });
  const kept = await (await setting.facts()).of(readingsFact, bench().id);
  assert.equal(kept.length, 1);
  assert.equal(daysOfInstrument(kept, 'probe', lens.id).get(today), 0.37);
  assert.equal(daysOfInstrument(kept, 'probe').size, 0);
});

test('the block’s own gauge rains instead of the station', async () => {
  const { today } = await setting.facts();
  const before_ = await water();
  const days = Array.from({ length: 5 }, (_, i) => addTo(today, { days: -i }));
  const reading = {
    ...{ ...event(), blockId: bench().id, zoneId: null, kind: 'gauge' as const },
    ...{ came: 'file' as const, corrects: null },
    readings: days.map((day) => ({ day, value: 60 })),
  };
  await setting.done('checker', 'tending.readings', reading);
  const then = await water();
  assert.equal(then.gauged, 5);
  const rest = (all: { zones: ZoneWater[] }) => all.zones.find(({ zone }) => zone === '')!;
  assert.ok(rest(then).now >= rest(before_).now);
  assert.ok(rest(then).now > 0.95 * rest(then).full, 'three hundred millimetres fill it');
});

test('readings that cannot be are refused with what is accepted, and by role', async () => {
  const { today } = await setting.facts();
  const one = {
    ...{ blockId: bench().id, zoneId: null, kind: 'probe' as const, came: 'typed' as const },
    ...{ readings: [{ day: today, value: 0.2 }], corrects: null },
  };
  const bad = (more: object, says: RegExp, status = 409, who: 'checker' | 'planter' = 'checker') =>
    setting.refused(who, 'tending.readings', { ...event(), ...one, ...more }, status, says);
  await bad({ readings: [{ day: addTo(today, { days: 2 }), value: 0.2 }] }, /./);
  await bad({ readings: [{ day: today, value: 20 }] }, /90 %/);
  await bad({ readings: [{ day: today, value: -1 }] }, /0/, 400);
  await bad({ readings: [] }, /at least 1/, 400);
  await bad({ zoneId: uuid() }, /zone/i);
  await bad({ corrects: uuid() }, /not there/);
  await bad({ kind: 'dowsing rod' }, /one of/, 400);
  await bad({}, /./, 403, 'planter');
  await setting.refused('stranger', 'tending.readings', { ...event(), ...one }, 404, /./);
});
