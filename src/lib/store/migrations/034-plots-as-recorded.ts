/** Plots by when they were recorded: what has come since is read without looking at all the others. */
export async function up(statement: (sql: string) => Promise<unknown>): Promise<void> {
  await statement(`CREATE INDEX IF NOT EXISTS plot_recorded ON plot (layout_id, recorded_at)`);
}
