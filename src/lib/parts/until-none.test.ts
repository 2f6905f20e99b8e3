import assert from 'node:assert/strict';
import { test } from 'node:test';
import { leadsTo, stillOnTheWay, untilNone } from './until-none';

function journey() {
  let [arrive, breakOff]: [() => void, () => void] = [() => {}, () => {}];
  const done = new Promise<void>((resolve, reject) => ([arrive, breakOff] = [resolve, reject]));
  return { done, arrive, breakOff };
}
const settles = () => new Promise((resolve) => setImmediate(resolve));

test('a second click that comes while the first page arrives is waited for too', async () => {
  const [first, second] = [journey(), journey()];
  let now: Promise<void> | null = first.done;
  let there = false;
  void untilNone(() => now).then(() => (there = true));
  // Clicked on before the first page was quite there.
  now = second.done;
  first.arrive();
  await settles();
  assert.equal(there, false, 'reading anew here would call the second click back');
  now = null;
  second.arrive();
  await settles();
  assert.equal(there, true);
});

test('nothing on its way is there at once; a click that was broken off is no reason to wait', async () => {
  await untilNone(() => null);
  const only = journey();
  let now: Promise<void> | null = only.done;
  const waiting = untilNone(() => now);
  now = null;
  only.breakOff();
  await waiting;
});

test('a press on a link is on its way until its page is there, and given up after a while', () => {
  const press = { href: 'https://site/blocks/1/method', at: 1000 };
  assert.equal(stillOnTheWay(press, 'https://site/blocks/1/ground', 1200), true);
  assert.equal(stillOnTheWay(press, press.href, 1200), false, 'there');
  assert.equal(stillOnTheWay(press, 'https://site/blocks/1/ground', 6000), false, 'refused');
  assert.equal(stillOnTheWay(undefined, 'https://site/', 0), false);
});

test('only presses that lead on in this page count', () => {
  const here = { origin: 'https://site', pathname: '/blocks/1/ground', search: '' };
  const plain = { button: 0, metaKey: false, ctrlKey: false, shiftKey: false, altKey: false };
  const link = (href: string, more: { target?: string; download?: boolean } = {}) => ({
    ...{ href, target: more.target ?? '' },
    hasAttribute: (name: string) => name === 'download' && Boolean(more.download),
  });
  const method = 'https://site/blocks/1/method';
  assert.equal(leadsTo(link(method), plain, here), method);
  assert.equal(leadsTo(link(method, { target: '_self' }), plain, here), method);
  for (const [to, press] of [
    [link(method, { target: '_blank' }), plain],
    [link(method, { download: true }), plain],
    [link('https://elsewhere/'), plain],
    [link('https://site/blocks/1/ground#top'), plain],
    [link(''), plain],
    [link(method), { ...plain, ctrlKey: true }],
    [link(method), { ...plain, button: 1 }],
  ] as const)
    assert.equal(leadsTo(to, press, here), undefined);
  assert.ok(leadsTo(link('https://site/blocks/1/ground?day=2'), plain, here));
});
