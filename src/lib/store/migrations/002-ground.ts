/** Blocks with their boundary and keep-outs, in longitude and latitude. */
export async function up(statement: (sql: string) => Promise<unknown>): Promise<void> {
  await statement(`CREATE TABLE block (
    id CHAR(36) PRIMARY KEY,
    site_id CHAR(36) NOT NULL,
    name VARCHAR(80) NOT NULL,
    position INT NOT NULL,
    boundary JSON NOT NULL,
    origin_longitude DOUBLE NOT NULL,
    origin_latitude DOUBLE NOT NULL,
    margin DOUBLE NOT NULL,
    conditions JSON NOT NULL,
    method JSON NOT NULL,
    order_terms JSON NOT NULL,
    planting_day DATE NULL,
    target_density DOUBLE NULL,
    INDEX (site_id, position),
    FOREIGN KEY (site_id) REFERENCES site (id))`);
  await statement(`CREATE TABLE keepout (
    id CHAR(36) PRIMARY KEY,
    block_id CHAR(36) NOT NULL,
    position INT NOT NULL,
    kind VARCHAR(24) NOT NULL,
    name VARCHAR(80) NOT NULL,
    shape JSON NOT NULL,
    setback DOUBLE NOT NULL,
    reason VARCHAR(300) NOT NULL,
    FOREIGN KEY (block_id) REFERENCES block (id))`);
}
