import { told } from '../../../core/say/told';

/** Deeper than any input of ours, and far from what a stack bears. */
const DEEPEST = 24;
const MOST_MEMBERS = 2_000_000;

/**
 * Refuses JSON that is too deep before it is parsed: brackets are counted outside of strings.
 * @throws Told
 */
export function guardText(text: string): void {
  let depth = 0;
  let inString = false;
  for (let i = 0; i < text.length; i++) {
    const sign = text.charCodeAt(i);
    if (inString) {
      if (sign === 92) i++;
      else if (sign === 34) inString = false;
    } else if (sign === 34) inString = true;
    else if (sign === 91 || sign === 123) {
      if (++depth > DEEPEST) throw told('changed.tooDeep', { most: DEEPEST });
    } else if (sign === 93 || sign === 125) depth--;
  }
}

/**
 * Refuses what no schema and no column should have to think of: numbers that are none or without end,
 * text with signs that a database cannot keep, members named like an object's own.
 * @throws Told
 */
export function guard(payload: unknown): void {
  const waiting: { value: unknown; depth: number }[] = [{ value: payload, depth: 0 }];
  let members = 0;
  while (waiting.length) {
    const { value, depth } = waiting.pop()!;
    if (++members > MOST_MEMBERS) throw told('changed.tooMany', { most: MOST_MEMBERS });
    if (typeof value === 'number') {
      if (!Number.isFinite(value)) throw told('changed.noNumber');
    } else if (typeof value === 'string') {
      if (unkept(value)) throw told('changed.noText');
    } else if (typeof value === 'object' && value !== null) {
      if (depth >= DEEPEST) throw told('changed.tooDeep', { most: DEEPEST });
      for (const [name, member] of Object.entries(value)) {
        if (INHERITED.has(name) || unkept(name)) throw told('changed.noText');
        waiting.push({ value: member, depth: depth + 1 });
      }
    }
  }
}

/** Names that every object has of its own: a member of such a name hides what code relies on. */
const INHERITED = new Set(Object.getOwnPropertyNames(Object.prototype));

/** NUL, and halves of signs that come in pairs. */
function unkept(text: string): boolean {
  return text.includes('\u0000') || !text.isWellFormed();
}
