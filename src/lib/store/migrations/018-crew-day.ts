/** Clocking on and off, and rows of a planter that do not lie side by side. */
export async function up(statement: (sql: string) => Promise<unknown>): Promise<void> {
  await statement(`CREATE TABLE attendance (
    id CHAR(36) PRIMARY KEY,
    site_id CHAR(36) NOT NULL,
    block_id CHAR(36) NULL,
    planter_id CHAR(36) NOT NULL,
    kind ENUM('on','off') NOT NULL,
    tool VARCHAR(40) NOT NULL DEFAULT '',
    corrects CHAR(36) NULL UNIQUE,
    at DATETIME(3) NOT NULL,
    recorded_at DATETIME(3) NOT NULL,
    author_id CHAR(36) NOT NULL,
    device VARCHAR(64) NOT NULL,
    INDEX (site_id, at),
    FOREIGN KEY (site_id) REFERENCES site (id),
    FOREIGN KEY (block_id) REFERENCES block (id),
    FOREIGN KEY (planter_id) REFERENCES planter (id),
    FOREIGN KEY (corrects) REFERENCES attendance (id),
    FOREIGN KEY (author_id) REFERENCES person (id))`);
  for (const change of ['UPDATE', 'DELETE'])
    await statement(`CREATE TRIGGER attendance_no_${change.toLowerCase()} BEFORE ${change} ON attendance
      FOR EACH ROW SIGNAL SQLSTATE '45000'
      SET MESSAGE_TEXT = 'events are never changed; record a correction'`);
  await statement(`ALTER TABLE row_share DROP PRIMARY KEY, ADD PRIMARY KEY (layout_id, first_row)`);
}
