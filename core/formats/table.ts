/** Finds a column by the words its heading may hold; the first heading that holds one wins. */
export function findColumn(
  fields: readonly string[],
  words: readonly string[],
): string | undefined {
  const plain = (text: string) =>
    text
      .toLowerCase()
      .normalize('NFD')
      .replace(/[^a-z0-9%]/g, '');
  return (
    fields.find((field) => words.some((word) => plain(field) === plain(word))) ??
    fields.find((field) => words.some((word) => plain(field).startsWith(plain(word))))
  );
}

/** Reads a number with a point or a comma, thousands parted by spaces; undefined when empty. */
export function readNumber(text: string | undefined): number | undefined {
  const cleaned = (text ?? '').trim().replace(/[\s\u2009\u00a0]/g, '');
  if (!cleaned || /^(na|nan|null|-+|\.)$/i.test(cleaned)) return undefined;
  const value = Number(
    cleaned.includes(',') && !cleaned.includes('.') ? cleaned.replace(',', '.') : cleaned,
  );
  return value;
}

/** Fahrenheit to Celsius. */
export const celsius = (fahrenheit: number): number => (fahrenheit - 32) / 1.8;
