/** Whether a stored event says the same as one that is sent again; when it came does not matter. */
export function sameEvent(before: object, again: object): boolean {
  return sameContent(before, again, [
    'recordedAt',
    'late',
    'flag',
    'temperature',
    'humidity',
    'wind',
  ]);
}

export function sameContent(before: object, again: object, but: readonly string[] = []): boolean {
  const stored = before as Record<string, unknown>;
  return Object.entries(again).every(
    ([name, value]) =>
      but.includes(name) ||
      name === 'edition' ||
      value === undefined ||
      plain(stored[name]) === plain(value),
  );
}

/** Values as they compare: moments by their time, flags by truth, objects whatever their order. */
function plain(value: unknown): string {
  if (value instanceof Date) return String(value.getTime());
  if (typeof value === 'boolean') return value ? '1' : '0';
  if (typeof value === 'object' && value !== null) return JSON.stringify(sorted(value));
  return String(value ?? '');
}

function sorted(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(sorted);
  if (typeof value !== 'object' || value === null) return value;
  return Object.fromEntries(
    Object.entries(value)
      .filter(([, member]) => member !== undefined)
      .sort(([a], [b]) => (a < b ? -1 : 1))
      .map(([name, member]) => [name, sorted(member)]),
  );
}
