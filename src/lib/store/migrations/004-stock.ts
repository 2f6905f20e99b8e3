/** Lots and everything that happens to them. Balances are derived, never stored. */
export async function up(statement: (sql: string) => Promise<unknown>): Promise<void> {
  await statement(`CREATE TABLE lot (
    id CHAR(36) PRIMARY KEY,
    block_id CHAR(36) NOT NULL,
    species_id CHAR(36) NOT NULL,
    code VARCHAR(20) NOT NULL,
    nursery VARCHAR(80) NOT NULL,
    provenance VARCHAR(80) NOT NULL,
    age VARCHAR(12) NOT NULL,
    dip_factor DOUBLE NOT NULL DEFAULT 1,
    UNIQUE (block_id, code),
    FOREIGN KEY (block_id) REFERENCES block (id),
    FOREIGN KEY (species_id) REFERENCES species (id))`);
  await statement(`CREATE TABLE stock_event (
    id CHAR(36) PRIMARY KEY,
    lot_id CHAR(36) NOT NULL,
    kind ENUM('receive','cull','issue','return','correct') NOT NULL,
    count INT NOT NULL,
    planter_id CHAR(36) NULL,
    corrects CHAR(36) NULL,
    note VARCHAR(300) NOT NULL DEFAULT '',
    at DATETIME(3) NOT NULL,
    recorded_at DATETIME(3) NOT NULL,
    author_id CHAR(36) NOT NULL,
    device VARCHAR(40) NOT NULL,
    INDEX (lot_id, at),
    FOREIGN KEY (lot_id) REFERENCES lot (id),
    FOREIGN KEY (planter_id) REFERENCES planter (id),
    FOREIGN KEY (corrects) REFERENCES stock_event (id),
    FOREIGN KEY (author_id) REFERENCES person (id))`);
  await statement(`CREATE TABLE root_event (
    id CHAR(36) PRIMARY KEY,
    lot_id CHAR(36) NOT NULL,
    kind ENUM('open','close') NOT NULL,
    closes CHAR(36) NULL UNIQUE,
    temperature DOUBLE NOT NULL,
    humidity DOUBLE NOT NULL,
    wind DOUBLE NOT NULL,
    at DATETIME(3) NOT NULL,
    recorded_at DATETIME(3) NOT NULL,
    author_id CHAR(36) NOT NULL,
    device VARCHAR(40) NOT NULL,
    INDEX (lot_id, at),
    FOREIGN KEY (lot_id) REFERENCES lot (id),
    FOREIGN KEY (closes) REFERENCES root_event (id),
    FOREIGN KEY (author_id) REFERENCES person (id))`);
}
