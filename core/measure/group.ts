/**
 * Things by what they have in common, each list in the order in which they came.
 * @example groupBy([1, 2, 3], (n) => n % 2).get(1) // => [1, 3]
 */
export function groupBy<One, Key>(
  things: Iterable<One>,
  keyOf: (thing: One) => Key,
): Map<Key, One[]> {
  const groups = new Map<Key, One[]>();
  for (const thing of things) {
    const key = keyOf(thing);
    const group = groups.get(key);
    if (group) group.push(thing);
    else groups.set(key, [thing]);
  }
  return groups;
}
