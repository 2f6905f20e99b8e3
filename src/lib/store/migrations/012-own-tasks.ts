/** Tasks of the leader's own have ids for keys, which are longer than the names of the trade's. */
export async function up(statement: (sql: string) => Promise<unknown>): Promise<void> {
  await statement('ALTER TABLE task_event MODIFY task VARCHAR(60) NOT NULL');
}
