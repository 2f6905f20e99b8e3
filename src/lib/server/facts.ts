import type { Topic } from '../rooms/contract';
import type { SiteRow } from '../rooms/people/tables.server';
import type { Store } from '../store';
import { dayBounds, dayOf } from '../../../core/say/day';
import type { Day } from '../../../core/measure/dates';
import { now } from './clock';
import { Reader } from './reader';

/**
 * A fact: something stored that pages show, read for many blocks at once. Between two changes of its
 * topics it stays what it is, and is read once by all processes' pages together.
 */
export interface Fact<Value> {
  name: string;
  /** What may change it. */
  topics: readonly Topic[];
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

/** Forgets everything that was read: for tests that count questions or write past the commands. */
export const forgetFacts = (): void => kept.clear();

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
  readonly now = now();
  /** The site's day now. */
  readonly today: Day;
  private readonly totals = new Map<string, number>();

  constructor(
    store: Store,
    readonly site: SiteRow,
    readonly marks: Marks,
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
    const missing = ids.filter((id) => {
      const before = kept.get(this.key(one, id));
      return before?.stamp !== this.stamp(one, id);
    });
    if (missing.length) {
      const reading = one.read(this.reader, missing, this.site);
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
    const value = Promise.resolve().then(compute);
    keep(key, stamp, value);
    return value;
  }

  private key(one: Fact<never> | Fact<unknown>, id: string): string {
    return `${one.name} ${this.site.id} ${id}`;
  }

  private stamp(one: Fact<never> | Fact<unknown>, id: string): string {
    const ofSite = id === this.site.id;
    const count = (topic: Topic) =>
      ofSite
        ? (this.totals.get(topic) ?? 0)
        : (this.marks.get(`${id} ${topic}`) ?? 0) + (this.marks.get(` ${topic}`) ?? 0);
    return `${this.site.edition}:${one.topics.map(count).join('.')}`;
  }
}

/** Values by the id they belong to. */
export function groupBy<Row>(
  rows: readonly Row[],
  keyOf: (row: Row) => string,
): Map<string, Row[]> {
  const groups = new Map<string, Row[]>();
  for (const row of rows) {
    const group = groups.get(keyOf(row));
    if (group) group.push(row);
    else groups.set(keyOf(row), [row]);
  }
  return groups;
}
