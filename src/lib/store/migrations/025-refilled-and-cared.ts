/** Refills of dead places row by row, and the care of standing trees row by row. */
export async function up(statement: (sql: string) => Promise<unknown>): Promise<void> {
  const event = `at DATETIME(3) NOT NULL,
    recorded_at DATETIME(3) NOT NULL,
    author_id CHAR(36) NOT NULL,
    device VARCHAR(64) NOT NULL,
    FOREIGN KEY (author_id) REFERENCES person (id)`;
  await statement(`CREATE TABLE IF NOT EXISTS refill_plan (
    id CHAR(36) PRIMARY KEY,
    layout_id CHAR(36) NOT NULL,
    number INT NOT NULL,
    chance DOUBLE NOT NULL,
    plant_on DATE NOT NULL,
    in_rows LONGTEXT NOT NULL CHECK (JSON_VALID(in_rows)),
    to_order LONGTEXT NOT NULL CHECK (JSON_VALID(to_order)),
    ${event},
    UNIQUE (layout_id, number),
    FOREIGN KEY (layout_id) REFERENCES layout (id))`);
  await statement(`CREATE TABLE IF NOT EXISTS refill_set (
    id CHAR(36) PRIMARY KEY,
    refill_id CHAR(36) NOT NULL,
    \`row_number\` INT NOT NULL,
    species_id CHAR(36) NOT NULL,
    trees INT NOT NULL,
    corrects CHAR(36) NULL UNIQUE,
    late TINYINT(1) NOT NULL DEFAULT 0,
    ${event},
    INDEX (refill_id, \`row_number\`),
    FOREIGN KEY (refill_id) REFERENCES refill_plan (id),
    FOREIGN KEY (species_id) REFERENCES species (id))`);
  await statement(`CREATE TABLE IF NOT EXISTS care_done (
    id CHAR(36) PRIMARY KEY,
    layout_id CHAR(36) NOT NULL,
    \`row_number\` INT NOT NULL,
    kind VARCHAR(20) NOT NULL,
    trees INT NOT NULL,
    corrects CHAR(36) NULL UNIQUE,
    late TINYINT(1) NOT NULL DEFAULT 0,
    ${event},
    INDEX (layout_id, kind),
    FOREIGN KEY (layout_id) REFERENCES layout (id))`);
  for (const table of ['refill_plan', 'refill_set', 'care_done'])
    for (const change of ['UPDATE', 'DELETE'])
      await statement(`CREATE OR REPLACE TRIGGER ${table}_no_${change.toLowerCase()}
        BEFORE ${change} ON ${table} FOR EACH ROW SIGNAL SQLSTATE '45000'
        SET MESSAGE_TEXT = 'events are never changed; record a correction'`);
}
