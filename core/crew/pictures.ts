/** Pictures that every browser shows and a phone makes small. */
const KINDS: readonly { type: string; starts: readonly (number | null)[] }[] = [
  { type: 'image/jpeg', starts: [0xff, 0xd8, 0xff] },
  { type: 'image/png', starts: [0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a] },
  {
    type: 'image/webp',
    starts: [0x52, 0x49, 0x46, 0x46, null, null, null, null, 0x57, 0x45, 0x42, 0x50],
  },
];

/**
 * What kind of picture the bytes are, by how they begin, whatever the file is called.
 * Signatures: JPEG ISO/IEC 10918-1 (SOI), PNG W3C specification 5.2, WebP RFC 9649.
 * @returns undefined for anything else
 */
export function pictureType(bytes: ArrayLike<number>): string | undefined {
  return KINDS.find(({ starts }) => starts.every((byte, i) => byte === null || bytes[i] === byte))
    ?.type;
}

/** Bytes a photograph may have once the phone has made it small. */
export const PICTURE_BYTES = 400_000;
/** Bytes of a picture that a phone opens to make it small. */
export const CAMERA_BYTES = 30_000_000;
/** Pixels of the longer side that it is made small to. */
export const PICTURE_SIDE = 1280;
