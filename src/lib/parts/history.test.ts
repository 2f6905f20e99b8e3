import assert from 'node:assert/strict';
import { beforeEach, test } from 'node:test';
import fc from 'fast-check';
import { History, undoKeys } from './history.svelte';

type Ground = Record<string, number>;
type Heard = Record<string, ((event: unknown) => void)[]>;

/** What a tab has: a store that outlives a reload, and somewhere to hear keys. */
let heard: Heard;
let kept: Map<string, string>;
const listening = () => ({
  addEventListener: (kind: string, to: (event: unknown) => void) =>
    void (heard[kind] = [...(heard[kind] ?? []), to]),
  removeEventListener: (kind: string, to: (event: unknown) => void) =>
    void (heard[kind] = (heard[kind] ?? []).filter((one) => one !== to)),
});
const happens = (kind: string, event: unknown = {}) =>
  (heard[kind] ?? []).forEach((to) => to(event));

class Field {
  constructor(readonly type: string) {}
}

beforeEach(() => {
  heard = {};
  kept = new Map();
  Object.assign(globalThis, {
    window: listening(),
    document: listening(),
    sessionStorage: {
      getItem: (key: string) => kept.get(key) ?? null,
      setItem: (key: string, value: string) => void kept.set(key, value),
      removeItem: (key: string) => void kept.delete(key),
    },
    HTMLInputElement: Field,
    HTMLTextAreaElement: class {},
  });
});

test('any run of changes, undone and done again, stands where a list of all states says', () => {
  const act = fc.oneof(
    fc.record({ kind: fc.constant('change' as const), tag: fc.constantFrom('', 'a', 'b') }),
    fc.record({ kind: fc.constantFrom('undo' as const, 'redo' as const) }),
  );
  fc.assert(
    fc.property(fc.array(act, { maxLength: 40 }), (acts) => {
      const history = new History(0);
      /** Every state, where one stands, and the tag that is still open. */
      let [states, at, open, next] = [[0], 0, '', 0];
      for (const one of acts) {
        if (one.kind === 'change') {
          next++;
          history.change(next, one.tag);
          // Changes of one tag in a row are one step.
          const same = one.tag && one.tag === open;
          states = [...states.slice(0, same ? at : at + 1), next];
          at = states.length - 1;
          open = one.tag;
        } else {
          history[one.kind]();
          const to = one.kind === 'undo' ? at - 1 : at + 1;
          if (to < 0 || to >= states.length) continue;
          at = to;
          open = '';
        }
        assert.equal(history.current, states[at]);
        assert.deepEqual([history.canUndo, history.canRedo], [at > 0, at < states.length - 1]);
      }
    }),
    { seed: 12, numRuns: 300 },
  );
});

test('two hundred steps are kept, and a document is unsaved only while it differs', () => {
  const history = new History(0);
  for (let i = 1; i <= 300; i++) history.change(i);
  let undone = 0;
  for (; history.canUndo; undone++) history.undo();
  assert.deepEqual([undone, history.current], [200, 100]);
  const saved = new History<Ground>({ a: 1 });
  assert.equal(saved.changed, false);
  saved.change({ a: 2 });
  assert.equal(saved.changed, true);
  saved.markSaved();
  assert.equal(saved.changed, false);
  saved.undo();
  assert.equal(saved.changed, true, 'undone after saving differs from what is saved');
});

test('what was changed while the save was on its way stays, over what another brought in', () => {
  const history = new History<Ground>({ a: 1, b: 1, c: 1 });
  history.change({ a: 2, b: 1, c: 1 });
  const sent = history.current;
  history.change({ a: 2, b: 3, c: 1 });
  // Somebody else's c came in with the save.
  history.markSaved(sent, { a: 2, b: 1, c: 9 });
  assert.deepEqual(history.current, { a: 2, b: 3, c: 9 });
  assert.equal(history.changed, true, 'b is still to be saved');
  history.markSaved();
  assert.equal(history.changed, false);
  history.undo();
  assert.deepEqual(history.current, { a: 2, b: 3, c: 1 });
});

test('a reload takes no step: what was not saved comes back, and can be undone further', () => {
  const history = new History<Ground>({ a: 1 });
  const end = history.keepAs('ground x');
  history.change({ a: 2 });
  history.change({ a: 3 });
  happens('pagehide');
  end();
  const again = new History<Ground>({ a: 1 });
  again.keepAs('ground x')();
  assert.deepEqual([again.current, again.restored, again.changed], [{ a: 3 }, true, true]);
  again.undo();
  again.undo();
  assert.deepEqual(again.current, { a: 1 });
  // Another document of the tab has steps of its own.
  const other = new History<Ground>({ a: 7 });
  other.keepAs('ground y')();
  assert.deepEqual([other.current, other.restored], [{ a: 7 }, false]);
});

test('what was left behind on purpose does not come back', () => {
  const history = new History<Ground>({ a: 1 });
  const end = history.keepAs('rows x');
  history.change({ a: 2 });
  happens('pagehide');
  assert.equal(kept.size, 1);
  history.forget();
  end();
  const again = new History<Ground>({ a: 1 });
  again.keepAs('rows x')();
  assert.deepEqual([again.current, again.restored, kept.size], [{ a: 1 }, false, 0]);
});

test('what somebody else saved shows where nothing was changed, and nowhere else', () => {
  const history = new History<Ground>({ a: 1 });
  history.follow({ a: 2 });
  assert.deepEqual([history.current, history.changed], [{ a: 2 }, false]);
  history.follow({ a: 2 });
  history.undo();
  assert.deepEqual([history.current, history.changed], [{ a: 1 }, true]);
  history.follow({ a: 3 });
  assert.deepEqual(history.current, { a: 1 });
  history.redo();
  assert.deepEqual([history.current, history.changed], [{ a: 2 }, false]);
});

test('a tab without room loses its steps on a reload, not what stands on the screen', () => {
  const history = new History<Ground>({ a: 1 });
  sessionStorage.setItem = () => {
    throw new Error('the tab is full');
  };
  history.keepAs('rows x');
  history.change({ a: 2 });
  happens('pagehide');
  assert.deepEqual(history.current, { a: 2 });
});

test('Ctrl-Z goes to the page wherever the focus is, but to a field whose words are being typed', () => {
  const history = new History(0);
  history.change(1);
  const end = undoKeys(history);
  let stopped = 0;
  const press = (key: string, more: object = {}) =>
    happens('keydown', { key, ctrlKey: true, preventDefault: () => stopped++, ...more });
  const [slider, words] = [new Field('range'), new Field('text')];
  press('z', { ctrlKey: false });
  press('y');
  assert.equal(history.current, 1);
  happens('input', { target: words });
  press('z', { target: words });
  assert.deepEqual([history.current, stopped], [1, 0], 'the field takes back its own letters');
  happens('change', { target: words });
  press('z', { target: words });
  assert.equal(history.current, 0);
  press('Z', { shiftKey: true });
  assert.equal(history.current, 1);
  happens('input', { target: slider });
  press('z', { target: slider, ctrlKey: false, metaKey: true });
  assert.deepEqual([history.current, stopped], [0, 3]);
  end();
  press('Z', { shiftKey: true });
  assert.equal(history.current, 0, 'the page has gone');
});
