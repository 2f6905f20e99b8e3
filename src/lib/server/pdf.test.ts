import assert from 'node:assert/strict';
import { test } from 'node:test';
import { makePdf, printed } from './pdf';

test('in print no line ends inside a number, nor between it and its unit', () => {
  const reads = (text: string, wanted: string) =>
    assert.equal(printed(text).replaceAll('\u00a0', '~').replaceAll('\u2044', '|'), wanted);
  reads('1\u202f373 /ha on 2.5 ha', '1~373~|ha on 2.5~ha');
  reads(
    'legs 2 m apart, 0.72 kg/ha in 15 % of 3 rows',
    'legs 2~m apart, 0.72~kg|ha in 15~% of 3 rows',
  );
  reads(
    '4 min, 6 h, 12 ft, 90 m², 12 men, 3 hectares, 5 lots',
    '4~min, 6~h, 12~ft, 90~m², 12 men, 3 hectares, 5 lots',
  );
  reads('530 trees/acre', '530~trees|acre');
});

test('a document is printed whole, whatever it is made of', async () => {
  const pdf = await makePdf({
    content: [
      'Row 1, 2.5 ha',
      { text: ['a', { text: '1\u202f000 m', bold: true }] },
      { table: { widths: ['*'], body: [['3 L'], [{ text: '4 kg', alignment: 'right' }]] } },
      { svg: '<svg viewBox="0 0 10 10"><path d="M1 1 L5 5" stroke="#000"/></svg>', width: 20 },
      { columns: [{ text: 'x' }, { stack: ['5 %', '6 cm'] }] },
    ],
  });
  assert.equal(pdf.subarray(0, 5).toString(), '%PDF-');
  assert.ok(pdf.length > 2000);
});
