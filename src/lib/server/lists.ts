import { groupBy } from '../../../core/measure/group';
import type { Topic } from '../rooms/contract';
import type { Fact } from './facts';
import type { Reader } from './reader';
import { inTurns, turn, worked } from './turns';

/** What a list is selected from. */
export interface Select {
  /** All that follows the columns, with `:ids` for the ids asked for. */
  from: string;
  /** The expression that names the id a row belongs to. */
  of: string;
  /** The expression of every column, by its name in the row. */
  columns: Readonly<Record<string, string>>;
  /** For a list of events: they are read on from those that are known while nothing but this topic changes. */
  grows?: { topic: Topic; event: string };
}

/**
 * A list that one SELECT gives: all that are wanted at one moment are asked for in one question. Rows
 * come as JSON, so days are texts, moments milliseconds, and the order is the reader's to make.
 */
export interface Listed<Value> {
  select(reader: Reader): Select;
  /**
   * @param rows of one id, as they came
   * @returns what pages read, or the steps to it: those of ten thousand rows let others have their turn
   */
  value(rows: never[], reader: Reader): Value | Generator<void, Value>;
}

/** Events of one list of one id, as they were read. */
export interface Grown {
  /** Where nothing of it has changed, what was read still belongs to the list. */
  stamp: string;
  lines: ReadonlyMap<string, object>;
  /** Milliseconds since 1970 when the newest of them was recorded. */
  recorded: number;
}

/** Lists that grow, so that only what has come since is read: so many events of all together, the oldest list goes first. */
export class GrownLists {
  private readonly lists = new Map<string, Grown>();
  private events = 0;

  /** @param most events that are kept; a list that has more by itself stays alone */
  constructor(private readonly most: number) {}

  get(key: string): Grown | undefined {
    return this.lists.get(key);
  }

  set(key: string, list: Grown): void {
    this.events += list.lines.size - (this.lists.get(key)?.lines.size ?? 0);
    this.lists.delete(key);
    this.lists.set(key, list);
    for (const [oldest, { lines }] of this.lists) {
      if (this.events <= this.most || oldest === key) break;
      this.lists.delete(oldest);
      this.events -= lines.size;
    }
  }

  clear(): void {
    this.lists.clear();
    this.events = 0;
  }
}

/** A list that is wanted, with what is known of it. */
export interface Wanted {
  one: Fact<unknown>;
  ids: readonly string[];
  grown?: ReadonlyMap<string, Grown>;
}

/** What was found of a list: the value of each id, and its lines where the list grows. */
export type Found = Map<string, { value: unknown; lines?: Grown['lines']; recorded?: number }>;

/** Works that began so long before the newest that is known may have been stored after it was read. */
const STILL_UNDER_WAY = 10 * 60_000;

/** The expression of a moment as milliseconds since 1970. */
export const milliseconds = (column: string): string =>
  `CAST(UNIX_TIMESTAMP(${column}) * 1000 AS INTEGER)`;

interface Line {
  list: number;
  id: string;
  line: string | object;
  /** Of an event: its id, and when it was recorded. */
  event: string | null;
  recorded: number | null;
}

/**
 * Reads several lists in one question. Of a list of events of which some are known only those are asked for that were
 * recorded since, and how many there are in all: where these are not as many as are known then, all are read.
 * @returns what was found, in the order in which it was wanted
 */
export async function readLists(reader: Reader, wanted: readonly Wanted[]): Promise<Found[]> {
  const replacements: Record<string, unknown> = {};
  const selects = wanted.flatMap(({ one, ids, grown }, i) => {
    const { of, columns, from, grows } = one.listed!.select(reader);
    replacements[`ids${i}`] = ids;
    const recordedAt = `${grows?.event}.recorded_at`;
    const [event, recorded] = grows
      ? [`${grows.event}.id`, milliseconds(recordedAt)]
      : ['NULL', 'NULL'];
    const row = Object.entries(columns).map(([column, expression]) => `'${column}', ${expression}`);
    const rest = from.replaceAll(':ids', `:ids${i}`);
    const lines = `SELECT ${i} AS list, ${of} AS id, JSON_OBJECT(${row.join(', ')}) AS line,
      ${event} AS event, ${recorded} AS recorded ${rest}`;
    if (!grown) return [lines];
    const newest = Math.min(...[...grown.values()].map((known) => known.recorded));
    replacements[`since${i}`] = newest - STILL_UNDER_WAY;
    return [
      `${lines} AND ${recordedAt} >= FROM_UNIXTIME(:since${i} / 1000)`,
      `SELECT ${i + wanted.length}, ${of}, COUNT(*), NULL, NULL ${rest} GROUP BY ${of}`,
    ];
  });
  const came = await reader.query<Line>(selects.join('\nUNION ALL\n'), replacements);
  worked();
  const found = groupBy(came, ({ list }) => list);
  return Promise.all(
    wanted.map(async ({ one, ids, grown }, i): Promise<Found> => {
      const byId = groupBy(found.get(i) ?? [], ({ id }) => id);
      const valueOf = async (lines: Iterable<object>) => {
        const value = one.listed!.value([...lines] as never[], reader);
        return isSteps(value) ? inTurns(value) : value;
      };
      const values: Found = new Map();
      if (!one.listed!.select(reader).grows) {
        for (const [id, lines] of byId) values.set(id, { value: await valueOf(lines.map(parsed)) });
        return values;
      }
      const counts = new Map(
        found.get(i + wanted.length)?.map(({ id, line }) => [id, Number(line)]),
      );
      const anew: string[] = [];
      for (const id of ids) {
        const lines = new Map(grown?.get(id)?.lines);
        let recorded = grown?.get(id)?.recorded ?? 0;
        for (const [at, line] of (byId.get(id) ?? []).entries()) {
          if (at % PARSED === PARSED - 1) await turn();
          if (!lines.has(line.event!)) lines.set(line.event!, parsed(line));
          recorded = Math.max(recorded, Number(line.recorded));
        }
        if (grown && lines.size !== (counts.get(id) ?? 0)) anew.push(id);
        else if (lines.size)
          values.set(id, { value: await valueOf(lines.values()), lines, recorded });
      }
      if (anew.length)
        for (const [id, value] of (await readLists(reader, [{ one, ids: anew }]))[0])
          values.set(id, value);
      return values;
    }),
  );
}

/** So many lines are parsed at once. */
const PARSED = 500;

/** Whether a list gave the steps to its value instead of it. */
export const isSteps = <Value>(
  value: Value | Generator<void, Value>,
): value is Generator<void, Value> =>
  typeof value === 'object' && value !== null && Symbol.iterator in value && 'throw' in value;

const parsed = ({ line }: Line): object =>
  typeof line === 'string' ? (JSON.parse(line) as object) : line;
