const appendOnly = ['handling_audit'];

/**
 * Stock by place and planter, orders with their deliveries, what a store's logger said, tools,
 * the crew's habits at the boxes, and sums that the database keeps beside the events they come
 * from: a season's lists are read from the sums.
 */
export async function up(statement: (sql: string) => Promise<unknown>): Promise<void> {
  const event = `id CHAR(36) PRIMARY KEY,
    at DATETIME(3) NOT NULL,
    recorded_at DATETIME(3) NOT NULL,
    author_id CHAR(36) NOT NULL,
    device VARCHAR(40) NOT NULL,
    FOREIGN KEY (author_id) REFERENCES person (id)`;
  await cardsAndTools(statement);
  await statement(`CREATE TABLE place (
    id CHAR(36) PRIMARY KEY,
    site_id CHAR(36) NOT NULL,
    name VARCHAR(80) NOT NULL,
    kind ENUM('cold-store','shade','trench','cache','trailer') NOT NULL,
    coolest DOUBLE NOT NULL,
    warmest DOUBLE NOT NULL,
    days DOUBLE NOT NULL,
    logger ENUM('none','stand-in','file') NOT NULL DEFAULT 'none',
    position INT NOT NULL,
    UNIQUE (site_id, name),
    FOREIGN KEY (site_id) REFERENCES site (id))`);
  await statement(`CREATE TABLE keeping_reading (
    place_id CHAR(36) NOT NULL,
    at DATETIME(3) NOT NULL,
    temperature DOUBLE NOT NULL,
    PRIMARY KEY (place_id, at),
    FOREIGN KEY (place_id) REFERENCES place (id))`);
  await statement(`CREATE TABLE stock_order (
    id CHAR(36) PRIMARY KEY,
    block_id CHAR(36) NOT NULL,
    species_id CHAR(36) NOT NULL,
    replaces_id CHAR(36) NULL,
    nursery VARCHAR(80) NOT NULL,
    provenance VARCHAR(80) NOT NULL,
    seed_lot VARCHAR(40) NOT NULL,
    age VARCHAR(12) NOT NULL,
    count INT NOT NULL,
    pack INT NOT NULL,
    state ENUM('asked','confirmed','declined') NOT NULL,
    confirmed INT NULL,
    deliver_on DATE NULL,
    note VARCHAR(300) NOT NULL,
    INDEX (block_id, deliver_on),
    FOREIGN KEY (block_id) REFERENCES block (id),
    FOREIGN KEY (species_id) REFERENCES species (id),
    FOREIGN KEY (replaces_id) REFERENCES species (id))`);
  await statement(`CREATE TABLE handling_audit (
    ${event},
    block_id CHAR(36) NOT NULL,
    lot_id CHAR(36) NULL,
    planter_id CHAR(36) NULL,
    seen JSON NOT NULL,
    note VARCHAR(300) NOT NULL,
    INDEX (block_id, at),
    FOREIGN KEY (block_id) REFERENCES block (id),
    FOREIGN KEY (lot_id) REFERENCES lot (id),
    FOREIGN KEY (planter_id) REFERENCES planter (id))`);
  for (const table of appendOnly) {
    for (const change of ['UPDATE', 'DELETE']) {
      await statement(`CREATE TRIGGER ${table}_no_${change.toLowerCase()} BEFORE ${change} ON ${table}
        FOR EACH ROW SIGNAL SQLSTATE '45000'
        SET MESSAGE_TEXT = 'events are never changed; record a correction'`);
    }
  }
  await lots(statement);
  await sums(statement);
}

async function cardsAndTools(statement: (sql: string) => Promise<unknown>) {
  await statement(`ALTER TABLE species
    ADD COLUMN marks JSON NOT NULL DEFAULT '{}',
    ADD COLUMN notes TEXT NOT NULL DEFAULT ''`);
  await statement(`CREATE TABLE species_picture (
    id CHAR(36) PRIMARY KEY,
    species_id CHAR(36) NOT NULL,
    caption VARCHAR(120) NOT NULL,
    mime ENUM('image/png','image/jpeg','image/webp') NOT NULL,
    bytes MEDIUMBLOB NOT NULL,
    added_at DATETIME(3) NOT NULL,
    FOREIGN KEY (species_id) REFERENCES species (id))`);
  await statement(`CREATE TABLE tool (
    id CHAR(36) PRIMARY KEY,
    site_id CHAR(36) NOT NULL,
    name VARCHAR(80) NOT NULL,
    kind ENUM('bar','spade','auger','machine','tube') NOT NULL,
    depth DOUBLE NOT NULL,
    width DOUBLE NOT NULL,
    rate DOUBLE NOT NULL,
    position INT NOT NULL,
    FOREIGN KEY (site_id) REFERENCES site (id))`);
  await statement(`ALTER TABLE block ADD COLUMN carry_terms JSON NULL`);
}

async function lots(statement: (sql: string) => Promise<unknown>) {
  await statement(`ALTER TABLE lot
    ADD COLUMN order_id CHAR(36) NULL,
    ADD COLUMN replaces_id CHAR(36) NULL,
    ADD COLUMN seed_lot VARCHAR(40) NOT NULL DEFAULT '',
    ADD COLUMN lifted_on DATE NULL,
    ADD COLUMN undercut BOOLEAN NOT NULL DEFAULT FALSE,
    ADD COLUMN form ENUM('plug','ribbed','round','bag') NULL,
    ADD COLUMN volume DOUBLE NULL,
    ADD COLUMN per_box INT NOT NULL DEFAULT 100,
    ADD COLUMN tree_weight DOUBLE NULL,
    MODIFY COLUMN dip_factor DOUBLE NOT NULL DEFAULT 2,
    ADD FOREIGN KEY (order_id) REFERENCES stock_order (id),
    ADD FOREIGN KEY (replaces_id) REFERENCES species (id)`);
  // A dip is an event from now on; the factor says what one does.
  await statement(`UPDATE lot SET dip_factor = 2 WHERE dip_factor = 1`);
  await statement(`ALTER TABLE stock_event
    MODIFY COLUMN kind ENUM('receive','cull','issue','return','correct','move','dip','soak','drain',
      'water','plant','lose') NOT NULL,
    ADD COLUMN place_id CHAR(36) NULL,
    ADD COLUMN to_id CHAR(36) NULL,
    ADD COLUMN closes CHAR(36) NULL UNIQUE,
    ADD INDEX (at),
    ADD INDEX (kind, lot_id, at),
    ADD FOREIGN KEY (place_id) REFERENCES place (id),
    ADD FOREIGN KEY (to_id) REFERENCES place (id),
    ADD FOREIGN KEY (closes) REFERENCES stock_event (id)`);
  // How fast that air dries roots against 10 °C, 80 % RH, 1 m/s: as core/stock/exposure.ts has it.
  await statement(`ALTER TABLE root_event
    ADD COLUMN label VARCHAR(20) NOT NULL DEFAULT '',
    ADD COLUMN rate DOUBLE AS (((1 + 0.536 * wind) * 0.6108
      * EXP(17.27 * temperature / (temperature + 237.3)) * (1 - humidity))
      / ((1 + 0.536) * 0.6108 * EXP(172.7 / 247.3) * 0.2)) PERSISTENT`);
}

/** Sums beside the events, kept by the database itself in the transaction that writes the event. */
async function sums(statement: (sql: string) => Promise<unknown>) {
  await statement(`CREATE TABLE stock_total (
    lot_id CHAR(36) NOT NULL,
    kind VARCHAR(8) NOT NULL,
    count BIGINT NOT NULL,
    PRIMARY KEY (lot_id, kind))`);
  await statement(`CREATE TABLE stock_held (
    lot_id CHAR(36) NOT NULL,
    holder CHAR(38) NOT NULL,
    count BIGINT NOT NULL,
    since DATETIME(3) NOT NULL,
    PRIMARY KEY (lot_id, holder))`);
  await statement(`CREATE TABLE root_total (
    lot_id CHAR(36) NOT NULL,
    label VARCHAR(20) NOT NULL,
    minutes DOUBLE NOT NULL,
    openings INT NOT NULL,
    PRIMARY KEY (lot_id, label))`);
  await statement(`CREATE TABLE root_open (
    id CHAR(36) PRIMARY KEY,
    lot_id CHAR(36) NOT NULL,
    label VARCHAR(20) NOT NULL,
    at DATETIME(3) NOT NULL,
    temperature DOUBLE NOT NULL,
    humidity DOUBLE NOT NULL,
    wind DOUBLE NOT NULL,
    INDEX (lot_id))`);
  const hold = (holder: string, sign: string) => `IF ${holder} IS NOT NULL THEN
      INSERT INTO stock_held VALUES (NEW.lot_id, ${holder}, ${sign} way * trees, happened)
      ON DUPLICATE KEY UPDATE
        since = IF(count = 0, VALUES(since), since), count = count + VALUES(count);
    END IF;`;
  await statement(`CREATE TRIGGER stock_event_sums AFTER INSERT ON stock_event FOR EACH ROW
    BEGIN
      DECLARE what VARCHAR(8) DEFAULT NEW.kind;
      DECLARE way INT DEFAULT 1;
      DECLARE trees INT DEFAULT NEW.count;
      DECLARE happened DATETIME(3) DEFAULT NEW.at;
      DECLARE at_place CHAR(38) DEFAULT CONCAT('p:', COALESCE(NEW.place_id, ''));
      DECLARE to_place CHAR(38) DEFAULT CONCAT('p:', COALESCE(NEW.to_id, ''));
      DECLARE crew CHAR(38) DEFAULT CONCAT('c:', COALESCE(NEW.planter_id, ''));
      DECLARE giver CHAR(38);
      DECLARE taker CHAR(38);
      IF what = 'correct' THEN
        SELECT kind, -1, count, CONCAT('p:', COALESCE(place_id, '')),
          CONCAT('p:', COALESCE(to_id, '')), CONCAT('c:', COALESCE(planter_id, ''))
        INTO what, way, trees, at_place, to_place, crew
        FROM stock_event WHERE id = NEW.corrects;
      END IF;
      SET giver = CASE what WHEN 'move' THEN at_place WHEN 'cull' THEN at_place
        WHEN 'issue' THEN at_place WHEN 'return' THEN crew WHEN 'plant' THEN crew
        WHEN 'lose' THEN IF(crew = 'c:', at_place, crew) ELSE NULL END;
      SET taker = CASE what WHEN 'receive' THEN at_place WHEN 'return' THEN at_place
        WHEN 'move' THEN to_place WHEN 'issue' THEN crew ELSE NULL END;
      INSERT INTO stock_total VALUES (NEW.lot_id, what, way * trees)
      ON DUPLICATE KEY UPDATE count = count + VALUES(count);
      ${hold('giver', '-')}
      ${hold('taker', '')}
    END`);
  await statement(`CREATE TRIGGER root_event_sums AFTER INSERT ON root_event FOR EACH ROW
    BEGIN
      DECLARE opened DATETIME(3);
      DECLARE first_rate DOUBLE;
      DECLARE which VARCHAR(20);
      IF NEW.kind = 'open' THEN
        INSERT INTO root_open VALUES
          (NEW.id, NEW.lot_id, NEW.label, NEW.at, NEW.temperature, NEW.humidity, NEW.wind);
      ELSE
        SELECT at, rate, label INTO opened, first_rate, which FROM root_event WHERE id = NEW.closes;
        INSERT INTO root_total VALUES (NEW.lot_id, which,
          GREATEST(0, TIMESTAMPDIFF(MICROSECOND, opened, NEW.at)) / 6e7 * (first_rate + NEW.rate) / 2, 1)
        ON DUPLICATE KEY UPDATE
          minutes = minutes + VALUES(minutes), openings = openings + VALUES(openings);
        DELETE FROM root_open WHERE id = NEW.closes;
      END IF;
    END`);
  await fillSums(statement);
}

/** Sums of what was recorded before. Then only places without a name and planters existed. */
async function fillSums(statement: (sql: string) => Promise<unknown>) {
  const standing = `SELECT * FROM stock_event e WHERE kind <> 'correct'
    AND NOT EXISTS (SELECT 1 FROM stock_event c WHERE c.corrects = e.id)`;
  await statement(`INSERT INTO stock_total
    SELECT lot_id, kind, SUM(count) FROM (${standing}) s GROUP BY lot_id, kind`);
  await statement(`INSERT INTO stock_held
    SELECT lot_id, 'p:', SUM(IF(kind IN ('receive','return'), count, -count)), MIN(at)
    FROM (${standing}) s GROUP BY lot_id`);
  await statement(`INSERT INTO stock_held
    SELECT lot_id, CONCAT('c:', COALESCE(planter_id, '')), SUM(IF(kind = 'issue', count, -count)), MIN(at)
    FROM (${standing}) s WHERE kind IN ('issue','return')
    GROUP BY lot_id, COALESCE(planter_id, '')`);
  await statement(`INSERT INTO root_open
    SELECT id, lot_id, label, at, temperature, humidity, wind FROM root_event o
    WHERE kind = 'open' AND NOT EXISTS (SELECT 1 FROM root_event c WHERE c.closes = o.id)`);
  await statement(`INSERT INTO root_total
    SELECT o.lot_id, o.label,
      SUM(GREATEST(0, TIMESTAMPDIFF(MICROSECOND, o.at, c.at)) / 6e7 * (o.rate + c.rate) / 2), COUNT(*)
    FROM root_event c JOIN root_event o ON o.id = c.closes GROUP BY o.lot_id, o.label`);
}
