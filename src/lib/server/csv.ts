/** A name that begins like a formula must not become one in a spreadsheet. */
export const plainCell = (text: string): string => (/^[=+\-@\t\r]/.test(text) ? `'${text}` : text);
