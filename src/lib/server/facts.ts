import type { Topic } from '../rooms/contract';
import type { SiteRow } from '../rooms/people/tables.server';
import type { Store, Tables } from '../store';
import type { Rows } from '../store/rows';
import { dayBounds, dayOf } from '../../../core/say/day';
import type { Day } from '../../../core/measure/dates';
import { inOneGo } from '../../../core/measure/steps';
import { now } from './clock';
import {
  isSteps,
  GrownLists,
  readLists,
  type Found,
  type Grown,
  type Listed,
  type Select,
  type Wanted,
} from './lists';
import { Reader } from './reader';
import { turn } from './turns';

export { milliseconds } from './lists';

/**
 * A fact: something stored that pages show, read for many blocks at once. Between two changes of its
 * topics it stays what it is, and is read once by all processes' pages together.
 */
export interface Fact<Value> {
  name: string;
  /** What may change it. */
  topics: readonly Topic[];
  /** How it is asked for together with others of its kind. */
  listed?: Listed<Value>;
  /** @returns values by block, or for a fact of the site by the site's id; what is left out is `none` */
  read(reader: Reader, ids: readonly string[], site: SiteRow): Promise<Map<string, Value>>;
  none: () => Value;
}

export const fact = <Value>(
  name: string,
  topics: readonly Topic[],
  none: () => Value,
  read: Fact<Value>['read'],
): Fact<Value> => ({ name, topics, none, read });

/** A fact that is a list can be read without its site, inside a transaction too. */
export interface ListFact<Value> extends Fact<Value> {
  read(reader: Reader, ids: readonly string[]): Promise<Map<string, Value>>;
}

/**
 * A fact that is a list; an id without rows has `value([])`.
 * @param of.value what pages read, or for long lists the steps to it
 */
export function listedFact<Row, Value>(
  name: string,
  topics: readonly Topic[],
  { value, ...select }: Select & { value(rows: Row[]): Value | Generator<void, Value> },
): ListFact<Value> {
  const none = () => {
    const nothing = value([]);
    return isSteps(nothing) ? inOneGo(nothing) : nothing;
  };
  return asFact(name, topics, none, {
    select: () => select,
    value: (rows) => value(rows as Row[]),
  });
}

type TableRow<Name extends keyof Tables> = Tables[Name] extends Rows<infer Row> ? Row : never;

/** How rows are put in order: by one column after the other. */
export const inOrderOf =
  <Row>(...columns: (keyof Row)[]) =>
  (a: Row, b: Row): number => {
    for (const column of columns) {
      // What is not known comes first.
      const [before, after] = [a[column] ?? '', b[column] ?? ''];
      if (before < after) return -1;
      if (before > after) return 1;
    }
    return 0;
  };

/**
 * A fact that is rows of one table.
 * @param by the column that holds the id asked for
 * @param value puts the rows of one id in order and makes of them what pages read
 */
export function tableFact<Name extends keyof Tables, Value>(
  name: string,
  topics: readonly Topic[],
  from: { table: Name; by: keyof TableRow<Name> & string },
  value: (rows: TableRow<Name>[]) => Value,
): ListFact<Value> {
  return asFact(name, topics, () => value([]), {
    select: ({ tables }) => {
      const table = tables[from.table] as Rows<object>;
      const columns = table.expressions();
      const of = columns.get(from.by)!.column;
      return {
        ...{ of, from: `FROM ${table.name} WHERE ${of} IN (:ids)` },
        columns: Object.fromEntries(
          [...columns].map(([column, { expression }]) => [column, expression]),
        ),
      };
    },
    value: (rows, { tables }) => {
      const table = tables[from.table] as Rows<object>;
      return value(rows.map((row) => table.revived(row)) as TableRow<Name>[]);
    },
  });
}

const asFact = <Value>(
  name: string,
  topics: readonly Topic[],
  none: () => Value,
  listed: Listed<Value>,
): ListFact<Value> => {
  const one: ListFact<Value> = {
    ...{ name, topics, none, listed },
    read: async (reader, ids) => {
      const [found] = await readLists(reader, [{ one, ids }]);
      return new Map([...found].map(([id, { value }]) => [id, value as Value]));
    },
  };
  return one;
};

/** How often each topic of each block has changed; '' stands for the site. */
export type Marks = ReadonlyMap<string, number>;

/** The one cheap question: has anything changed since? */
export async function marksOf(store: Store, siteId: string): Promise<Marks> {
  const rows = await new Reader(store).query<{ block: string; topic: string; count: string }>(
    `SELECT block_id AS block, topic, SUM(count) AS count FROM change_mark
     WHERE site_id = :siteId GROUP BY block_id, topic`,
    { siteId },
  );
  return new Map(rows.map(({ block, topic, count }) => [`${block} ${topic}`, Number(count)]));
}

/** Marks of everything a page of the site could show, as one short text to compare. */
export const stampOf = (marks: Marks): string =>
  [...marks.values()].reduce((sum, count) => sum + count, 0).toString(36);

interface Kept {
  stamp: string;
  value: Promise<unknown>;
}

/** The newest use last; the oldest go first. */
const kept = new Map<string, Kept>();
const MOST_KEPT = 4000;

function keep(key: string, stamp: string, value: Promise<unknown>): void {
  kept.delete(key);
  kept.set(key, { stamp, value });
  // What failed is asked again.
  value.catch(() => kept.get(key)?.value === value && kept.delete(key));
  if (kept.size > MOST_KEPT) kept.delete(kept.keys().next().value!);
}

/** Events that are kept of all lists together. */
const MOST_EVENTS = 200_000;
const grown = new GrownLists(MOST_EVENTS);

/** Forgets everything that was read: for tests that count questions or write past the commands. */
export function forgetFacts(): void {
  kept.clear();
  grown.clear();
}

/** The day of each zone as long as it lasts: asked for at every request, worked out once a day. */
const days = new Map<string, { from: number; to: number; day: Day }>();

function dayNow(at: number, zone: string): Day {
  const known = days.get(zone);
  if (known && known.from <= at && at < known.to) return known.day;
  const day = dayOf(at, zone);
  const [from, to] = dayBounds(day, zone);
  if (days.size > 500) days.clear();
  days.set(zone, { from, to, day });
  return day;
}

/** The facts of one site for one request. */
export class Facts {
  readonly reader: Reader;
  /** The site's day now. */
  readonly today: Day;
  private readonly totals = new Map<string, number>();

  /** The facts of a site as they are now. */
  static async read(store: Store, site: SiteRow): Promise<Facts> {
    const at = now();
    return new Facts(store, site, await marksOf(store, site.id), at);
  }

  /** @param now taken before the marks were read: what was done by then is in what is read */
  constructor(
    store: Store,
    readonly site: SiteRow,
    readonly marks: Marks,
    readonly now: number,
  ) {
    this.reader = new Reader(store);
    this.today = dayNow(this.now, site.zone);
    for (const [place, count] of marks) {
      const topic = place.slice(place.indexOf(' ') + 1);
      this.totals.set(topic, (this.totals.get(topic) ?? 0) + count);
    }
  }

  /** Reads several blocks' facts, each fact with one question however many blocks there are. */
  async need(facts: readonly Fact<unknown>[], ids: readonly string[]): Promise<void> {
    await Promise.all(facts.map((one) => this.all(one, ids)));
  }

  async all<Value>(one: Fact<Value>, ids: readonly string[]): Promise<Map<string, Value>> {
    const missing = ids.filter((id) => kept.get(this.key(one, id))?.stamp !== this.stamp(one, id));
    if (missing.length) {
      const reading = one.listed
        ? (this.withOthers(one, missing) as Promise<Map<string, Value>>)
        : one.read(this.reader, missing, this.site);
      for (const id of missing)
        keep(
          this.key(one, id),
          this.stamp(one, id),
          reading.then((values) => values.get(id) ?? one.none()),
        );
    }
    return new Map(
      await Promise.all(
        ids.map(async (id) => [id, (await kept.get(this.key(one, id))!.value) as Value] as const),
      ),
    );
  }

  /** Lists wanted now, until all that runs at this moment has said what it wants. */
  private wanted: (Wanted & { answer: (reading: Promise<Found>) => void })[] = [];

  private async withOthers(
    one: Fact<unknown>,
    ids: readonly string[],
  ): Promise<Map<string, unknown>> {
    const { grows } = one.listed!.select(this.reader);
    const stampOf = (id: string) => this.stamp(one, id, grows?.topic);
    const known = new Map(
      ids.flatMap((id): [string, Grown][] => {
        const before = grows && grown.get(this.key(one, id));
        return before?.stamp === stampOf(id) ? [[id, before]] : [];
      }),
    );
    const rest = ids.filter((id) => !known.has(id));
    const parts = await Promise.all([
      ...(known.size ? [this.ask(one, [...known.keys()], known)] : []),
      ...(rest.length ? [this.ask(one, rest)] : []),
    ]);
    const found = parts.flatMap((part) => [...part]);
    for (const [id, { lines, recorded }] of found)
      if (lines?.size)
        grown.set(this.key(one, id), { stamp: stampOf(id), lines, recorded: recorded! });
    return new Map(found.map(([id, { value }]) => [id, value]));
  }

  private ask(one: Fact<unknown>, ids: readonly string[], grown?: Wanted['grown']): Promise<Found> {
    if (!this.wanted.length)
      setImmediate(() => {
        const wanted = this.wanted.splice(0);
        const reading = readLists(this.reader, wanted);
        for (const [i, { answer }] of wanted.entries()) answer(reading.then((all) => all[i]));
      });
    return new Promise((answer) => this.wanted.push({ one, ids, grown, answer }));
  }

  async of<Value>(one: Fact<Value>, id: string = this.site.id): Promise<Value> {
    return (await this.all(one, [id])).get(id)!;
  }

  /**
   * Something worked out from facts, kept as long as they stay what they are.
   * @param on further things it depends on, such as the day
   */
  async derive<Value>(
    name: string,
    id: string,
    from: readonly Fact<unknown>[],
    on: string,
    compute: () => Promise<Value> | Value,
  ): Promise<Value> {
    const key = `${name} ${this.site.id} ${id}`;
    const stamp = `${from.map((one) => this.stamp(one, id)).join(' ')} ${on}`;
    const before = kept.get(key);
    if (before?.stamp === stamp) return before.value as Promise<Value>;
    // A page hangs on dozens of these: between two of them whatever waits has its turn.
    const value = turn().then(compute);
    keep(key, stamp, value);
    return value;
  }

  /** Stands for everything of the site as it is now, on this day: what hangs on more than can be listed. */
  get everything(): string {
    return `${stampOf(this.marks)} ${this.site.edition} ${this.today}`;
  }

  /** How often anything of a block, or of its site as a whole, was changed: it only ever grows. */
  changesOf(blockId: string): number {
    let count = this.site.edition;
    for (const [place, times] of this.marks)
      if (place.startsWith(`${blockId} `) || place.startsWith(' ')) count += times;
    return count;
  }

  private key(one: Fact<never> | Fact<unknown>, id: string): string {
    return `${one.name} ${this.site.id} ${id}`;
  }

  /** @param but this topic is left out */
  private stamp(one: Fact<never> | Fact<unknown>, id: string, but?: Topic): string {
    const ofSite = id === this.site.id;
    const count = (topic: Topic) =>
      ofSite
        ? (this.totals.get(topic) ?? 0)
        : (this.marks.get(`${id} ${topic}`) ?? 0) + (this.marks.get(` ${topic}`) ?? 0);
    return `${this.site.edition}:${one.topics.map((topic) => (topic === but ? '' : count(topic))).join('.')}`;
  }
}
