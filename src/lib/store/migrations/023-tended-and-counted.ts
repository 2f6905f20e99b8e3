/** Causes and heights tree by tree, water given row by row, and what a walk through a block has found. */
export async function up(statement: (sql: string) => Promise<unknown>): Promise<void> {
  await statement(`ALTER TABLE survival_count
    ADD COLUMN causes LONGTEXT NULL CHECK (causes IS NULL OR JSON_VALID(causes)),
    ADD COLUMN heights LONGTEXT NULL CHECK (heights IS NULL OR JSON_VALID(heights)),
    ADD COLUMN late TINYINT(1) NOT NULL DEFAULT 0`);
  const event = `at DATETIME(3) NOT NULL,
    recorded_at DATETIME(3) NOT NULL,
    author_id CHAR(36) NOT NULL,
    device VARCHAR(64) NOT NULL,
    FOREIGN KEY (author_id) REFERENCES person (id)`;
  await statement(`CREATE TABLE watering (
    id CHAR(36) PRIMARY KEY,
    layout_id CHAR(36) NOT NULL,
    \`row_number\` INT NOT NULL,
    trees INT NOT NULL,
    litres DOUBLE NOT NULL,
    corrects CHAR(36) NULL UNIQUE,
    late TINYINT(1) NOT NULL DEFAULT 0,
    ${event},
    INDEX (layout_id, at),
    FOREIGN KEY (layout_id) REFERENCES layout (id))`);
  await statement(`CREATE TABLE visit_finding (
    id CHAR(36) PRIMARY KEY,
    block_id CHAR(36) NOT NULL,
    layout_id CHAR(36) NULL,
    from_row INT NULL,
    to_row INT NULL,
    peg INT NULL,
    kind VARCHAR(20) NOT NULL,
    trees INT NULL,
    body VARCHAR(300) NOT NULL DEFAULT '',
    corrects CHAR(36) NULL UNIQUE,
    late TINYINT(1) NOT NULL DEFAULT 0,
    ${event},
    INDEX (block_id, at),
    FOREIGN KEY (block_id) REFERENCES block (id),
    FOREIGN KEY (layout_id) REFERENCES layout (id))`);
  for (const table of ['watering', 'visit_finding'])
    for (const change of ['UPDATE', 'DELETE'])
      await statement(`CREATE TRIGGER ${table}_no_${change.toLowerCase()} BEFORE ${change} ON ${table}
        FOR EACH ROW SIGNAL SQLSTATE '45000'
        SET MESSAGE_TEXT = 'events are never changed; record a correction'`);
}
