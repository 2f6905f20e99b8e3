/** One thing that two people have changed, or one of them. */
export interface Change {
  /** Names from the outside in; members of lists go by their name. */
  path: string[];
  before: unknown;
  mine: unknown;
  theirs: unknown;
  /** Both changed it, and not to the same. */
  clash: boolean;
}

export interface Merged<Value> {
  /** Both sides' changes; where they clash, mine. */
  both: Value;
  /** What the other side changed, clashing or not. */
  theirs: Change[];
  clashes: Change[];
}

/**
 * Brings together what two people made of the same thing. Members of objects, and of lists whose members
 * have an id or a key each of their own, are compared one by one; anything else as a whole.
 * @param before as both read it
 * @example merge({ a: 1, b: 1 }, { a: 2, b: 1 }, { a: 1, b: 3 }).both // => { a: 2, b: 3 }
 */
export function merge<Value>(before: Value, mine: Value, theirs: Value): Merged<Value> {
  const changes: Change[] = [];
  const both = mergeAt([], before, mine, theirs, changes) as Value;
  return { both, theirs: changes, clashes: changes.filter(({ clash }) => clash) };
}

/**
 * Changes as they are told: where neighbouring numbers of one thing changed from the same to the same, as rows do
 * that pass from one planter to another, they are one change with both ends in its path.
 */
export function inRuns(changes: readonly Change[]): Change[] {
  const runs: Change[] = [];
  const end = new Map<Change, number>();
  for (const change of changes) {
    const number = numberOf(change);
    const run = runs.find(
      (one) =>
        end.get(one) === number - 1 &&
        one.path.length === change.path.length &&
        change.path.slice(0, -1).every((name, i) => one.path[i] === name) &&
        one.clash === change.clash &&
        same(one.before, change.before) &&
        same(one.mine, change.mine) &&
        same(one.theirs, change.theirs),
    );
    if (run) {
      run.path = [...run.path.slice(0, -1), `${parseInt(run.path.at(-1)!)} to ${number}`];
      end.set(run, number);
    } else {
      const fresh = { ...change };
      runs.push(fresh);
      end.set(fresh, number);
    }
  }
  return runs;
}
/** NaN where the last of its names is no whole number. */
const numberOf = ({ path }: Change) =>
  /^\d+$/.test(path.at(-1) ?? '') ? Number(path.at(-1)) : NaN;

type Members = Record<string, unknown>;
/** A member of a list, known by its id or key and called by its name or label. */
type Named = ({ id: string; key?: string } | { id?: undefined; key: string }) & {
  name?: string;
  label?: string;
};

function mergeAt(
  path: string[],
  before: unknown,
  mine: unknown,
  theirs: unknown,
  changes: Change[],
): unknown {
  if (same(before, theirs)) return mine;
  if (same(mine, theirs)) return mine;
  if (isObject(mine) && isObject(theirs) && (before == null || isObject(before))) {
    const merged: Members = {};
    const was = before ?? {};
    for (const name of keysOf(was, mine, theirs)) {
      const value = mergeAt([...path, name], was[name], mine[name], theirs[name], changes);
      if (value !== undefined) merged[name] = value;
    }
    return merged;
  }
  if (isList(mine) && isList(theirs) && (before == null || isList(before)))
    return mergeLists(path, before ?? [], mine, theirs, changes);
  const clash = !same(before, mine);
  changes.push({ path, before, mine, theirs, clash });
  return clash ? mine : theirs;
}

function mergeLists(
  path: string[],
  before: readonly Named[],
  mine: readonly Named[],
  theirs: readonly Named[],
  changes: Change[],
): Named[] {
  const of = (list: readonly Named[], id: string) =>
    list.find((member) => identityOf(member) === id);
  const ids = new Set([...mine, ...theirs].map((member) => identityOf(member)!));
  const merged: Named[] = [];
  for (const id of ids) {
    const [was, own, other] = [of(before, id), of(mine, id), of(theirs, id)];
    const label = [other, own, was].map((one) => one?.name ?? one?.label).find(Boolean) ?? id;
    const value = mergeAt([...path, label], was, own, other, changes) as Named | undefined;
    if (value) merged.push(value);
  }
  return merged;
}

const keysOf = (...objects: Members[]) => new Set(objects.flatMap((value) => Object.keys(value)));
const isObject = (value: unknown): value is Members =>
  typeof value === 'object' && value !== null && !Array.isArray(value);
const identityOf = ({ id, key }: { id?: unknown; key?: unknown }): string | undefined =>
  [id, key].find((name) => typeof name === 'string');
const isList = (value: unknown): value is Named[] =>
  Array.isArray(value) &&
  value.every((member) => isObject(member) && identityOf(member)) &&
  new Set(value.map(identityOf)).size === value.length;

const saysNothing = (value: unknown) =>
  value == null || (typeof value === 'object' && Object.keys(value).length === 0);

/**
 * Whether two values say the same, whatever the order of their members; an empty list or object says what
 * none says.
 * @example same({ a: null, b: [] }, {}) // => true
 */
export function same(a: unknown, b: unknown): boolean {
  if (a === b) return true;
  if (saysNothing(a) && saysNothing(b)) return true;
  if (Array.isArray(a) && Array.isArray(b))
    return a.length === b.length && a.every((member, i) => same(member, b[i]));
  if (isObject(a) && isObject(b)) return [...keysOf(a, b)].every((name) => same(a[name], b[name]));
  return false;
}
