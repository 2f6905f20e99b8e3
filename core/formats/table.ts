/**
 * Reads a number with a point or a comma, thousands parted by spaces; undefined when empty.
 * @example readNumber('4,5') // => 4.5
 */
export function readNumber(text: string | undefined): number | undefined {
  const cleaned = (text ?? '').trim().replace(/[\s\u2009\u00a0]/g, '');
  if (!cleaned || /^(na|nan|null|-+|\.)$/i.test(cleaned)) return undefined;
  const value = Number(
    cleaned.includes(',') && !cleaned.includes('.') ? cleaned.replace(',', '.') : cleaned,
  );
  return value;
}
