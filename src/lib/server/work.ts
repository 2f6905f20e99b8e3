import { isHttpError } from '@sveltejs/kit';
import {
  BaseError,
  ConnectionError,
  DatabaseError,
  ForeignKeyConstraintError,
  UniqueConstraintError,
  type Transaction,
} from 'sequelize';
import { ValidationError } from 'yup';
import { say, type Message } from '../../../core/say/message';
import { isTold, told } from '../../../core/say/told';
import type { Topic } from '../rooms/contract';
import {
  contractOf,
  isCommand,
  type CommandName,
  type Payload,
  type Result,
} from '../rooms/contracts';
import type { BlockRow } from '../rooms/ground/tables.server';
import type { LayoutRow, LayoutRowRow } from '../rooms/rows/tables.server';
import type { LotRow } from '../rooms/stock/tables.server';
import type { Store } from '../store';
import type { EventRow } from '../store/define';
import type { Rows } from '../store/rows';
import { fieldFault } from '../words/field-refusal';
import { words } from '../words';
import { siteAccess, type Access, type Action } from './authorise';
import { now } from './clock';
import { gatherer } from './gather';
import { guard } from './guard';
import { Reader } from './reader';
import { sameEvent, sameContent } from './same-event';
import type { Person } from './sign-in';

/**
 * Removes what was entered by mistake. Whatever hangs on it holds it, in whichever table: the database's own
 * references know them all.
 * @throws what `refuse` gives where something does
 */
export async function removeUnheld(
  remove: () => Promise<unknown>,
  refuse: () => Error,
): Promise<void> {
  try {
    await remove();
  } catch (error) {
    throw error instanceof ForeignKeyConstraintError ? refuse() : error;
  }
}

/** Somebody else saved meanwhile: what stands there now goes back, so that nothing is lost unseen. */
export class Stale extends Error {
  override name = 'Stale';
  constructor(readonly theirs: { edition: number; [part: string]: unknown }) {
    super('stale');
  }
}

type Lock = 'block' | 'lot' | 'row';
const RANK: Record<Lock, number> = { block: 1, lot: 2, row: 3 };
/** Marks of one topic are spread over so many rows, so that commands do not wait for one another. */
const SHARDS = 4;

/**
 * One command at work: a transaction, who asks, and the only way to the database. Locks are taken in
 * one order (block, lot, row), so two commands never wait for each other.
 */
export class Work extends Reader {
  readonly now = now();
  private rank = 0;
  private readonly touched = new Set<string>();

  constructor(
    store: Store,
    readonly person: Person,
    transaction?: Transaction,
  ) {
    super(store, transaction);
  }

  /** A statement that changes something, inside the transaction. */
  async run(
    sql: string,
    replacements: Record<string, unknown> | readonly unknown[] = {},
  ): Promise<void> {
    await this.store.sequelize.query(sql, {
      replacements: replacements as never,
      transaction: this.transaction,
    });
  }

  /** The person's place on a site. @throws 404 or 403 */
  site(siteId: string, action: Action, what: 'site' | 'block' | 'layout' = 'site'): Access {
    const access = siteAccess(this.person, siteId, action, what);
    this.touched.add(`${siteId} `);
    return access;
  }

  /**
   * A block of one's own, locked: "update" by whoever changes it, "share" by whoever needs it to stay as
   * it is until the end.
   */
  async block(
    blockId: string,
    action: Action,
    lock: 'update' | 'share' = 'update',
  ): Promise<Access & { block: BlockRow }> {
    this.order('block');
    const block = await this.tables.block.one({ id: blockId }, { lock });
    if (!block) siteAccess(this.person, '', action, 'block');
    const access = siteAccess(this.person, block!.siteId, action, 'block');
    this.touched.add(`${access.site.id} ${blockId}`);
    return { ...access, block: block! };
  }

  /** A layout of one's own; it and its block stay as they are until the end. */
  async layout(
    layoutId: string,
    action: Action,
  ): Promise<Access & { blockId: string; layout: Pick<LayoutRow, 'id' | 'state' | 'number'> }> {
    this.order('block');
    const [found] = await this.query<{
      id: string;
      state: LayoutRow['state'];
      number: number;
      blockId: string;
      siteId: string;
    }>(
      `SELECT l.id, l.state, l.number, l.block_id AS blockId, b.site_id AS siteId
       FROM block b JOIN layout l ON l.block_id = b.id WHERE l.id = :layoutId LOCK IN SHARE MODE`,
      { layoutId },
    );
    const access = siteAccess(this.person, found?.siteId ?? '', action, 'layout');
    this.touched.add(`${access.site.id} ${found.blockId}`);
    return { ...access, blockId: found.blockId, layout: found };
  }

  /** A layout that was released, be it withdrawn since: nothing is recorded against a draft. */
  async releasedLayout(layoutId: string, action: Action) {
    const access = await this.layout(layoutId, action);
    const { state, number } = access.layout;
    if (state === 'saved') throw told('rows.notReleased', { number });
    return access;
  }

  /** A lot of one's own, locked: two phones that issue the last box come one after the other. */
  async lot(lotId: string, action: Action): Promise<Access & { lot: LotRow; block: BlockHead }> {
    this.order('lot');
    const lot = await this.tables.lot.one({ id: lotId }, { lock: 'update' });
    if (!lot) throw told('stock.noLot');
    const block = await this.tables.block.one(
      { id: lot.blockId },
      { columns: ['id', 'name', 'siteId'] },
    );
    const access = siteAccess(this.person, block!.siteId, action, 'block');
    this.touched.add(`${access.site.id} ${lot.blockId}`);
    return { ...access, lot, block: block! };
  }

  /** A row of a layout with what is planted in it, locked. */
  async row(
    layoutId: string,
    number: number,
  ): Promise<(Pick<LayoutRowRow, 'number' | 'trees'> & { planted: number }) | undefined> {
    this.order('row');
    const [row] = await this.query<{ number: number; trees: number; planted: number | null }>(
      `SELECT r.number, r.trees, p.planted FROM layout_row r
       LEFT JOIN planted_row p ON p.layout_id = r.layout_id AND p.\`row_number\` = r.number
       WHERE r.layout_id = :layoutId AND r.number = :number FOR UPDATE`,
      { layoutId, number },
    );
    return row && { ...row, planted: Number(row.planted ?? 0) };
  }

  /** Several rows of a layout with what is planted in them, locked in their order. */
  async rows(layoutId: string, numbers: readonly number[]) {
    this.order('row');
    const rows = await this.query<{ number: number; trees: number; planted: number | null }>(
      `SELECT r.number, r.trees, p.planted FROM layout_row r
       LEFT JOIN planted_row p ON p.layout_id = r.layout_id AND p.\`row_number\` = r.number
       WHERE r.layout_id = :layoutId AND r.number IN (:numbers) ORDER BY r.number FOR UPDATE`,
      { layoutId, numbers },
    );
    return new Map(
      rows.map(({ number, trees, planted }) => [number, { trees, planted: Number(planted ?? 0) }]),
    );
  }

  /** The columns every event has. */
  event(
    { id, at, device }: { id: string; at: string; device: string },
    author: Person = this.person,
  ): EventRow {
    return {
      id,
      at: new Date(at),
      recordedAt: new Date(this.now),
      authorId: author.id,
      device,
    };
  }

  /**
   * Writes what happened. The same event again is known and changes nothing.
   * @returns false when it is there already with the same content
   * @throws Told when its id stands for something else
   */
  async record<Row extends EventRow>(table: Rows<Row>, row: Row): Promise<boolean> {
    try {
      await table.add(row);
      return true;
    } catch (error) {
      if (!(error instanceof UniqueConstraintError)) throw error;
      const before = await table.one({ id: row.id } as never);
      if (!before) throw error;
      if (sameEvent(before, row)) return false;
      throw told('changed.otherEvent');
    }
  }

  /**
   * Whether what an event corrects has been taken back by another event already.
   * @param event the one that corrects, by its id; one that corrects nothing takes nothing back
   * @param where the corrected event has to lie
   * @throws Told when it is not there, or is itself a correction
   */
  async takenBack<Row extends EventRow & { corrects: string | null }>(
    table: Rows<Row>,
    event: { id: string; corrects?: string | null },
    where: Partial<Row>,
  ): Promise<boolean> {
    if (!event.corrects) return false;
    const before = await table.one({ ...where, id: event.corrects } as never);
    if (!before || before.corrects) throw told('crew.noTarget');
    const taken = await table.one({ corrects: event.corrects } as never);
    return Boolean(taken && taken.id !== event.id);
  }

  /**
   * Saves something that is edited as a whole, at the edition it was read at. Saving the same again counts
   * once; whoever read an older edition is given what stands there now.
   * @param edition at which it was read, 0 when it is new
   * @param admit refuses what does not belong to the one who asks
   */
  async save<Row extends { id: string; edition: number }>(
    table: Rows<Row>,
    row: Omit<Row, 'edition'> & { id: string },
    edition: number,
    admit: (known: Row) => void,
  ): Promise<{ edition: number; fresh: boolean }> {
    const known = await table.one({ id: row.id } as never, { lock: 'update' });
    if (!known) {
      await table.add({ ...row, edition: 1 } as unknown as Partial<Row>);
      return { edition: 1, fresh: true };
    }
    admit(known);
    if (sameContent(known, row)) return { edition: known.edition, fresh: false };
    if (known.edition !== edition) throw new Stale(known as unknown as { edition: number });
    await table.set(
      { id: row.id } as never,
      { ...row, edition: edition + 1 } as unknown as Partial<Row>,
    );
    return { edition: edition + 1, fresh: false };
  }

  /** Something else of a site or block changed too. */
  touch(siteId: string, blockId = ''): void {
    this.touched.add(`${siteId} ${blockId}`);
  }

  /** Marks what was changed; the last statement of a command, so that the marks are held shortest. */
  async mark(topics: readonly Topic[]): Promise<void> {
    const shard = Math.floor(Math.random() * SHARDS);
    const places = [...this.touched].map((place) => place.split(' '));
    const ofBlocks = places.filter(([, block]) => block);
    const marks = new Set<string>();
    for (const topic of topics) {
      const whole = topic === 'site' || topic === 'people' || !ofBlocks.length;
      for (const [site, block] of whole ? places : ofBlocks)
        marks.add(`${site}|${whole ? '' : block}|${topic}`);
    }
    if (!marks.size) return;
    const rows = [...marks].sort().map((mark) => [...mark.split('|'), shard, 1]);
    await this.run(
      `INSERT INTO change_mark (site_id, block_id, topic, shard, count) VALUES ${rows.map(() => '(?)').join(', ')}
       ON DUPLICATE KEY UPDATE count = count + 1`,
      rows,
    );
  }

  private order(lock: Lock): void {
    if (RANK[lock] < this.rank)
      throw new Error(
        `A ${lock} is locked after what comes below it; the order is block, lot, row.`,
      );
    this.rank = RANK[lock];
  }
}

interface BlockHead {
  id: string;
  name: string;
  siteId: string;
}

/** Carries out one command; what it returns goes back to whoever sent it. */
export type Handler<Name extends CommandName> = (
  input: Payload<Name>,
  work: Work,
) => Promise<(Result<Name> & { already?: true }) | Already | void>;
export type Already = { already: true };
export type Handlers<Contract> = {
  [Name in keyof Contract & CommandName]: Handler<Name> | Together<Name>;
};
export const ALREADY: Already = { already: true };

/** One of several that are carried out together. */
export interface Item<Name extends CommandName> {
  input: Payload<Name>;
  person: Person;
}
/** What became of one: its result, or why it was refused while the others went on. */
export type Became<Name extends CommandName> =
  | { result: (Result<Name> & { already?: true }) | Already | void }
  | { refused: unknown };
/**
 * A command of which many may come at once about the same: they share a transaction, and each is taken or
 * refused by itself.
 */
export interface Together<Name extends CommandName> {
  by: (input: Payload<Name>) => string;
  many: (items: readonly Item<Name>[], work: Work) => Promise<Became<Name>[]>;
}

export interface Outcome {
  status: number;
  body:
    | { ok: true; already?: boolean; [key: string]: unknown }
    | {
        error: string;
        said?: Message;
        field?: string;
        stale?: { edition: number; [part: string]: unknown };
      };
}

type AnyItem = { input: unknown; person: Person };
type AnyBecame = { result: object | void } | { refused: unknown };
export type AnyHandler =
  | ((input: unknown, work: Work) => Promise<object | void>)
  | {
      by: (input: unknown) => string;
      many: (items: readonly AnyItem[], work: Work) => Promise<AnyBecame[]>;
    };

/** Does something in a transaction; two that would wait for each other are tried again. */
async function inTransaction<Value>(
  store: Store,
  person: Person,
  touches: readonly Topic[],
  task: (work: Work) => Promise<Value>,
): Promise<Value> {
  for (let attempt = 1; ; attempt++) {
    try {
      return await store.sequelize.transaction(async (transaction) => {
        const work = new Work(store, person, transaction);
        const value = await task(work);
        await work.mark(touches);
        return value;
      });
    } catch (error) {
      if (attempt >= 4 || !isDeadlock(error)) throw error;
    }
  }
}

interface Line {
  store: Store;
  handler: Extract<AnyHandler, object>;
  touches: readonly Topic[];
  item: AnyItem;
}
const together = gatherer<Line, AnyBecame>(async (_key, lines) => {
  const [{ store, handler, touches, item }] = lines;
  const items = lines.map((line) => line.item);
  const { many } = handler as {
    many: (items: readonly AnyItem[], work: Work) => Promise<AnyBecame[]>;
  };
  try {
    return await inTransaction(store, item.person, touches, (work) => many(items, work));
  } catch (error) {
    if (items.length === 1) return [{ refused: error }];
    // One that nobody expected must not take the others with it: each by itself, then.
    return Promise.all(
      items.map(async (one) => {
        try {
          return (await inTransaction(store, one.person, touches, (work) => many([one], work)))[0];
        } catch (refused) {
          return { refused };
        }
      }),
    );
  }
});

/**
 * Checks and carries out one command in one transaction: the same schema as in the browser, then
 * the work. Whatever fails changes nothing.
 */
export async function carryOut(
  handlers: Record<CommandName, AnyHandler>,
  store: Store,
  person: Person,
  name: string,
  payload: unknown,
): Promise<Outcome> {
  if (!isCommand(name)) return refused(404, say('changed.noCommand', { name: name.slice(0, 60) }));
  const { input: schema, touches } = contractOf(name);
  const handler = handlers[name];
  try {
    guard(payload);
    const input: unknown = await schema.validate(payload, {
      abortEarly: true,
      stripUnknown: true,
      context: { now: now() },
    });
    if (typeof handler === 'function') {
      const result = await inTransaction(store, person, touches, (work) => handler(input, work));
      return { status: 200, body: { ok: true, ...result } };
    }
    const became = await together(`${name} ${handler.by(input)}`, {
      ...{ store, handler, touches, item: { input, person } },
    });
    if ('refused' in became) throw became.refused;
    return { status: 200, body: { ok: true, ...became.result } };
  } catch (error) {
    return outcomeOf(error, person);
  }
}

function outcomeOf(error: unknown, person: Person): Outcome {
  if (error instanceof ValidationError)
    return { status: 400, body: fieldFault(error, person.units) };
  if (error instanceof Stale)
    return {
      status: 409,
      body: { error: words(say('changed.stale')), said: say('changed.stale'), stale: error.theirs },
    };
  if (isTold(error)) return refused(409, error.said, person);
  if (isHttpError(error))
    return { status: error.status, body: { error: error.body.message, said: error.body.said } };
  if (isAway(error)) return refused(503, say('site.databaseAway'));
  if (error instanceof UniqueConstraintError) return refused(409, say('changed.taken'));
  throw error;
}

function refused(status: number, said: Message, person?: Person): Outcome {
  return { status, body: { error: words(said, { system: person?.units ?? 'metric' }), said } };
}

const isDeadlock = (error: unknown) =>
  error instanceof DatabaseError &&
  ['ER_LOCK_DEADLOCK', 'ER_LOCK_WAIT_TIMEOUT'].includes(
    (error.original as { code?: string } | undefined)?.code ?? '',
  );

const GONE =
  /ECONNREFUSED|ECONNRESET|EPIPE|ER_SOCKET|ER_CMD_CONNECTION_CLOSED|ER_CONNECTION|ER_GET_CONNECTION|ER_SERVER_SHUTDOWN|SequelizeConnection|ENOENT|ETIMEDOUT|closed/;

/** Whether the database cannot be reached, as against having refused something. */
export function isAway(error: unknown): boolean {
  if (error instanceof ConnectionError) return true;
  if (!(error instanceof Error)) return false;
  const original = (error as BaseError & { original?: { code?: string } }).original;
  const code = original?.code ?? (error as { code?: string }).code ?? '';
  return GONE.test(code) || error.name === 'SequelizeConnectionAcquireTimeoutError';
}
