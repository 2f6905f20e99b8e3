/** What was done about a tool or a lot that plots suspect. */
export async function up(statement: (sql: string) => Promise<unknown>): Promise<void> {
  await statement(`CREATE TABLE IF NOT EXISTS suspicion_settled (
    id CHAR(36) PRIMARY KEY,
    layout_id CHAR(36) NOT NULL,
    suspect VARCHAR(8) NOT NULL,
    of_group VARCHAR(80) NOT NULL,
    soil VARCHAR(20) NOT NULL DEFAULT '',
    fault VARCHAR(20) NOT NULL,
    note VARCHAR(300) NOT NULL DEFAULT '',
    corrects CHAR(36) NULL UNIQUE,
    at DATETIME(3) NOT NULL,
    recorded_at DATETIME(3) NOT NULL,
    author_id CHAR(36) NOT NULL,
    device VARCHAR(64) NOT NULL,
    INDEX (layout_id, at),
    FOREIGN KEY (layout_id) REFERENCES layout (id),
    FOREIGN KEY (author_id) REFERENCES person (id))`);
  for (const change of ['UPDATE', 'DELETE'])
    await statement(`CREATE OR REPLACE TRIGGER suspicion_settled_no_${change.toLowerCase()} BEFORE ${change} ON suspicion_settled
      FOR EACH ROW SIGNAL SQLSTATE '45000'
      SET MESSAGE_TEXT = 'events are never changed; record a correction'`);
}
