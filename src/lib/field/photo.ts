import { CAMERA_BYTES, PICTURE_BYTES, PICTURE_SIDE, pictureType } from '$core/crew/pictures';

/** A photograph made small: base64 without its heading, a picture to look at, and its size. */
export interface SmallPhoto {
  data: string;
  url: string;
  bytes: number;
}

export class PhotoRefused extends Error {
  override name = 'PhotoRefused';
  constructor(
    readonly why: 'noPicture' | 'tooLarge',
    readonly megabytes = 0,
  ) {
    super(why);
  }
}

/**
 * Makes a photograph small enough to be sent from a field: the longer side at most 1280 pixels, then less
 * quality until it fits. Nothing of where and when the camera wrote into the file is kept.
 * @throws PhotoRefused for what is too large to be opened, or no picture
 */
export async function makeSmall(file: Blob): Promise<SmallPhoto> {
  if (file.size > CAMERA_BYTES) throw new PhotoRefused('tooLarge', file.size / 1e6);
  const start = new Uint8Array(await file.slice(0, 16).arrayBuffer());
  // Phones write formats of their own too; what the browser cannot open is refused below.
  if (!pictureType(start) && !/^image\//.test(file.type)) throw new PhotoRefused('noPicture');
  const bitmap = await createImageBitmap(file).catch(() => {
    throw new PhotoRefused('noPicture');
  });
  try {
    let scale = Math.min(1, PICTURE_SIDE / Math.max(bitmap.width, bitmap.height));
    for (let quality = 0.82; ; quality -= 0.14) {
      const canvas = new OffscreenCanvas(
        Math.max(1, Math.round(bitmap.width * scale)),
        Math.max(1, Math.round(bitmap.height * scale)),
      );
      canvas.getContext('2d')!.drawImage(bitmap, 0, 0, canvas.width, canvas.height);
      const blob = await canvas.convertToBlob({ type: 'image/jpeg', quality });
      if (blob.size <= PICTURE_BYTES) {
        const bytes = new Uint8Array(await blob.arrayBuffer());
        return { data: base64(bytes), url: URL.createObjectURL(blob), bytes: blob.size };
      }
      if (quality < 0.3) {
        quality = 0.82;
        scale *= 0.7;
      }
    }
  } finally {
    bitmap.close();
  }
}

function base64(bytes: Uint8Array): string {
  let text = '';
  const STEP = 0x8000;
  for (let i = 0; i < bytes.length; i += STEP)
    text += String.fromCharCode(...bytes.subarray(i, i + STEP));
  return btoa(text);
}
