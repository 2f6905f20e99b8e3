import {
  DataTypes,
  col,
  fn,
  type CountOptions,
  type FindOptions,
  type ModelAttributeColumnOptions,
  type OrderItem,
  type Transaction,
  type WhereOptions,
} from 'sequelize';
import { shapesOf, type Table } from './define';
import { parse } from './shape';

interface Read<Row> {
  where?: WhereOptions<Row>;
  order?: OrderItem[];
  columns?: (keyof Row & string)[];
  limit?: number;
  lock?: 'update' | 'share';
}

/**
 * A table as the rooms use it: plain rows in and out, JSON read by its shape. Bound to a transaction it
 * speaks through that and through nothing else.
 */
export class Rows<Row extends object> {
  private flagNames?: string[];

  constructor(
    private readonly model: Table<Row>,
    private readonly transaction?: Transaction,
  ) {}

  /** The table's name in the database. */
  get name(): string {
    return `\`${this.model.getTableName() as string}\``;
  }

  /**
   * Every column by its name in a row: how it is called in the database, and how it is written into
   * JSON so that `revived` reads it back.
   */
  expressions(): Map<string, { column: string; expression: string }> {
    return new Map(
      this.attributes().map(([name, { field, type }]) => {
        const column = `\`${field ?? name}\``;
        const expression =
          type instanceof DataTypes.DATE
            ? `CAST(UNIX_TIMESTAMP(${column}) * 1000 AS INTEGER)`
            : type instanceof DataTypes.DATEONLY
              ? `CAST(${column} AS CHAR)`
              : column;
        return [name, { column, expression }];
      }),
    );
  }

  /** A row as it was written into JSON. */
  revived(written: object): Row {
    const row = { ...written } as Record<string, unknown>;
    for (const [name, { type }] of this.attributes())
      if (type instanceof DataTypes.DATE && row[name]) row[name] = new Date(row[name] as number);
    return this.checked(row as Row);
  }

  private get flags(): readonly string[] {
    return (this.flagNames ??= this.attributes()
      .filter(([, { type }]) => type instanceof DataTypes.BOOLEAN)
      .map(([name]) => name));
  }

  private attributes() {
    return Object.entries<ModelAttributeColumnOptions>(this.model.getAttributes());
  }

  async all(read: Read<Row> = {}): Promise<Row[]> {
    const rows = (await this.model.findAll(this.options(read))) as unknown as Row[];
    return rows.map((row) => this.checked(row));
  }

  async one(where: WhereOptions<Row>, read: Omit<Read<Row>, 'where'> = {}) {
    const [row] = await this.all({ ...read, where, limit: 1 });
    return row as Row | undefined;
  }

  async add(row: Partial<Row>): Promise<void> {
    await this.model.create(row as never, { transaction: this.transaction, raw: true });
  }

  /**
   * Adds many at once.
   * @param twice what is done with rows whose key is there already; without it they are refused
   */
  async addAll(
    rows: readonly Partial<Row>[],
    twice: { ignore?: boolean; replace?: string[] } = {},
  ) {
    for (let from = 0; from < rows.length; from += 500)
      await this.model.bulkCreate(rows.slice(from, from + 500) as never[], {
        transaction: this.transaction,
        ignoreDuplicates: twice.ignore,
        updateOnDuplicate: twice.replace as never,
      });
  }

  /** @returns how many rows were changed */
  async set(where: WhereOptions<Row>, values: Partial<Row>): Promise<number> {
    const [changed] = await this.model.update(values as never, {
      where: where as never,
      transaction: this.transaction,
    });
    return changed;
  }

  /** Writes one member of a JSON column, so that whoever writes another one is not overwritten. */
  async setPart(
    where: WhereOptions<Row>,
    column: keyof Row & string,
    member: string,
    value: unknown,
  ): Promise<void> {
    const path = `$."${member.replace(/["\\]/g, '')}"`;
    const field = this.model.getAttributes()[column as never]['field'] as string;
    const part =
      value === undefined
        ? fn('JSON_REMOVE', col(field), path)
        : // A string cast to JSON keeps numbers, lists and objects what they are.
          fn('JSON_SET', col(field), path, fn('JSON_EXTRACT', JSON.stringify(value), '$'));
    await this.model.update({ [column]: part } as never, {
      where: where as never,
      transaction: this.transaction,
    });
  }

  async remove(where: WhereOptions<Row>): Promise<number> {
    return this.model.destroy({ where: where as never, transaction: this.transaction });
  }

  async count(where: WhereOptions<Row>): Promise<number> {
    const options: CountOptions = { where: where as never, transaction: this.transaction };
    return this.model.count(options as never) as unknown as Promise<number>;
  }

  async max(column: keyof Row & string, where: WhereOptions<Row>): Promise<number> {
    const most = await this.model.max(column as never, {
      where: where as never,
      transaction: this.transaction,
    });
    return Number(most ?? 0);
  }

  /** The position behind all others, those of removed rows left free: two rows never share one. */
  async behind(where: WhereOptions<Row>): Promise<number> {
    return (await this.one(where)) ? 1 + (await this.max('position' as never, where)) : 0;
  }

  /** Adds a row, or writes over the one with its key. */
  async put(row: Partial<Row>): Promise<void> {
    await this.model.upsert(row as never, { transaction: this.transaction });
  }

  private options({ where, order, columns, limit, lock }: Read<Row>): FindOptions {
    const mode =
      lock && this.transaction
        ? lock === 'update'
          ? this.transaction.LOCK.UPDATE
          : this.transaction.LOCK.SHARE
        : undefined;
    return {
      where: where as never,
      order,
      limit,
      raw: true,
      attributes: columns,
      transaction: this.transaction,
      lock: mode,
    };
  }

  /** JSON by its shape, and flags as what they are: the database holds them as 0 and 1. */
  private checked(row: Row): Row {
    for (const name of this.flags)
      if (typeof (row as Record<string, unknown>)[name] === 'number')
        (row as Record<string, unknown>)[name] = Boolean((row as Record<string, unknown>)[name]);
    for (const [column, shape] of shapesOf(this.model)) {
      const stored = (row as Record<string, unknown>)[column];
      if (stored === undefined || stored === null) continue;
      (row as Record<string, unknown>)[column] = parse(
        shape,
        stored,
        `${this.model.name}.${column} of ${(row as { id?: string }).id ?? 'a row'}`,
      );
    }
    return row;
  }
}
