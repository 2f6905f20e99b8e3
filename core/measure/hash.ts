/**
 * FNV-1a of 64 bits, in hexadecimal digits (Fowler, Noll & Vo; draft-eastlake-fnv).
 * @example fnv1a('a') // => 'af63dc4c8601ec8c'
 */
export function fnv1a(text: string): string {
  let hash = 0xcbf29ce484222325n;
  for (const byte of utf8(text)) {
    hash ^= BigInt(byte);
    hash = (hash * 0x100000001b3n) & 0xffffffffffffffffn;
  }
  return hash.toString(16).padStart(16, '0');
}

/** Bytes of a text as UTF-8 writes them; the core has no encoder of the platform's. */
function* utf8(text: string): Generator<number> {
  for (const [, byte, sign] of encodeURIComponent(text).matchAll(/%([0-9A-F]{2})|([^%])/g))
    yield byte ? parseInt(byte, 16) : sign.charCodeAt(0);
}
