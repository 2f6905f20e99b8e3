import { createHash } from 'node:crypto';
import type { Message } from '../../../core/say/message';
import { words } from '../../../src/lib/words';

/** What a page was given, in a form that two runs can be compared by: the same figures give the same text. */
export type Summary = string | number | boolean | null | { [name: string]: Summary };

const ID = /[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}/g;
/** Longer lists are told by their sums: which member differs is found by whoever looks. */
const WHOLE = 3;

const digits = (value: number) => (Number.isFinite(value) ? Number(value.toPrecision(6)) : null);
const short = (text: string) => {
  const named = text.replace(ID, 'id');
  if (named.length <= 160) return named;
  const mark = createHash('sha256').update(named).digest('hex').slice(0, 8);
  return `${named.slice(0, 60)}… ${named.length} ${mark}`;
};
const isMessage = (value: object): value is Message =>
  'key' in value && 'figures' in value && typeof value.key === 'string' && value.key.includes('.');

/** Members of a list by their common names: each name's values stand as a list of their own. */
function columns(list: readonly Record<string, unknown>[]): Record<string, unknown> {
  const names = [...new Set(list.flatMap((one) => Object.keys(one)))];
  return Object.fromEntries(names.map((name) => [name, list.map((one) => one[name])]));
}

const isPlain = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' &&
  value !== null &&
  !Array.isArray(value) &&
  !ArrayBuffer.isView(value) &&
  !(value instanceof Map || value instanceof Set || value instanceof Date) &&
  !isMessage(value);

function ofList(list: readonly unknown[]): Summary {
  const given = list.filter((one) => one !== undefined && one !== null);
  if (given.every((one) => typeof one === 'number')) {
    // Weighted by place, so that two that change places are told.
    const sum = given.reduce<number>((so, one) => so + (one as number), 0);
    const placed = list.reduce<number>((so, one, i) => so + ((one as number) ?? 0) * (i + 1), 0);
    return `${given.length} of ${list.length}: ${digits(sum)}, by place ${digits(placed)}`;
  }
  if (given.every(isPlain)) return { of: list.length, ...(summaryOf(columns(given)) as object) };
  const told = JSON.stringify(list.map(summaryOf));
  return `${list.length}: ${short(told)}`;
}

/** @param value what a page was given; ids are not told apart, measures to six digits */
export function summaryOf(value: unknown): Summary {
  if (value === undefined || value === null || typeof value === 'function') return null;
  if (typeof value === 'number') return digits(value);
  if (typeof value === 'boolean') return value;
  if (typeof value === 'string') return short(value);
  if (typeof value !== 'object') return String(value);
  if (value instanceof Date) return value.toISOString();
  if (value instanceof Map) return summaryOf([...value.values()]);
  if (value instanceof Set) return summaryOf([...value]);
  if (ArrayBuffer.isView(value)) return ofList([...(value as Float64Array)]);
  if (Array.isArray(value)) {
    if (value.length > WHOLE) return ofList(value);
    return Object.fromEntries(value.map((one, i) => [i, summaryOf(one)]));
  }
  if (isMessage(value)) return short(words(value, { system: 'us', zone: 'Europe/Berlin' }));
  return Object.fromEntries(Object.entries(value).map(([name, one]) => [name, summaryOf(one)]));
}

/** Where two summaries differ, in lines of "where: was, is". */
export function differences(was: Summary, is: Summary, where = ''): string[] {
  if (typeof was === 'object' && was && typeof is === 'object' && is)
    return [...new Set([...Object.keys(was), ...Object.keys(is)])].flatMap((name) =>
      differences(was[name] ?? null, is[name] ?? null, where ? `${where}.${name}` : name),
    );
  return was === is ? [] : [`${where}: ${JSON.stringify(was)} was, ${JSON.stringify(is)} is`];
}

/** What of a summary is otherwise than in another one. */
export function unlike(is: Summary, other: Summary | undefined): Summary | undefined {
  if (typeof is !== 'object' || !is || typeof other !== 'object' || !other)
    return is === other ? undefined : is;
  const parts = Object.entries(is).flatMap(([name, one]) => {
    const part = unlike(one, other[name]);
    return part === undefined ? [] : [[name, part] as const];
  });
  return parts.length ? Object.fromEntries(parts) : undefined;
}
