/** Height of a site above the sea: thinner air holds less of the sun back and dries a little more. */
export async function up(statement: (sql: string) => Promise<unknown>): Promise<void> {
  await statement(`ALTER TABLE site ADD elevation DOUBLE NOT NULL DEFAULT 0`);
}
