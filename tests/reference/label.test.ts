import assert from 'node:assert/strict';
import { test } from 'node:test';
import jsQR from 'jsqr';
import qr from 'pdfmake/src/qrEnc.js';
import { readCode, shortCode } from '../../core/stock/label';

// Source: pdfmake draws the label's code, jsqr reads it: two registry packages that know nothing of
// each other (ISO/IEC 18004).
test('what stands on a lot’s label is what a camera reads', () => {
  for (const id of [
    '0191fd7a-ff99-7ff8-b125-22dfd4a226d3',
    '01936f00-0000-7000-8000-00000000002a',
  ]) {
    const address = `http://192.168.0.12:4173/lot/${shortCode(id)}`;
    const drawn = qr.measure({ qr: address });
    const side = 400;
    const pixels = new Uint8ClampedArray(side * side * 4).fill(255);
    // Eight pixels a module, as wide a margin around it as the standard asks for.
    const scale = 8 / drawn._canvas.at(-1)!.w;
    for (const { x, y, w, h, color } of drawn._canvas) {
      const dark = color === '#000';
      for (let v = Math.round(y * scale); v < Math.round((y + h) * scale); v++)
        for (let u = Math.round(x * scale); u < Math.round((x + w) * scale); u++)
          pixels.fill(
            dark ? 0 : 255,
            ((v + 50) * side + u + 50) * 4,
            ((v + 50) * side + u + 50) * 4 + 3,
          );
    }
    const read = jsQR(pixels, side, side)?.data;
    assert.equal(read, address);
    assert.equal(readCode(read!), shortCode(id));
  }
});
