/** Planters who left, the language of each person, what is paid and what the leader decides of it. */
export async function up(statement: (sql: string) => Promise<unknown>): Promise<void> {
  await statement(`ALTER TABLE planter ADD COLUMN retired_on DATE NULL`);
  await statement(`ALTER TABLE person ADD COLUMN language CHAR(2) NOT NULL DEFAULT 'en'`);
  await statement(`CREATE TABLE pay_rate (
    id CHAR(36) PRIMARY KEY,
    site_id CHAR(36) NOT NULL,
    planter_id CHAR(36) NOT NULL,
    kind ENUM('piece','hour') NOT NULL,
    amount DOUBLE NOT NULL,
    from_day DATE NOT NULL,
    at DATETIME(3) NOT NULL,
    recorded_at DATETIME(3) NOT NULL,
    author_id CHAR(36) NOT NULL,
    device VARCHAR(64) NOT NULL,
    INDEX (site_id, from_day),
    FOREIGN KEY (site_id) REFERENCES site (id),
    FOREIGN KEY (planter_id) REFERENCES planter (id),
    FOREIGN KEY (author_id) REFERENCES person (id))`);
  await statement(`CREATE TABLE pay_decision (
    id CHAR(36) PRIMARY KEY,
    site_id CHAR(36) NOT NULL,
    planter_id CHAR(36) NOT NULL,
    day DATE NOT NULL,
    counts TINYINT(1) NOT NULL,
    note VARCHAR(300) NOT NULL DEFAULT '',
    at DATETIME(3) NOT NULL,
    recorded_at DATETIME(3) NOT NULL,
    author_id CHAR(36) NOT NULL,
    device VARCHAR(64) NOT NULL,
    INDEX (site_id, day),
    FOREIGN KEY (site_id) REFERENCES site (id),
    FOREIGN KEY (planter_id) REFERENCES planter (id),
    FOREIGN KEY (author_id) REFERENCES person (id))`);
  for (const table of ['pay_rate', 'pay_decision'])
    for (const change of ['UPDATE', 'DELETE'])
      await statement(`CREATE TRIGGER ${table}_no_${change.toLowerCase()} BEFORE ${change} ON ${table}
        FOR EACH ROW SIGNAL SQLSTATE '45000'
        SET MESSAGE_TEXT = 'events are never changed; record a correction'`);
}
