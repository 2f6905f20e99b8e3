/** Trees that are planted otherwise than their block: by stock, zone, lot, or rows as a treatment. */
export async function up(statement: (sql: string) => Promise<unknown>): Promise<void> {
  await statement(
    "ALTER TABLE block ADD COLUMN IF NOT EXISTS differences JSON NOT NULL DEFAULT '[]'",
  );
}
