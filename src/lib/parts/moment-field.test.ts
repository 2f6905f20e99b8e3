import assert from 'node:assert/strict';
import { test } from 'node:test';
import { fieldOf, momentIn, overAt } from './moment-field';

const ZONES = ['America/Los_Angeles', 'Europe/Berlin', 'Pacific/Auckland'];

test('a moment typed by the site’s clock is that moment, in every zone', () => {
  const moment = Date.parse('2026-11-28T07:45:00Z');
  assert.deepEqual(
    ZONES.map((zone) => fieldOf(moment, zone)),
    ['2026-11-27T23:45', '2026-11-28T08:45', '2026-11-28T20:45'],
  );
  for (const zone of ZONES) assert.equal(momentIn(fieldOf(moment, zone), zone), moment);
  for (const nothing of ['', 'yesterday', '2026-02-30T10:00'])
    assert.equal(momentIn(nothing, 'utc'), undefined, nothing);
});

test('a bag was closed after it was opened and not later than now; the minute of its opening will do', () => {
  const began = Date.parse('2026-11-27T14:10:40Z');
  const now = Date.parse('2026-11-28T06:30:00Z');
  const closed = (text: string) => overAt(text, 'utc', began, now);
  assert.equal(closed('2026-11-27T14:25'), Date.parse('2026-11-27T14:25:00Z'));
  assert.equal(closed('2026-11-27T14:10'), began);
  assert.equal(closed('2026-11-28T06:30'), now);
  for (const wrong of ['2026-11-27T14:09', '2026-11-28T06:31', ''])
    assert.equal(closed(wrong), undefined, wrong);
});
