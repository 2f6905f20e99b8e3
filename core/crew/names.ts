/** The longest name that is kept. */
const LONGEST = 80;

/**
 * Names of a crew as they are pasted from a message, a list or a table: one a line, or parted by commas,
 * semicolons or tabs. Numbers and bullets in front go, each name counts once whatever its capitals.
 * @example parseNames('1. Ana Ruiz\n2) Ben\n• ben') // => ['Ana Ruiz', 'Ben']
 */
export function parseNames(text: string): string[] {
  const seen = new Map<string, string>();
  for (const part of text.split(/[\n\r,;\t]+/)) {
    const name = part
      .normalize('NFC')
      .replace(/[\p{Cc}\p{Cf}]/gu, '')
      .replace(/^\s*(?:\d+\s*[.):]\s*|[-–—•*·]\s*)/u, '')
      .replace(/\s+/g, ' ')
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

/** What two ways of writing one name have in common. @example sameName('  Ana  RUIZ ') // => 'ana ruiz' */
export const sameName = (name: string): string =>
  name.normalize('NFKC').toLocaleLowerCase('en').replace(/\s+/g, ' ').trim();
