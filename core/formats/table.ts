import Papa from 'papaparse';

/** Lines that services write above a table: where it comes from, what its columns mean. */
const MOST_ABOVE = 80;

/**
 * A table with its heading, wherever above it that stands.
 * @param isHeading whether these may be the names of its columns; where no line is, the first one is taken
 * @returns lines by heading, and how many stand above it
 */
export function headedTable(
  text: string,
  isHeading: (fields: readonly string[]) => boolean,
): { data: Record<string, string>[]; fields: string[]; above: number } {
  const lines = text.replace(/^\uFEFF/, '').split(/\r?\n/);
  // A few lines more, by which the sign between cells is told.
  const fieldsOf = (at: number) =>
    Papa.parse<string[]>(lines.slice(at, at + 4).join('\n'), {}).data[0] ?? [];
  const found = lines
    .slice(0, MOST_ABOVE)
    .findIndex((line, at) => line.trim() !== '' && isHeading(fieldsOf(at)));
  const first = lines.findIndex((line) => line.trim() !== '');
  const above = Math.max(0, found >= 0 ? found : first);
  const { data, meta } = Papa.parse<Record<string, string>>(lines.slice(above).join('\n').trim(), {
    header: true,
    skipEmptyLines: 'greedy',
  });
  return { data, fields: meta.fields ?? [], above };
}

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
