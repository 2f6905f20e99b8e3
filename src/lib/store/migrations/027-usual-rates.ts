/** A planter without a typed rate works at the usual one; a group of volunteers is one with people. */
export async function up(statement: (sql: string) => Promise<unknown>): Promise<void> {
  await statement(`ALTER TABLE planter MODIFY rate DOUBLE NULL`);
  await statement(`ALTER TABLE planter ADD kind VARCHAR(12) NOT NULL DEFAULT 'planter'`);
  await statement(`ALTER TABLE planter ADD people INT NOT NULL DEFAULT 1`);
}
