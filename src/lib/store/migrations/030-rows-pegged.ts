/** Rows whose pegs or flags were set, row by row. */
export async function up(statement: (sql: string) => Promise<unknown>): Promise<void> {
  await statement(`CREATE TABLE IF NOT EXISTS row_pegged (
    id CHAR(36) PRIMARY KEY,
    layout_id CHAR(36) NOT NULL,
    in_rows LONGTEXT NOT NULL CHECK (JSON_VALID(in_rows)),
    stand TINYINT(1) NOT NULL,
    late TINYINT(1) NOT NULL DEFAULT 0,
    at DATETIME(3) NOT NULL,
    recorded_at DATETIME(3) NOT NULL,
    author_id CHAR(36) NOT NULL,
    device VARCHAR(64) NOT NULL,
    INDEX (layout_id),
    FOREIGN KEY (layout_id) REFERENCES layout (id),
    FOREIGN KEY (author_id) REFERENCES person (id))`);
  for (const change of ['UPDATE', 'DELETE'])
    await statement(`CREATE OR REPLACE TRIGGER row_pegged_no_${change.toLowerCase()}
      BEFORE ${change} ON row_pegged FOR EACH ROW SIGNAL SQLSTATE '45000'
      SET MESSAGE_TEXT = 'events are never changed; record a correction'`);
}
