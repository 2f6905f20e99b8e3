/** Who set a block aside. */
export async function up(statement: (sql: string) => Promise<unknown>): Promise<void> {
  await statement(`ALTER TABLE block ADD COLUMN IF NOT EXISTS set_aside_by CHAR(36) NULL`);
}
