import assert from 'node:assert/strict';
import { test } from 'node:test';
import { contentId } from './content-id';

test('the same text has the same id, another text another, and the server takes its shape', async () => {
  const one = await contentId('0;0\n1,5;1');
  assert.equal(one, await contentId('0;0\n1,5;1'));
  assert.notEqual(one, await contentId('0;0\n1,5;2'));
  assert.match(one, /^[0-9a-f]{8}-[0-9a-f]{4}-8[0-9a-f]{3}-[89ab][0-9a-f]{3}-[0-9a-f]{12}$/);
  const many = new Set(
    await Promise.all(Array.from({ length: 500 }, (_, i) => contentId(`row ${i}`))),
  );
  assert.equal(many.size, 500);
});
