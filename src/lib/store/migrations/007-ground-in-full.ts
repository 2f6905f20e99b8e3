/** Bands that only limit, located services, zones, elevation, and how fast crowns grow. */
export async function up(statement: (sql: string) => Promise<unknown>): Promise<void> {
  await statement('ALTER TABLE keepout ADD COLUMN near JSON NULL, ADD COLUMN located DATE NULL');
  await statement(`CREATE TABLE zone (
    id CHAR(36) PRIMARY KEY,
    block_id CHAR(36) NOT NULL,
    position INT NOT NULL,
    name VARCHAR(80) NOT NULL,
    parts JSON NOT NULL,
    damp VARCHAR(16) NOT NULL,
    light VARCHAR(16) NOT NULL,
    soil JSON NOT NULL,
    FOREIGN KEY (block_id) REFERENCES block (id))`);
  await statement(`CREATE TABLE surface (
    block_id CHAR(36) PRIMARY KEY,
    source VARCHAR(160) NOT NULL,
    min_x DOUBLE NOT NULL,
    min_y DOUBLE NOT NULL,
    cell DOUBLE NOT NULL,
    node_columns INT NOT NULL,
    node_rows INT NOT NULL,
    heights LONGBLOB NOT NULL,
    brought_at DATETIME(3) NOT NULL,
    brought_by CHAR(36) NOT NULL,
    FOREIGN KEY (block_id) REFERENCES block (id),
    FOREIGN KEY (brought_by) REFERENCES person (id))`);
  await statement('ALTER TABLE species ADD COLUMN crown_years DOUBLE NOT NULL DEFAULT 30');
}
