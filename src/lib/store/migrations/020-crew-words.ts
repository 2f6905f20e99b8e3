/** Messages and who has seen them, notes with photographs, signed briefings, checking in alone. */
export async function up(statement: (sql: string) => Promise<unknown>): Promise<void> {
  await statement(`CREATE TABLE crew_message (
    id CHAR(36) PRIMARY KEY,
    site_id CHAR(36) NOT NULL,
    block_id CHAR(36) NULL,
    planter_id CHAR(36) NULL,
    body VARCHAR(600) NOT NULL,
    corrects CHAR(36) NULL UNIQUE,
    at DATETIME(3) NOT NULL,
    recorded_at DATETIME(3) NOT NULL,
    author_id CHAR(36) NOT NULL,
    device VARCHAR(64) NOT NULL,
    INDEX (site_id, at),
    FOREIGN KEY (site_id) REFERENCES site (id),
    FOREIGN KEY (block_id) REFERENCES block (id),
    FOREIGN KEY (planter_id) REFERENCES planter (id),
    FOREIGN KEY (corrects) REFERENCES crew_message (id),
    FOREIGN KEY (author_id) REFERENCES person (id))`);
  await statement(`CREATE TABLE message_seen (
    id CHAR(36) PRIMARY KEY,
    site_id CHAR(36) NOT NULL,
    message_id CHAR(36) NOT NULL,
    planter_id CHAR(36) NOT NULL,
    at DATETIME(3) NOT NULL,
    recorded_at DATETIME(3) NOT NULL,
    author_id CHAR(36) NOT NULL,
    device VARCHAR(64) NOT NULL,
    UNIQUE (message_id, planter_id),
    FOREIGN KEY (site_id) REFERENCES site (id),
    FOREIGN KEY (planter_id) REFERENCES planter (id),
    FOREIGN KEY (message_id) REFERENCES crew_message (id),
    FOREIGN KEY (author_id) REFERENCES person (id))`);
  await statement(`CREATE TABLE field_note (
    id CHAR(36) PRIMARY KEY,
    block_id CHAR(36) NOT NULL,
    layout_id CHAR(36) NULL,
    \`row_number\` INT NULL,
    peg INT NULL,
    body VARCHAR(600) NOT NULL DEFAULT '',
    photo LONGBLOB NULL,
    photo_type VARCHAR(20) NOT NULL DEFAULT '',
    corrects CHAR(36) NULL UNIQUE,
    at DATETIME(3) NOT NULL,
    recorded_at DATETIME(3) NOT NULL,
    author_id CHAR(36) NOT NULL,
    device VARCHAR(64) NOT NULL,
    INDEX (block_id, at),
    FOREIGN KEY (block_id) REFERENCES block (id),
    FOREIGN KEY (layout_id) REFERENCES layout (id),
    FOREIGN KEY (corrects) REFERENCES field_note (id),
    FOREIGN KEY (author_id) REFERENCES person (id))`);
  await statement(`CREATE TABLE briefing_signed (
    id CHAR(36) PRIMARY KEY,
    block_id CHAR(36) NOT NULL,
    planter_id CHAR(36) NOT NULL,
    day DATE NOT NULL,
    content CHAR(16) NOT NULL,
    at DATETIME(3) NOT NULL,
    recorded_at DATETIME(3) NOT NULL,
    author_id CHAR(36) NOT NULL,
    device VARCHAR(64) NOT NULL,
    INDEX (block_id, day),
    FOREIGN KEY (block_id) REFERENCES block (id),
    FOREIGN KEY (planter_id) REFERENCES planter (id),
    FOREIGN KEY (author_id) REFERENCES person (id))`);
  await statement(`CREATE TABLE check_in (
    id CHAR(36) PRIMARY KEY,
    site_id CHAR(36) NOT NULL,
    block_id CHAR(36) NOT NULL,
    planter_id CHAR(36) NOT NULL,
    kind ENUM('alone','here','done') NOT NULL,
    minutes INT NOT NULL DEFAULT 0,
    longitude DOUBLE NULL,
    latitude DOUBLE NULL,
    late TINYINT(1) NOT NULL DEFAULT 0,
    at DATETIME(3) NOT NULL,
    recorded_at DATETIME(3) NOT NULL,
    author_id CHAR(36) NOT NULL,
    device VARCHAR(64) NOT NULL,
    INDEX (site_id, at),
    FOREIGN KEY (site_id) REFERENCES site (id),
    FOREIGN KEY (block_id) REFERENCES block (id),
    FOREIGN KEY (planter_id) REFERENCES planter (id),
    FOREIGN KEY (author_id) REFERENCES person (id))`);
  for (const table of ['crew_message', 'message_seen', 'field_note', 'briefing_signed', 'check_in'])
    for (const change of ['UPDATE', 'DELETE'])
      await statement(`CREATE TRIGGER ${table}_no_${change.toLowerCase()} BEFORE ${change} ON ${table}
        FOR EACH ROW SIGNAL SQLSTATE '45000'
        SET MESSAGE_TEXT = 'events are never changed; record a correction'`);
}
