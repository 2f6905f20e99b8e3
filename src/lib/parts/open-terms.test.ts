import assert from 'node:assert/strict';
import { beforeEach, test } from 'node:test';
import { v7 as uuid } from 'uuid';
import type { CalendarTerms } from '$core/calendar/terms';
import { RIP_TERMS } from '$core/calendar/ripping';
import { OpenTerms } from './open-terms.svelte';
import { conflict } from './whole.svelte';

/** A block as the server keeps it: whoever read an older edition is told what stands there. */
let stored: { calendarTerms: CalendarTerms; termsEdition: number };
/** What happens while a save is on its way. */
let meanwhile: () => void;
let id: string;
/** What the crew has: a default that moves without anybody setting anything. */
let crew: number;

beforeEach(() => {
  // Each test is about a block of its own: the same said twice within a moment is asked once.
  id = uuid();
  stored = { calendarTerms: { ripping: RIP_TERMS }, termsEdition: 1 };
  meanwhile = () => {};
  crew = 4;
  Object.assign(globalThis, {
    location: { pathname: '/', href: 'http://field.test/' },
    sessionStorage: { removeItem: () => {} },
    fetch: async (_url: unknown, init: RequestInit) => {
      const { terms, edition } = JSON.parse(String(init.body));
      if (edition !== stored.termsEdition) {
        const stale = { terms: stored.calendarTerms, edition: stored.termsEdition };
        return Response.json({ error: 'Changed meanwhile.', stale }, { status: 409 });
      }
      another(terms);
      meanwhile();
      return Response.json({ ok: true, edition: stored.termsEdition });
    },
  });
});

/** Somebody saves some parts. */
function another(terms: CalendarTerms) {
  const { calendarTerms, termsEdition } = stored;
  stored = { calendarTerms: { ...calendarTerms, ...terms }, termsEdition: termsEdition + 1 };
}
const read = () => ({ id, ...structuredClone(stored) });
const opened = () =>
  new OpenTerms(
    read(),
    ({ ripping }) => ({ ripping }),
    ({ ripping }) => ({ ...RIP_TERMS, ...ripping, crew }),
  );
const keep = (form: ReturnType<typeof opened>) => {
  const { passes, speed, turn, efficiency } = form.shown;
  return form.keep(
    { id, calendarTerms: {}, termsEdition: 0 },
    {
      ripping: { passes, speed, turn, efficiency },
    },
  );
};
const faster = { ripping: { ...RIP_TERMS, speed: 5 } };

test('a form in which nothing was changed shows what somebody else saved, and what moved by itself', () => {
  const form = opened();
  another(faster);
  form.follow(read());
  assert.equal(form.shown.speed, 5);
  crew = 6;
  form.follow(read());
  assert.equal(form.shown.crew, 6);
});

test('what was changed in it stays, and goes beside what somebody else saved of another field', async () => {
  const form = opened();
  form.shown.passes = 2;
  another(faster);
  form.follow(read());
  assert.deepEqual([form.shown.passes, form.shown.speed], [2, RIP_TERMS.speed]);
  const kept = keep(form);
  while (!conflict.decide) await new Promise((soon) => setTimeout(soon, 1));
  conflict.decide('both');
  await kept;
  assert.deepEqual(stored.calendarTerms.ripping, { ...RIP_TERMS, passes: 2, speed: 5 });
  assert.deepEqual([form.shown.passes, form.shown.speed], [2, 5], 'and shows both');
});

test('what is kept is not taken back by a page that was read before it', async () => {
  const form = opened();
  const before = read();
  form.shown.passes = 3;
  await keep(form);
  form.follow(before);
  assert.equal(form.shown.passes, 3);
  // From then on it follows again.
  another({ ripping: { ...stored.calendarTerms.ripping!, passes: 1 } });
  form.follow(read());
  assert.equal(form.shown.passes, 1);
});

test('what is typed while it is being kept counts as changed', async () => {
  const form = opened();
  form.shown.passes = 3;
  meanwhile = () => (form.shown.passes = 2);
  await keep(form);
  another(faster);
  form.follow(read());
  assert.deepEqual([form.shown.passes, form.shown.speed], [2, RIP_TERMS.speed]);
});
