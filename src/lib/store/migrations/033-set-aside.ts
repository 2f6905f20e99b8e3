/** A block whose work is done: the day on which it was set aside, off the board and the phones, with all it holds. */
export async function up(statement: (sql: string) => Promise<unknown>): Promise<void> {
  await statement(`ALTER TABLE block ADD set_aside DATE NULL`);
}
