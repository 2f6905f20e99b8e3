/** Who set the trees of a refill, where somebody else entered them. */
export async function up(statement: (sql: string) => Promise<unknown>): Promise<void> {
  await statement(`ALTER TABLE refill_set ADD COLUMN IF NOT EXISTS planter_id CHAR(36) NULL`);
}
