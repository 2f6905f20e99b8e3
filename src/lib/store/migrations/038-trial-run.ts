/** Trial runs of the machine, as they were measured behind it. */
export async function up(statement: (sql: string) => Promise<unknown>): Promise<void> {
  await statement(`CREATE TABLE IF NOT EXISTS trial_run (
    id CHAR(36) PRIMARY KEY,
    layout_id CHAR(36) NOT NULL,
    seat VARCHAR(10) NOT NULL DEFAULT '',
    apart DOUBLE NOT NULL,
    gaps JSON NOT NULL,
    depths JSON NOT NULL,
    corrects CHAR(36) NULL UNIQUE,
    at DATETIME(3) NOT NULL,
    recorded_at DATETIME(3) NOT NULL,
    author_id CHAR(36) NOT NULL,
    device VARCHAR(64) NOT NULL,
    INDEX (layout_id, at),
    FOREIGN KEY (layout_id) REFERENCES layout (id),
    FOREIGN KEY (author_id) REFERENCES person (id))`);
  for (const change of ['UPDATE', 'DELETE'])
    await statement(`CREATE OR REPLACE TRIGGER trial_run_no_${change.toLowerCase()} BEFORE ${change} ON trial_run
      FOR EACH ROW SIGNAL SQLSTATE '45000'
      SET MESSAGE_TEXT = 'events are never changed; record a correction'`);
}
