/** What works in a product, on which rows it was sprayed, and what was done against its label, knowingly. */
export async function up(statement: (sql: string) => Promise<unknown>): Promise<void> {
  await statement(
    "ALTER TABLE product ADD COLUMN IF NOT EXISTS actives JSON NOT NULL DEFAULT '[]'",
  );
  await statement(
    "ALTER TABLE spraying ADD COLUMN IF NOT EXISTS sprayed_rows JSON NOT NULL DEFAULT '[]'",
  );
  await statement(
    'ALTER TABLE spraying ADD COLUMN IF NOT EXISTS knowing BOOLEAN NOT NULL DEFAULT FALSE',
  );
}
