/** Plots tree by tree and where they were planned, what was decided of them, and the hole school's answers. */
export async function up(statement: (sql: string) => Promise<unknown>): Promise<void> {
  await statement(`CREATE TABLE plot_plan (
    id CHAR(36) PRIMARY KEY,
    layout_id CHAR(36) NOT NULL,
    terms LONGTEXT NOT NULL CHECK (JSON_VALID(terms)),
    plots LONGTEXT NOT NULL CHECK (JSON_VALID(plots)),
    at DATETIME(3) NOT NULL,
    recorded_at DATETIME(3) NOT NULL,
    author_id CHAR(36) NOT NULL,
    device VARCHAR(64) NOT NULL,
    INDEX (layout_id, at),
    FOREIGN KEY (layout_id) REFERENCES layout (id),
    FOREIGN KEY (author_id) REFERENCES person (id))`);
  await statement(`ALTER TABLE plot
    ADD COLUMN trees LONGTEXT NULL CHECK (trees IS NULL OR JSON_VALID(trees)),
    ADD COLUMN faulty INT NULL,
    ADD COLUMN by_species LONGTEXT NULL CHECK (by_species IS NULL OR JSON_VALID(by_species)),
    ADD COLUMN plan_id CHAR(36) NULL,
    ADD COLUMN plan_number INT NULL,
    ADD COLUMN tool VARCHAR(40) NOT NULL DEFAULT '',
    ADD COLUMN soil VARCHAR(10) NOT NULL DEFAULT '',
    ADD COLUMN lot_id CHAR(36) NULL,
    ADD COLUMN corrects CHAR(36) NULL UNIQUE,
    ADD COLUMN late TINYINT(1) NOT NULL DEFAULT 0`);
  // Looks at one planned plot are found by it.
  await statement(`CREATE INDEX plot_of_plan ON plot (plan_id, plan_number)`);
  await statement(`CREATE TABLE plot_decision (
    id CHAR(36) PRIMARY KEY,
    layout_id CHAR(36) NOT NULL,
    planter_id CHAR(36) NOT NULL,
    kind VARCHAR(20) NOT NULL,
    fault VARCHAR(20) NOT NULL,
    in_rows LONGTEXT NOT NULL CHECK (JSON_VALID(in_rows)),
    corrects CHAR(36) NULL UNIQUE,
    at DATETIME(3) NOT NULL,
    recorded_at DATETIME(3) NOT NULL,
    author_id CHAR(36) NOT NULL,
    device VARCHAR(64) NOT NULL,
    INDEX (layout_id, at),
    FOREIGN KEY (layout_id) REFERENCES layout (id),
    FOREIGN KEY (planter_id) REFERENCES planter (id),
    FOREIGN KEY (author_id) REFERENCES person (id))`);
  await statement(`CREATE TABLE row_rework (
    id CHAR(36) PRIMARY KEY,
    layout_id CHAR(36) NOT NULL,
    decision_id CHAR(36) NOT NULL,
    \`row_number\` INT NOT NULL,
    mended INT NOT NULL DEFAULT 0,
    corrects CHAR(36) NULL UNIQUE,
    late TINYINT(1) NOT NULL DEFAULT 0,
    at DATETIME(3) NOT NULL,
    recorded_at DATETIME(3) NOT NULL,
    author_id CHAR(36) NOT NULL,
    device VARCHAR(64) NOT NULL,
    INDEX (layout_id, at),
    FOREIGN KEY (layout_id) REFERENCES layout (id),
    FOREIGN KEY (decision_id) REFERENCES plot_decision (id),
    FOREIGN KEY (author_id) REFERENCES person (id))`);
  await statement(`CREATE TABLE school_answer (
    id CHAR(36) PRIMARY KEY,
    site_id CHAR(36) NOT NULL,
    planter_id CHAR(36) NOT NULL,
    shown VARCHAR(20) NOT NULL,
    right_answer TINYINT(1) NOT NULL,
    took INT NOT NULL,
    at DATETIME(3) NOT NULL,
    recorded_at DATETIME(3) NOT NULL,
    author_id CHAR(36) NOT NULL,
    device VARCHAR(64) NOT NULL,
    INDEX (site_id, planter_id, at),
    FOREIGN KEY (site_id) REFERENCES site (id),
    FOREIGN KEY (planter_id) REFERENCES planter (id),
    FOREIGN KEY (author_id) REFERENCES person (id))`);
  for (const table of ['plot_plan', 'plot_decision', 'row_rework', 'school_answer'])
    for (const change of ['UPDATE', 'DELETE'])
      await statement(`CREATE TRIGGER ${table}_no_${change.toLowerCase()} BEFORE ${change} ON ${table}
        FOR EACH ROW SIGNAL SQLSTATE '45000'
        SET MESSAGE_TEXT = 'events are never changed; record a correction'`);
}
