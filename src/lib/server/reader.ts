import { QueryTypes, type Transaction } from 'sequelize';
import { tablesOf, type Store, type Tables } from '../store';

/** Something to read through: all tables and plain questions, inside a transaction or outside of any. */
export class Reader {
  readonly tables: Tables;

  constructor(
    protected readonly store: Store,
    protected readonly transaction?: Transaction,
  ) {
    this.tables = tablesOf(store, transaction);
  }

  async query<Row extends object>(
    sql: string,
    replacements: Record<string, unknown> = {},
  ): Promise<Row[]> {
    return this.store.sequelize.query<Row>(sql, {
      replacements,
      type: QueryTypes.SELECT,
      transaction: this.transaction,
    });
  }
}
