/** What follows the planters row by row, faults found walking behind the machine, reservoir boxes filled. */
export async function up(statement: (sql: string) => Promise<unknown>): Promise<void> {
  await statement(`CREATE TABLE wave_done (
    id CHAR(36) PRIMARY KEY,
    layout_id CHAR(36) NOT NULL,
    \`row_number\` INT NOT NULL,
    wave VARCHAR(20) NOT NULL,
    count INT NOT NULL,
    corrects CHAR(36) NULL UNIQUE,
    late TINYINT(1) NOT NULL DEFAULT 0,
    at DATETIME(3) NOT NULL,
    recorded_at DATETIME(3) NOT NULL,
    author_id CHAR(36) NOT NULL,
    device VARCHAR(64) NOT NULL,
    INDEX (layout_id, wave),
    FOREIGN KEY (layout_id) REFERENCES layout (id),
    FOREIGN KEY (corrects) REFERENCES wave_done (id),
    FOREIGN KEY (author_id) REFERENCES person (id))`);
  await statement(`CREATE TABLE row_fault (
    id CHAR(36) PRIMARY KEY,
    layout_id CHAR(36) NOT NULL,
    \`row_number\` INT NOT NULL,
    peg INT NOT NULL,
    fault VARCHAR(20) NOT NULL,
    mended TINYINT(1) NOT NULL,
    seat VARCHAR(10) NOT NULL DEFAULT '',
    corrects CHAR(36) NULL UNIQUE,
    at DATETIME(3) NOT NULL,
    recorded_at DATETIME(3) NOT NULL,
    author_id CHAR(36) NOT NULL,
    device VARCHAR(64) NOT NULL,
    INDEX (layout_id, at),
    FOREIGN KEY (layout_id) REFERENCES layout (id),
    FOREIGN KEY (corrects) REFERENCES row_fault (id),
    FOREIGN KEY (author_id) REFERENCES person (id))`);
  await statement(`CREATE TABLE box_fill (
    id CHAR(36) PRIMARY KEY,
    layout_id CHAR(36) NOT NULL,
    \`row_number\` INT NOT NULL,
    boxes INT NOT NULL,
    litres DOUBLE NOT NULL,
    kind ENUM('set','refill') NOT NULL,
    corrects CHAR(36) NULL UNIQUE,
    late TINYINT(1) NOT NULL DEFAULT 0,
    at DATETIME(3) NOT NULL,
    recorded_at DATETIME(3) NOT NULL,
    author_id CHAR(36) NOT NULL,
    device VARCHAR(64) NOT NULL,
    INDEX (layout_id, at),
    FOREIGN KEY (layout_id) REFERENCES layout (id),
    FOREIGN KEY (corrects) REFERENCES box_fill (id),
    FOREIGN KEY (author_id) REFERENCES person (id))`);
  for (const table of ['wave_done', 'row_fault', 'box_fill'])
    for (const change of ['UPDATE', 'DELETE'])
      await statement(`CREATE TRIGGER ${table}_no_${change.toLowerCase()} BEFORE ${change} ON ${table}
        FOR EACH ROW SIGNAL SQLSTATE '45000'
        SET MESSAGE_TEXT = 'events are never changed; record a correction'`);
}
