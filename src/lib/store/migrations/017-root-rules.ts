/** What a leader lets be done to roots: one line a site; without one the usual rules hold. */
export async function up(statement: (sql: string) => Promise<unknown>): Promise<void> {
  await statement(`CREATE TABLE root_rules (
    id CHAR(36) NOT NULL PRIMARY KEY,
    keep DOUBLE NOT NULL,
    most_cut DOUBLE NOT NULL,
    clearance DOUBLE NOT NULL,
    twist DOUBLE NOT NULL,
    cut_seconds DOUBLE NOT NULL,
    edition INT NOT NULL DEFAULT 1,
    FOREIGN KEY (id) REFERENCES site (id))`);
}
