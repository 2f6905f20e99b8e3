/** A source of uniform numbers in [0, 1). */
export type Random = () => number;

/**
 * Seeded generator: same seed, same plan, on every machine.
 * sfc32 by C. Doty-Humphrey (PractRand), seeded from a string through the FNV-1a hash.
 * @param seed any text or number
 */
export function seededRandom(seed: string | number): Random {
  let hash = 0x811c9dc5;
  for (const character of String(seed)) {
    hash = Math.imul(hash ^ character.codePointAt(0)!, 0x01000193);
  }
  let a = hash | 0;
  let b = Math.imul(hash, 0x9e3779b1) | 0;
  let c = (hash ^ 0x85ebca6b) | 0;
  let counter = 1;
  const next = () => {
    const t = (((a + b) | 0) + counter) | 0;
    counter = (counter + 1) | 0;
    a = b ^ (b >>> 9);
    b = (c + (c << 3)) | 0;
    c = (((c << 21) | (c >>> 11)) + t) | 0;
    return (t >>> 0) / 4294967296;
  };
  for (let warm = 0; warm < 12; warm++) next();
  return next;
}

/** A normal deviate by the Box–Muller transform (Box & Muller 1958). */
export function normalDeviate(random: Random, mean = 0, deviation = 1): number {
  const radius = Math.sqrt(-2 * Math.log(1 - random()));
  return mean + deviation * radius * Math.cos(2 * Math.PI * random());
}
