/// <reference lib="webworker" />
import jsQR from 'jsqr';

/** Looks for a QR code in a picture; answers with what it says, or nothing. */
self.onmessage = ({ data }: MessageEvent<ImageBitmap>) => {
  const scale = Math.min(1, 900 / Math.max(data.width, data.height));
  const width = Math.max(1, Math.round(data.width * scale));
  const height = Math.max(1, Math.round(data.height * scale));
  const canvas = new OffscreenCanvas(width, height);
  const context = canvas.getContext('2d')!;
  context.drawImage(data, 0, 0, width, height);
  data.close();
  const { data: pixels } = context.getImageData(0, 0, width, height);
  self.postMessage(jsQR(pixels, width, height)?.data ?? null);
};
