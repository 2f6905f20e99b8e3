import type { Schema } from 'yup';

/**
 * What a JSON column holds: the version that is written now, and how a stored value is read. A value
 * without a version of its own ("v") is of version 1; older ones are brought up step by step.
 */
export interface Shape<Value> {
  version: number;
  /** Checks a value of the newest version; throws when it is none. */
  read(value: unknown): Value;
  /** From each older version to the next. */
  upgrade?: Record<number, (value: unknown) => unknown>;
}

/** A stored value that is not what its column holds: the record is named, and nothing is guessed. */
export class Unreadable extends Error {
  override name = 'Unreadable';
}

/**
 * Reads a stored value by its shape.
 * @param where names table and column in the error
 */
export function parse<Value>(shape: Shape<Value>, stored: unknown, where: string): Value {
  let value = typeof stored === 'string' ? (JSON.parse(stored) as unknown) : stored;
  let version = Number((value as { v?: number } | null)?.v ?? 1);
  for (; version < shape.version; version++) {
    const step = shape.upgrade?.[version];
    if (!step) throw new Unreadable(`${where}: version ${version} cannot be brought up.`);
    value = step(value);
  }
  if (version > shape.version)
    throw new Unreadable(`${where}: version ${version} is newer than this program.`);
  try {
    return shape.read(value);
  } catch (error) {
    throw new Unreadable(`${where}: ${(error as Error).message}`);
  }
}

const shape = <Value>(read: (value: unknown) => Value): Shape<Value> => ({ version: 1, read });

/** By the schema of the command that writes it. */
export const bySchema = <Value>(schema: Schema<unknown>): Shape<Value> =>
  shape((value) => schema.validateSync(value, { stripUnknown: false }) as Value);

/** A list of finite numbers: rows are made of them, thousands a layout, so nothing slower. */
export const numbers: Shape<number[]> = shape((value) => {
  if (!Array.isArray(value) || !value.every((n) => typeof n === 'number' && Number.isFinite(n)))
    throw new Error('a list of numbers was expected.');
  return value as number[];
});

export const listOf = <Member>(member: (value: unknown) => boolean, what: string) =>
  shape((value) => {
    if (!Array.isArray(value) || !value.every(member)) throw new Error(`${what} was expected.`);
    return value as Member[];
  });

/** An object whose values are all of a kind. */
export const recordOf = <Value>(member: (value: unknown) => boolean, what: string) =>
  shape((value) => {
    if (!isRecord(value) || !Object.values(value).every(member))
      throw new Error(`${what} was expected.`);
    return value as Record<string, Value>;
  });

/** An object with these members, each by its own test. */
export const record = <Value>(members: Record<string, (value: unknown) => boolean>) =>
  shape((value) => {
    if (!isRecord(value)) throw new Error('an object was expected.');
    for (const [name, test] of Object.entries(members))
      if (!test(value[name])) throw new Error(`“${name}” is not what it should be.`);
    return value as Value;
  });

/** Nested lists of points: a boundary's parts, rings, corners. */
export const nested = <Value>(depth: number) =>
  shape((value) => {
    if (!isNested(value, depth)) throw new Error('nested lists of points were expected.');
    return value as Value;
  });

export function isNested(value: unknown, depth: number): boolean {
  if (!Array.isArray(value) || value.length === 0) return false;
  if (depth === 0)
    return value.length === 2 && value.every((n) => typeof n === 'number' && Number.isFinite(n));
  return value.every((member) => isNested(member, depth - 1));
}

export const isRecord = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null && !Array.isArray(value);
export const isNumber = (value: unknown): value is number =>
  typeof value === 'number' && Number.isFinite(value);
export const isText = (value: unknown): value is string => typeof value === 'string';
export const isFlag = (value: unknown): value is boolean => typeof value === 'boolean';
export const optional = (test: (value: unknown) => boolean) => (value: unknown) =>
  value === undefined || value === null || test(value);
