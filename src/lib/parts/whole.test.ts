import assert from 'node:assert/strict';
import { beforeEach, test } from 'node:test';
import { v7 as uuid } from 'uuid';
import { loadedAnew } from '../../../tests/app';
import { Doing } from './doing.svelte';
import { CommandError, saving, send, session } from './send.svelte';
import { conflict, saveWhole, Whole, type Choice } from './whole.svelte';

interface Planter {
  name: string;
  rate: number | null;
}

/** A planter as the server keeps them: whoever read an older edition is told what stands there. */
let stored: Planter & { edition: number };
let asked: unknown[];
let signedIn: boolean;
let id: string;
const siteId = uuid();

beforeEach(() => {
  // Each test is about a planter of its own: the same said twice within a moment is asked once.
  id = uuid();
  stored = { name: 'Planter 1', rate: 700, edition: 1 };
  asked = [];
  signedIn = true;
  loadedAnew.length = 0;
  Object.assign(globalThis, {
    location: { pathname: '/crew', href: 'http://field.test/crew' },
    sessionStorage: { removeItem: () => {} },
    fetch: async (_url: unknown, init: RequestInit) => {
      const { name, rate, edition } = JSON.parse(String(init.body)) as typeof stored;
      asked.push({ name, rate, edition });
      if (!signedIn) return Response.json({ error: 'Sign in.' }, { status: 401 });
      if (edition !== stored.edition)
        return Response.json({ error: 'Changed meanwhile.', stale: stored }, { status: 409 });
      stored = { name, rate, edition: edition + 1 };
      return Response.json({ ok: true, edition: stored.edition });
    },
  });
});

const save = (before: Planter, mine: Planter, edition: number) =>
  saveWhole('crew.planter', { before, mine, edition }, (value, at) => ({
    ...{ id, siteId, ...value, edition: at },
  }));
/** Waits for the question, and answers it. */
async function decide(choice: Choice): Promise<typeof conflict.changes> {
  while (!conflict.decide) await new Promise((soon) => setTimeout(soon, 1));
  const { changes } = conflict;
  conflict.decide(choice);
  return changes;
}
const READ = { name: 'Planter 1', rate: 700 };

test('who saves first is not asked, and what it touches is loaded anew', async () => {
  const { result, merged } = await save(READ, { ...READ, rate: 650 }, 1);
  assert.deepEqual([result!.edition, merged, stored.rate], [2, false, 650]);
  assert.deepEqual(loadedAnew.sort(), ['viridane:crew', 'viridane:site']);
  assert.equal(saving.open, 0);
});

test('who saves second sees what the first changed, and keeps both', async () => {
  stored = { name: 'Planter One', rate: 700, edition: 2 };
  const mine = save(READ, { ...READ, rate: 650 }, 1);
  const [change, ...others] = await decide('both');
  assert.deepEqual(
    [change.path, change.theirs, change.clash, others],
    [['name'], 'Planter One', false, []],
  );
  const { value, merged } = await mine;
  assert.deepEqual([value, merged], [{ name: 'Planter One', rate: 650 }, true]);
  assert.deepEqual([stored.name, stored.rate, stored.edition], ['Planter One', 650, 3]);
});

test('mine over theirs, theirs over mine, or not now: nothing is written unseen', async () => {
  const theirs = { name: 'Planter 1', rate: 500, edition: 2 };
  const mine = { ...READ, rate: 650 };
  stored = { ...theirs };
  const kept = save(READ, mine, 1);
  assert.equal((await decide('mine'))[0].clash, true);
  await kept;
  assert.equal(stored.rate, 650);

  stored = { ...theirs };
  const given = save(READ, mine, 1);
  await decide('theirs');
  assert.deepEqual((await given).value, { name: 'Planter 1', rate: 500 });
  assert.deepEqual([stored.rate, stored.edition], [500, 2]);

  stored = { ...theirs };
  const left = save(READ, mine, 1);
  const refused = assert.rejects(left, (error) => error instanceof CommandError);
  await decide('not now');
  await refused;
  assert.deepEqual([stored.rate, stored.edition], [500, 2]);
});

test('what a third saved while one decides is shown again, against what was seen last', async () => {
  stored = { name: 'A', rate: 700, edition: 2 };
  const mine = save(READ, { ...READ, rate: 650 }, 1);
  while (!conflict.decide) await new Promise((soon) => setTimeout(soon, 1));
  stored = { name: 'A', rate: 600, edition: 3 };
  conflict.decide('both');
  const [change] = await decide('mine');
  assert.deepEqual([change.path, change.before, change.theirs], [['rate'], 700, 600]);
  await mine;
  assert.deepEqual([stored.name, stored.rate, stored.edition], ['A', 650, 4]);
  // The same value saved by both is no question.
  await save({ name: 'A', rate: 1 }, { name: 'A', rate: 650 }, 1);
  assert.equal(asked.length, 5);
});

test('an ended session waits for signing in and goes on; not now is a sentence', async () => {
  signedIn = false;
  const given = { id, siteId, ...READ, edition: 1 };
  const waits = send('crew.planter', given);
  while (!session.ended) await new Promise((soon) => setTimeout(soon, 1));
  signedIn = true;
  session.resume!(true);
  assert.equal((await waits).edition, 2);
  assert.equal(session.ended, false);
  signedIn = false;
  const next = { ...given, rate: 710, edition: 2 };
  const left = assert.rejects(send('crew.planter', next), /Sign in\./);
  while (!session.ended) await new Promise((soon) => setTimeout(soon, 1));
  session.resume!(false);
  await left;
  assert.deepEqual([saving.open, saving.error], [0, 'Sign in.']);
});

test('what the contract refuses is not sent, and no answer says that nothing was saved', async () => {
  const wrong = { id, siteId, name: '', rate: -4, edition: 1 };
  await assert.rejects(send('crew.planter', wrong), (error) => {
    assert.ok(error instanceof CommandError);
    assert.ok(error.field === 'name' || error.field === 'rate');
    return true;
  });
  assert.equal(asked.length, 0);
  globalThis.fetch = () => Promise.reject(new TypeError('down'));
  await assert.rejects(send('crew.planter', { ...wrong, name: 'x', rate: 4 }), /Nothing was saved/);
  globalThis.fetch = async () => new Response('<html>Welcome</html>', { status: 200 });
  await assert.rejects(
    send('crew.planter', { ...wrong, name: 'x', rate: 4 }),
    /The server broke off\. Nothing was saved/,
  );
  assert.equal(saving.open, 0);
});

test('what is done in turn waits for what was begun before; what went wrong is gone with the next', async () => {
  const doing = new Doing();
  const order: string[] = [];
  const slow = doing.inTurn(async () => {
    await new Promise((later) => setTimeout(later, 15));
    order.push('slow');
    throw new Error('the first broke');
  });
  const quick = doing.inTurn(() => {
    order.push('quick');
    assert.equal(doing.busy, true);
    return ['two trees', 3, 'three trees'];
  });
  assert.equal(await slow, false);
  assert.equal(await quick, true);
  assert.deepEqual(
    [order, doing.wrong, doing.told],
    [['slow', 'quick'], '', ['two trees', 'three trees']],
  );
  assert.equal(doing.busy, false);
});

/** A form of a planter, opened at the first edition. */
const form = () => {
  const whole = new Whole<Planter>(READ, 1);
  return {
    whole,
    save: (mine: Planter) =>
      whole.save('crew.planter', mine, (value, at) => ({
        ...{ id, siteId, ...value, edition: at },
      })),
  };
};

test('a form that was open while somebody else saved does not write over it', async () => {
  const { save: saveForm } = form();
  stored = { name: 'Planter 9', rate: 700, edition: 2 };
  const saved = saveForm({ ...READ, rate: 650 });
  assert.deepEqual(
    (await decide('both')).map(({ path, theirs }) => [path, theirs]),
    [[['name'], 'Planter 9']],
  );
  assert.deepEqual((await saved).value, { name: 'Planter 9', rate: 650 });
  assert.deepEqual(stored, { name: 'Planter 9', rate: 650, edition: 3 });
});

test('what a form saved, or took of theirs, is where it goes on from', async () => {
  const { save: saveForm } = form();
  await saveForm({ ...READ, rate: 650 });
  await saveForm({ ...READ, rate: 660 });
  assert.equal(stored.rate, 660);
  stored = { name: 'Planter 9', rate: 700, edition: 8 };
  const saved = saveForm({ ...READ, rate: 670 });
  await decide('theirs');
  assert.equal((await saved).value.name, 'Planter 9');
  // Nothing is asked again of what was taken.
  await saveForm({ name: 'Planter 9', rate: 671 });
  assert.deepEqual([stored.name, stored.rate], ['Planter 9', 671]);
});

test('a form in which nothing was typed follows what is newer, never what is older', async () => {
  const { whole, save: saveForm } = form();
  stored = { name: 'Planter 9', rate: 700, edition: 2 };
  assert.equal(whole.follow({ name: 'Planter 9', rate: 700 }, 2), true);
  assert.equal(whole.follow(READ, 1), false);
  assert.equal(whole.follow(READ, 2), false);
  await saveForm({ name: 'Planter 9', rate: 640 });
  assert.deepEqual(stored, { name: 'Planter 9', rate: 640, edition: 3 });
});
