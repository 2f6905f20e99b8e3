import assert from 'node:assert/strict';
import { test } from 'node:test';
import { takenOver } from './take-over';
import type { CalendarTerms } from './terms';

const terms = {
  tasks: {
    receive: { duration: 2, needs: ['order', 'own-a', 'own-b.2'] },
    'own-a': { lead: 4 },
    'set-out': { resource: 'string crew' },
  },
  own: [
    { key: 'own-a', label: 'Fetch the trailer', lead: 3, duration: 1, reason: '' },
    { key: 'own-b', label: 'Check', lead: -9, duration: 1, reason: '', repeat: { every: 30, times: 3 } },
  ],
  day: { begin: 6, end: 15, noon: 11, pause: 30, caches: 3, headlands: 'both', own: [{ planterId: 'p', day: '2026-11-02' }] },
  works: { chosen: { drains: true }, drains: 400, string: 80, digging: 0.7 },
  briefing: { meeting: 'the oak', time: 6.5, gate: { longitude: 9, latitude: 47 }, aid: 'cab', call: '112', word: 'mind the ditch' },
  finish: { until: '2026-12-20', planters: 9, absence: 0.1, breakdown: 0, saturday: false, keeps: 4 },
  materials: { guards: { price: 1.2, pack: 50, onHand: 300, costShare: 0.5 } },
  water: { school: 'weekly', tank: 900 },
  currency: 'CHF',
  count: { by: 'block', half: 0.03, rows: [1, 2] },
} as unknown as CalendarTerms; // prettier-ignore

test('a new block takes over what is the crew’s and the money’s, and nothing of the other’s ground and days', () => {
  const kept = structuredClone(terms);
  const taken = takenOver(terms, (key) => `${key}-here`);
  assert.deepEqual(terms, kept, 'the other block stays as it is');
  assert.deepEqual(taken, {
    tasks: {
      receive: { duration: 2, needs: ['order', 'own-a-here', 'own-b-here.2'] },
      'own-a-here': { lead: 4 },
      'set-out': { resource: 'string crew' },
    },
    own: [
      { ...terms.own![0], key: 'own-a-here' },
      { ...terms.own![1], key: 'own-b-here' },
    ],
    day: { begin: 6, end: 15, noon: 11, pause: 30, caches: 3, headlands: 'both' },
    works: { string: 80, digging: 0.7 },
    briefing: { meeting: '', time: 6.5, gate: null, aid: 'cab', call: '112', word: '' },
    finish: { planters: 9, absence: 0.1, breakdown: 0, saturday: false, keeps: 4 },
    materials: { guards: { price: 1.2, pack: 50, onHand: 0, costShare: 0.5 } },
    water: { school: 'weekly', tank: 900 },
    currency: 'CHF',
  });
  assert.deepEqual(takenOver({}, String), {}, 'what is as usual stays as usual');
});
