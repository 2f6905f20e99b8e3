/** An id that follows from a text: the same text has the same one, so that what is sent twice counts once. */
export async function contentId(text: string): Promise<string> {
  const digest = new Uint8Array(
    await crypto.subtle.digest('SHA-256', new TextEncoder().encode(text)),
  ).slice(0, 16);
  // Version 8, its own kind of name (RFC 9562, 5.8), and the variant of that document.
  digest[6] = (digest[6] & 0x0f) | 0x80;
  digest[8] = (digest[8] & 0x3f) | 0x80;
  const hex = [...digest].map((byte) => byte.toString(16).padStart(2, '0')).join('');
  return [8, 12, 16, 20, 32].map((end, i, ends) => hex.slice(ends[i - 1] ?? 0, end)).join('-');
}
