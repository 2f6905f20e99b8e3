/**
 * What is no longer used and stays with all it holds: a block whose work is done, by the day on which it was set aside,
 * and a place that is not rented any more.
 */
export async function up(statement: (sql: string) => Promise<unknown>): Promise<void> {
  await statement(`ALTER TABLE block ADD COLUMN IF NOT EXISTS set_aside DATE NULL`);
  await statement(
    `ALTER TABLE place ADD COLUMN IF NOT EXISTS closed BOOLEAN NOT NULL DEFAULT FALSE`,
  );
}
