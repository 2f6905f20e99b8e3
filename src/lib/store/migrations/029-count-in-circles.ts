/** Trees counted in a circle instead of along a row. */
export async function up(statement: (sql: string) => Promise<unknown>): Promise<void> {
  await statement(`ALTER TABLE survival_count ADD plot INT NULL`);
}
