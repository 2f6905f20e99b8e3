/** What the crew did: tasks, rows shared out, tallies, plots and counts. */
export async function up(statement: (sql: string) => Promise<unknown>): Promise<void> {
  const event = `at DATETIME(3) NOT NULL,
    recorded_at DATETIME(3) NOT NULL,
    author_id CHAR(36) NOT NULL,
    device VARCHAR(40) NOT NULL,
    FOREIGN KEY (author_id) REFERENCES person (id)`;
  await statement(`CREATE TABLE task_event (
    id CHAR(36) PRIMARY KEY,
    block_id CHAR(36) NOT NULL,
    task VARCHAR(24) NOT NULL,
    kind ENUM('done','undone','moved','skipped','restored') NOT NULL,
    day DATE NULL,
    INDEX (block_id, at),
    FOREIGN KEY (block_id) REFERENCES block (id),
    ${event})`);
  await statement(`CREATE TABLE row_share (
    layout_id CHAR(36) NOT NULL,
    planter_id CHAR(36) NOT NULL,
    first_row INT NOT NULL,
    last_row INT NOT NULL,
    PRIMARY KEY (layout_id, planter_id),
    FOREIGN KEY (layout_id) REFERENCES layout (id),
    FOREIGN KEY (planter_id) REFERENCES planter (id))`);
  await statement(`CREATE TABLE tally (
    id CHAR(36) PRIMARY KEY,
    layout_id CHAR(36) NOT NULL,
    \`row_number\` INT NOT NULL,
    planter_id CHAR(36) NOT NULL,
    count INT NOT NULL,
    corrects CHAR(36) NULL UNIQUE,
    INDEX (layout_id, \`row_number\`),
    INDEX (layout_id, at),
    FOREIGN KEY (layout_id, \`row_number\`) REFERENCES layout_row (layout_id, number),
    FOREIGN KEY (planter_id) REFERENCES planter (id),
    FOREIGN KEY (corrects) REFERENCES tally (id),
    ${event})`);
  await statement(`CREATE TABLE plot (
    id CHAR(36) PRIMARY KEY,
    layout_id CHAR(36) NOT NULL,
    planter_id CHAR(36) NOT NULL,
    \`row_number\` INT NOT NULL,
    peg INT NOT NULL,
    area DOUBLE NOT NULL,
    good INT NOT NULL,
    faults JSON NOT NULL,
    INDEX (layout_id, at),
    FOREIGN KEY (layout_id, \`row_number\`) REFERENCES layout_row (layout_id, number),
    FOREIGN KEY (planter_id) REFERENCES planter (id),
    ${event})`);
  await statement(`CREATE TABLE survival_count (
    id CHAR(36) PRIMARY KEY,
    layout_id CHAR(36) NOT NULL,
    \`row_number\` INT NOT NULL,
    set_trees INT NOT NULL,
    alive INT NOT NULL,
    marks TEXT NOT NULL,
    cause VARCHAR(24) NOT NULL DEFAULT '',
    counted_on DATE NOT NULL,
    INDEX (layout_id, counted_on),
    FOREIGN KEY (layout_id, \`row_number\`) REFERENCES layout_row (layout_id, number),
    ${event})`);
}
