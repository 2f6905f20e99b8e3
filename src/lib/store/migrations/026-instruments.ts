/** Readings of probes in the ground and gauges in the rain. */
export async function up(statement: (sql: string) => Promise<unknown>): Promise<void> {
  await statement(`CREATE TABLE IF NOT EXISTS instrument_reading (
    id CHAR(36) PRIMARY KEY,
    block_id CHAR(36) NOT NULL,
    zone_id CHAR(36) NULL,
    kind VARCHAR(10) NOT NULL,
    came VARCHAR(10) NOT NULL,
    readings LONGTEXT NOT NULL CHECK (JSON_VALID(readings)),
    corrects CHAR(36) NULL UNIQUE,
    late TINYINT(1) NOT NULL DEFAULT 0,
    at DATETIME(3) NOT NULL,
    recorded_at DATETIME(3) NOT NULL,
    author_id CHAR(36) NOT NULL,
    device VARCHAR(64) NOT NULL,
    INDEX (block_id, at),
    FOREIGN KEY (author_id) REFERENCES person (id),
    FOREIGN KEY (block_id) REFERENCES block (id))`);
  for (const change of ['UPDATE', 'DELETE'])
    await statement(`CREATE OR REPLACE TRIGGER instrument_reading_no_${change.toLowerCase()}
      BEFORE ${change} ON instrument_reading FOR EACH ROW SIGNAL SQLSTATE '45000'
      SET MESSAGE_TEXT = 'events are never changed; record a correction'`);
}
