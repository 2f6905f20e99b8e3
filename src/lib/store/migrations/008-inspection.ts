/** Samples looked at when a lot arrives: events like any other. */
export async function up(statement: (sql: string) => Promise<unknown>): Promise<void> {
  await statement(`CREATE TABLE inspection (
    id CHAR(36) PRIMARY KEY,
    at DATETIME(3) NOT NULL,
    recorded_at DATETIME(3) NOT NULL,
    author_id CHAR(36) NOT NULL,
    device VARCHAR(40) NOT NULL,
    lot_id CHAR(36) NOT NULL,
    lot_size INT NOT NULL,
    plan JSON NOT NULL,
    trees JSON NOT NULL,
    note VARCHAR(300) NOT NULL,
    INDEX (lot_id, at),
    FOREIGN KEY (lot_id) REFERENCES lot (id),
    FOREIGN KEY (author_id) REFERENCES person (id))`);
  for (const change of ['UPDATE', 'DELETE']) {
    await statement(`CREATE TRIGGER inspection_no_${change.toLowerCase()} BEFORE ${change} ON inspection
      FOR EACH ROW SIGNAL SQLSTATE '45000'
      SET MESSAGE_TEXT = 'events are never changed; record a correction'`);
  }
}
