/**
 * Tasks of the leader's own have ids for keys, which are longer than the names of the trade's; species past the
 * twenty-sixth have two letters, a card can be withdrawn, and a trial keeps its plots.
 */
export async function up(statement: (sql: string) => Promise<unknown>): Promise<void> {
  await statement('ALTER TABLE task_event MODIFY task VARCHAR(60) NOT NULL');
  await statement('ALTER TABLE species MODIFY letter VARCHAR(2) NOT NULL');
  await statement(
    'ALTER TABLE species ADD COLUMN IF NOT EXISTS withdrawn BOOLEAN NOT NULL DEFAULT FALSE',
  );
  await statement("ALTER TABLE layout ADD COLUMN IF NOT EXISTS trial JSON NOT NULL DEFAULT '[]'");
}
