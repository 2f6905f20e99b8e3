/** The longest name that is kept. */
const LONGEST = 80;

/** Headings of a column of names, accents gone: the whole, the given one, the family's. */
const HEADS = {
  whole: /^(full )?names?$|^planters?$|^crew$|^nombre y apellidos?$|^nom complet$|^nome completo$/,
  given: /^(first|given)[ _-]?names?$|^nombres?$|^prenoms?$|^nome$/,
  family: /^(last|family|sur)[ _-]?names?$|^apellidos?$|^nom( de famille)?$|^sobrenomes?$/,
};
/** A telephone's number, or an address of the post: no part of a name that all can read. */
const REACHED = /\S+@\S+|[+(]?\d[\d\s().-]{5,}\d/g;

/**
 * Names of a crew as they are pasted from a message, a list or a table: one a line, or parted by commas,
 * semicolons or tabs; "Ruiz, Ana" one a line, too. Of a table with several columns the one with the names is
 * taken, by its heading or as the first with letters in it. Numbers and bullets in front go, telephone numbers
 * too, each name counts once whatever its capitals.
 * @example parseNames('1. Ana Ruiz\n2) Ben\n• ben') // => ['Ana Ruiz', 'Ben']
 * @example parseNames('Ruiz, Ana\nOde, Ben') // => ['Ana Ruiz', 'Ben Ode']
 */
export function parseNames(text: string): string[] {
  const lines = text.split(/[\n\r]+/).filter((line) => line.trim());
  const seen = new Map<string, string>();
  for (const part of inTable(lines) ?? familyFirst(lines) ?? text.split(/[\n\r,;\t]+/)) {
    const name = part
      .normalize('NFC')
      .replace(/[\p{Cc}\p{Cf}]/gu, '')
      .replace(REACHED, ' ')
      .replace(/^\s*(?:\d+\s*[.):]\s*|[-–—•*·]\s*)/u, '')
      .replace(/\s+/g, ' ')
      .replace(/[\s,:]+$/, '')
      .trim()
      .slice(0, LONGEST)
      .trim();
    // A number alone is a column of the list, nobody's name.
    if (!/\p{L}/u.test(name)) continue;
    const key = sameName(name);
    if (!seen.has(key)) seen.set(key, name);
  }
  return [...seen.values()];
}

/** Names of a table: several lines of as many cells each, or a heading above. */
function inTable(lines: readonly string[]): string[] | undefined {
  const sign = ['\t', ';', ','].find((one) => lines[0]?.includes(one));
  const rows = lines.map((line) => (sign ? line.split(sign) : [line]).map((cell) => cell.trim()));
  const heads = (rows[0] ?? []).map((cell) =>
    cell.normalize('NFD').replace(/\p{M}/gu, '').toLowerCase(),
  );
  const find = (what: keyof typeof HEADS) => heads.findIndex((head) => HEADS[what].test(head));
  const [whole, given, family] = [find('whole'), find('given'), find('family')];
  const below = rows.slice(1);
  if (rows.length > 1 && given >= 0 && family >= 0)
    return below.map((row) => `${row[given] ?? ''} ${row[family] ?? ''}`);
  const named = [whole, given, family].find((at) => at >= 0);
  if (rows.length > 1 && named !== undefined) return below.map((row) => row[named] ?? '');
  // Without a heading: one name a line with something beside it. Commas part names.
  const table =
    sign === '\t' && rows.length > 1 && rows.every((row) => row.length === heads.length);
  return table ? rows.map((row) => row.find((cell) => /\p{L}/u.test(cell)) ?? '') : undefined;
}

/** "Ruiz, Ana", line by line; a single line of that kind is two people. */
function familyFirst(lines: readonly string[]): string[] | undefined {
  const pairs = lines.map((line) => /^([^,;\t]+),\s+([^,;\t]+)$/.exec(line.trim()));
  if (lines.length < 2 || pairs.some((pair) => !pair)) return undefined;
  const plain = (part: string) => part.replace(/^\s*(?:\d+\s*[.):]\s*|[-–—•*·]\s*)/u, '').trim();
  return pairs.map((pair) => `${plain(pair![2])} ${plain(pair![1])}`);
}

/** What two ways of writing one name have in common. @example sameName('  Ana  RUIZ ') // => 'ana ruiz' */
export const sameName = (name: string): string =>
  name.normalize('NFKC').toLocaleLowerCase('en').replace(/\s+/g, ' ').trim();
