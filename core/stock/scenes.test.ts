import assert from 'node:assert/strict';
import { test } from 'node:test';
import { HABITS } from './handling';
import { HABIT_SCENES, SCENE } from './scenes';

test('every habit is drawn kept and broken, inside the frame, and the two are not alike', () => {
  assert.deepEqual(Object.keys(HABIT_SCENES).sort(), HABITS.map(({ key }) => key).sort());
  for (const [key, { kept, broken }] of Object.entries(HABIT_SCENES)) {
    assert.notDeepEqual(kept, broken, key);
    for (const thing of [...kept, ...broken]) {
      assert.ok(thing.x >= 16 && thing.x <= SCENE.width - 16, `${key} ${thing.what}`);
      if ('y' in thing && thing.y !== undefined)
        assert.ok(thing.y >= 16 && thing.y <= SCENE.ground, `${key} ${thing.what}`);
    }
    // What dries is never in the scene of a habit that is kept, unless something keeps it off.
    const sunny = kept.some(({ what }) => what === 'sun' || what === 'wind');
    assert.ok(!sunny || kept.some(({ what }) => what === 'roof'), key);
    assert.ok(!kept.some((thing) => thing.what === 'tree' && thing.roots === 'dry'), key);
  }
  // A wet box is lifted by two.
  const lifters = (list: (typeof HABIT_SCENES)['lift']['kept']) =>
    list.filter(({ what }) => what === 'person').length;
  assert.deepEqual([lifters(HABIT_SCENES.lift.kept), lifters(HABIT_SCENES.lift.broken)], [2, 1]);
});
