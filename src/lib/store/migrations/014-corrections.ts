/** A look at the boxes can be corrected or taken back, by a look of its own. */
export async function up(statement: (sql: string) => Promise<unknown>): Promise<void> {
  await statement('ALTER TABLE handling_audit ADD COLUMN IF NOT EXISTS corrects CHAR(36) NULL');
}
