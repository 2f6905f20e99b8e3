/** Layouts: parameters and the rows that came of them, each row with its rhythm. */
export async function up(statement: (sql: string) => Promise<unknown>): Promise<void> {
  await statement(`CREATE TABLE layout (
    id CHAR(36) PRIMARY KEY,
    block_id CHAR(36) NOT NULL,
    number INT NOT NULL,
    name VARCHAR(80) NOT NULL,
    state ENUM('saved','released','withdrawn') NOT NULL,
    computation INT NOT NULL,
    parameters JSON NOT NULL,
    rhythm JSON NOT NULL,
    trees INT NOT NULL,
    plantable_area DOUBLE NOT NULL,
    species_counts JSON NOT NULL,
    created_at DATETIME(3) NOT NULL,
    created_by CHAR(36) NOT NULL,
    released_at DATETIME(3) NULL,
    released_by CHAR(36) NULL,
    UNIQUE (block_id, number),
    FOREIGN KEY (block_id) REFERENCES block (id),
    FOREIGN KEY (created_by) REFERENCES person (id),
    FOREIGN KEY (released_by) REFERENCES person (id))`);
  await statement(`CREATE TABLE layout_row (
    layout_id CHAR(36) NOT NULL,
    number INT NOT NULL,
    line JSON NOT NULL,
    start DOUBLE NOT NULL,
    step DOUBLE NOT NULL,
    listed BOOLEAN NOT NULL,
    stretches JSON NOT NULL,
    runs JSON NOT NULL,
    trees INT NOT NULL,
    PRIMARY KEY (layout_id, number),
    FOREIGN KEY (layout_id) REFERENCES layout (id))`);
}
