/**
 * Weather by the hour and typical years, terms of the year's work, products and what was sprayed,
 * phases, and private addresses of calendars.
 */
export async function up(statement: (sql: string) => Promise<unknown>): Promise<void> {
  await statement(`ALTER TABLE weather_day
    MODIFY COLUMN humidity DOUBLE NULL, MODIFY COLUMN wind DOUBLE NULL`);
  await statement(`CREATE TABLE weather_hour (
    site_id CHAR(36) NOT NULL,
    at DATETIME(3) NOT NULL,
    temperature DOUBLE NOT NULL,
    humidity DOUBLE NOT NULL,
    wind DOUBLE NOT NULL,
    PRIMARY KEY (site_id, at),
    FOREIGN KEY (site_id) REFERENCES site (id))`);
  await statement(`ALTER TABLE site
    ADD COLUMN typical_year JSON NULL,
    ADD COLUMN regime VARCHAR(30) NOT NULL DEFAULT 'cool-temperate'`);
  await statement(`ALTER TABLE block
    ADD COLUMN phase VARCHAR(40) NOT NULL DEFAULT '',
    ADD COLUMN calendar_terms JSON NOT NULL DEFAULT '{}'`);
  await statement(`CREATE TABLE product (
    id CHAR(36) PRIMARY KEY,
    site_id CHAR(36) NOT NULL,
    name VARCHAR(80) NOT NULL,
    dose JSON NOT NULL,
    water DOUBLE NOT NULL,
    rainfast DOUBLE NOT NULL,
    before_planting DOUBLE NOT NULL,
    times_a_year INT NULL,
    litres_a_year DOUBLE NULL,
    dropped BOOLEAN NOT NULL DEFAULT FALSE,
    FOREIGN KEY (site_id) REFERENCES site (id))`);
  await statement(`CREATE TABLE spraying (
    id CHAR(36) PRIMARY KEY,
    at DATETIME(3) NOT NULL,
    recorded_at DATETIME(3) NOT NULL,
    author_id CHAR(36) NOT NULL,
    device VARCHAR(40) NOT NULL,
    block_id CHAR(36) NOT NULL,
    product_id CHAR(36) NOT NULL,
    day DATE NOT NULL,
    area DOUBLE NOT NULL,
    litres DOUBLE NOT NULL,
    wind DOUBLE NOT NULL,
    lot_number VARCHAR(40) NOT NULL,
    operator VARCHAR(80) NOT NULL,
    corrects CHAR(36) NULL UNIQUE,
    note VARCHAR(300) NOT NULL,
    INDEX (block_id, day),
    FOREIGN KEY (author_id) REFERENCES person (id),
    FOREIGN KEY (block_id) REFERENCES block (id),
    FOREIGN KEY (product_id) REFERENCES product (id),
    FOREIGN KEY (corrects) REFERENCES spraying (id))`);
  for (const change of ['UPDATE', 'DELETE'])
    await statement(`CREATE TRIGGER spraying_no_${change.toLowerCase()} BEFORE ${change} ON spraying
      FOR EACH ROW SIGNAL SQLSTATE '45000'
      SET MESSAGE_TEXT = 'events are never changed; record a correction'`);
  await statement(`CREATE TABLE calendar_feed (
    token_hash CHAR(64) PRIMARY KEY,
    person_id CHAR(36) NOT NULL,
    site_id CHAR(36) NOT NULL,
    made_at DATETIME(3) NOT NULL,
    UNIQUE (person_id, site_id),
    FOREIGN KEY (person_id) REFERENCES person (id),
    FOREIGN KEY (site_id) REFERENCES site (id))`);
}
