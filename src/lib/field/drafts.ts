/**
 * What was tapped on a phone's page and is not handed in yet: kept under a name on the device, so that a reload
 * or an empty battery loses nothing. A browser that keeps nothing, or kept what nobody can read, costs the draft
 * and never the page.
 */
type Shape = Record<string, unknown>;

/** @returns what was kept, part by part over what one begins with */
export function readDraft<Draft extends Shape>(key: string, begin: Draft): Draft {
  const kept = parsed(key);
  if (!kept || typeof kept !== 'object' || Array.isArray(kept)) return begin;
  const parts = Object.keys(begin).filter((part) => {
    const value = (kept as Shape)[part];
    // What an older page kept in another shape is begun anew.
    return value !== undefined && kindOf(value) === kindOf(begin[part]);
  });
  return { ...begin, ...Object.fromEntries(parts.map((part) => [part, (kept as Shape)[part]])) };
}
const kindOf = (value: unknown) =>
  value === null ? 'null' : Array.isArray(value) ? 'list' : typeof value;

/** A list that was kept, with what does not belong in it left out. */
export function readListDraft<Item>(key: string, isItem: (item: unknown) => item is Item): Item[] {
  const kept = parsed(key);
  return Array.isArray(kept) ? kept.filter(isItem) : [];
}

/** @returns whether the device kept it */
export function keepDraft(key: string, draft: unknown): boolean {
  try {
    localStorage.setItem(key, JSON.stringify(draft));
    return true;
  } catch {
    return false;
  }
}

export function dropDraft(key: string): void {
  try {
    localStorage.removeItem(key);
  } catch {
    // Nothing was kept.
  }
}

function parsed(key: string): unknown {
  try {
    return JSON.parse(localStorage.getItem(key) ?? 'null');
  } catch {
    return null;
  }
}
