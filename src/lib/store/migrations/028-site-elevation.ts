/** Height of a site above the sea: thinner air lets more of the sun through and carries less away by wind. */
export async function up(statement: (sql: string) => Promise<unknown>): Promise<void> {
  await statement(`ALTER TABLE site ADD elevation DOUBLE NOT NULL DEFAULT 0`);
}
