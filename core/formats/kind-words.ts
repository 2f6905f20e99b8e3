import type { KeepoutKind } from '../ground/keepouts';

/** Properties in which files say what a shape is; its name is read after them. */
const SAYS_WHAT = ['kind', 'type', 'class', 'category', 'feature', 'layer', 'use', 'fclass'];
const NAMES = ['name', 'label', 'title', 'description', 'desc'];

/**
 * Keys of the OpenStreetMap Map Features (wiki page of that name) that say what a shape is by being there; what stands
 * under them is read first, for a pole under `power` is no road.
 */
const KEYS: readonly (readonly [key: string, kind: KeepoutKind])[] = [
  ['power', 'overhead-line'],
  ['pipeline', 'buried-service'],
  ['building', 'building'],
  ['waterway', 'watercourse'],
  ['water', 'water'],
  ['highway', 'road'],
  ['railway', 'road'],
  ['barrier', 'fence'],
];

/** Words for each kind as maps and surveys use them. Common practice, no source. */
const WORDS: readonly (readonly [kind: KeepoutKind, words: RegExp])[] = [
  [
    'overhead-line',
    /\b(power[ _-]?lines?|overhead([ _-]?(lines?|wires?|cables?))?|pylons?|transmission[ _-]?(lines?|towers?)|electric(ity)?[ _-]?(lines?|poles?)|(telephone|telegraph|utility|power)[ _-]?poles?|minor_line|\d+ ?kv)\b/g,
  ],
  [
    'buried-service',
    /\b((gas|water|oil)[ _-]?(mains?|pipes?|lines?)|pipe[ _-]?lines?|buried[ _-]?(services?|cables?|lines?|pipes?)|underground([ _-]?(services?|cables?|lines?))?|cables?|sewers?)\b/g,
  ],
  ['building', /\b(buildings?|houses?|sheds?|barns?|huts?)\b/g],
  ['watercourse', /\b(watercourses?|streams?|ditch(es)?|creeks?|rivers?|brooks?|canals?)\b/g],
  ['water', /\b(ponds?|lakes?|lochs?|reservoirs?|water)\b/g],
  ['drain', /\b(drains?|field[ _-]?drains?|tile[ _-]?drains?|septic|leach[ _-]?fields?)\b/g],
  ['road', /\b(roads?|tracks?|lanes?|highways?|paths?|railways?)\b/g],
  ['existing-tree', /\btrees?\b/g],
  ['fence', /\b(fences?|electric[ _-]?fences?|walls?|hedges?)\b/g],
];

/** The kind that a text names: the last of its words that names one, as "road drain" is a drain, the longer first. */
function kindInText(text: string): KeepoutKind | undefined {
  let [found, end, length]: [KeepoutKind | undefined, number, number] = [undefined, 0, 0];
  for (const [kind, words] of WORDS)
    for (const match of text.toLowerCase().matchAll(words)) {
      const till = match.index + match[0].length;
      if (till > end || (till === end && match[0].length > length))
        [found, end, length] = [kind, till, match[0].length];
    }
  return found;
}

/** Receivers name whatever was walked so. */
const ANY_WALK = /\b(tracks?|paths?)\b/gi;

/** Whether something stands under a key: a table of attributes has every key for every shape, mostly empty. */
const isThere = (value: unknown): boolean =>
  Boolean(value) && !/^(no|n|false|0|none|null)?$/i.test(String(value).trim());

type Shape = 'point' | 'line' | 'area';

const lowerCased = (given: Record<string, unknown>) =>
  new Map(Object.entries(given).map(([key, value]) => [key.toLowerCase(), value]));
const textsOf = (given: ReadonlyMap<string, unknown>, keys: readonly string[]): string[] =>
  keys.map((key) => given.get(key)).filter((value) => typeof value === 'string');
/** The first text that names a kind; water as a line flows. */
function firstKind(texts: readonly string[], shape: Shape): KeepoutKind | undefined {
  const kind = texts.map(kindInText).find((found) => found !== undefined);
  return kind === 'water' && shape === 'line' ? 'watercourse' : kind;
}

/**
 * What a shape of somebody else's file is, by what the file says of it: a wire that comes in as a fence would have
 * trees set under it.
 * @param given its properties, under names in any case
 * @returns nothing where the file does not say
 * @example kindSaid({ NAME: 'Mill Lane', layer: 'Power lines' }, 'line') // => "overhead-line"
 * @example kindSaid({ waterway: 'ditch', name: 'Long Road' }, 'line') // => "watercourse"
 */
export function kindSaid(given: Record<string, unknown>, shape: Shape): KeepoutKind | undefined {
  const lower = lowerCased(given);
  if (lower.get('location') === 'underground' || lower.get('power') === 'cable')
    return 'buried-service';
  if (lower.get('natural') === 'water') return shape === 'line' ? 'watercourse' : 'water';
  if (lower.get('natural') === 'tree') return 'existing-tree';
  const byKey = KEYS.find(([key]) => isThere(lower.get(key)))?.[1];
  return byKey ?? firstKind(textsOf(lower, SAYS_WHAT), shape);
}

/**
 * What the name of a shape makes of it, which is less: a line or an area may be called after what it lies beside, and
 * a point's name is mostly that of a tree or a place.
 * @example kindNamed({ name: 'overhead cable' }, 'line') // => "overhead-line"
 * @example kindNamed({ name: 'Track 003' }, 'line') // => undefined
 */
export function kindNamed(given: Record<string, unknown>, shape: Shape): KeepoutKind | undefined {
  if (shape === 'point') return undefined;
  const names = textsOf(lowerCased(given), NAMES);
  return firstKind(
    names.map((name) => name.replace(ANY_WALK, '')),
    shape,
  );
}
