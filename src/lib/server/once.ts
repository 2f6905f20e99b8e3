const kept = new WeakMap<object, Map<string, unknown>>();

/**
 * Reads something once for a request, though its layout and its page both ask.
 * @param request anything that lives as long as the request: its locals
 * @param key what is read
 */
export function once<Value>(request: object, key: string, read: () => Value): Value {
  const values = kept.get(request) ?? new Map<string, unknown>();
  kept.set(request, values);
  if (!values.has(key)) values.set(key, read());
  return values.get(key) as Value;
}
