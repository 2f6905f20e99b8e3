import type { Store } from '..';

/**
 * The middle floor: how often each thing was saved, what changed on which block, sums of the tallies,
 * who may from where, entries handed to the leader, and long work as rows. The sums beside stock events are
 * written by the core's folds from now on.
 */
export async function up(
  statement: (sql: string) => Promise<unknown>,
  store: Store,
): Promise<void> {
  const event = `id CHAR(36) PRIMARY KEY,
    at DATETIME(3) NOT NULL,
    recorded_at DATETIME(3) NOT NULL,
    author_id CHAR(36) NOT NULL,
    device VARCHAR(40) NOT NULL,
    FOREIGN KEY (author_id) REFERENCES person (id)`;
  await statement('DROP TRIGGER IF EXISTS stock_event_sums');
  await statement('DROP TRIGGER IF EXISTS root_event_sums');
  await statement('ALTER TABLE root_event DROP COLUMN IF EXISTS rate');
  for (const table of ['tally', 'stock_event', 'root_event'])
    await statement(
      `ALTER TABLE ${table} ADD COLUMN seq BIGINT NOT NULL AUTO_INCREMENT, ADD UNIQUE INDEX (seq)`,
    );
  await statement(`ALTER TABLE stock_event ADD COLUMN flag VARCHAR(12) NULL`);
  await statement(`ALTER TABLE tally
    ADD COLUMN note VARCHAR(300) NOT NULL DEFAULT '',
    ADD COLUMN late BOOLEAN NOT NULL DEFAULT FALSE,
    ADD INDEX tally_corrects (corrects),
    DROP INDEX corrects`);
  await statement(`ALTER TABLE survival_count ADD COLUMN why VARCHAR(300) NOT NULL DEFAULT ''`);
  await statement(`ALTER TABLE block
    ADD COLUMN edition INT NOT NULL DEFAULT 1,
    ADD COLUMN method_edition INT NOT NULL DEFAULT 1,
    ADD COLUMN terms_edition INT NOT NULL DEFAULT 1`);
  for (const table of ['species', 'lot', 'place', 'stock_order', 'tool', 'product', 'planter'])
    await statement(`ALTER TABLE ${table} ADD COLUMN edition INT NOT NULL DEFAULT 1`);
  await statement(`ALTER TABLE site
    ADD COLUMN placed BOOLEAN NOT NULL DEFAULT TRUE,
    ADD COLUMN edition INT NOT NULL DEFAULT 1`);
  await statement(`UPDATE site SET placed = FALSE WHERE longitude = 0 AND latitude = 0`);
  await statement(`ALTER TABLE person ADD COLUMN anonymous BOOLEAN NOT NULL DEFAULT FALSE`);
  await statement(`ALTER TABLE session
    ADD COLUMN device VARCHAR(120) NOT NULL DEFAULT '',
    ADD COLUMN made_at DATETIME(3) NOT NULL DEFAULT CURRENT_TIMESTAMP(3),
    ADD COLUMN seen_at DATETIME(3) NOT NULL DEFAULT CURRENT_TIMESTAMP(3)`);
  await statement(
    `ALTER TABLE sign_in_attempt ADD INDEX by_pair (sign_in, address, at), ADD INDEX by_moment (at)`,
  );
  await statement(`CREATE TABLE reset_code (
    person_id CHAR(36) PRIMARY KEY,
    code_hash CHAR(64) NOT NULL,
    expires_at DATETIME(3) NOT NULL,
    made_by CHAR(36) NOT NULL,
    FOREIGN KEY (person_id) REFERENCES person (id))`);
  await statement(`CREATE TABLE change_mark (
    site_id CHAR(36) NOT NULL,
    block_id CHAR(36) NOT NULL,
    topic VARCHAR(16) NOT NULL,
    shard TINYINT NOT NULL,
    count BIGINT NOT NULL,
    PRIMARY KEY (site_id, block_id, topic, shard))`);
  await statement(`CREATE TABLE planted_row (
    layout_id CHAR(36) NOT NULL,
    \`row_number\` INT NOT NULL,
    planted INT NOT NULL,
    last_at DATETIME(3) NOT NULL,
    PRIMARY KEY (layout_id, \`row_number\`))`);
  await statement(`CREATE TABLE planted_day (
    layout_id CHAR(36) NOT NULL,
    planter_id CHAR(36) NOT NULL,
    day DATE NOT NULL,
    planted INT NOT NULL,
    PRIMARY KEY (layout_id, planter_id, day))`);
  await statement(`CREATE TABLE handed (
    ${event},
    site_id CHAR(36) NOT NULL,
    block_id CHAR(36) NOT NULL,
    command VARCHAR(40) NOT NULL,
    payload JSON NOT NULL,
    reason VARCHAR(500) NOT NULL,
    note VARCHAR(300) NOT NULL,
    INDEX (site_id, at),
    FOREIGN KEY (site_id) REFERENCES site (id))`);
  await statement(`CREATE TABLE handed_done (
    ${event},
    handed_id CHAR(36) NOT NULL,
    note VARCHAR(300) NOT NULL,
    UNIQUE INDEX (handed_id),
    FOREIGN KEY (handed_id) REFERENCES handed (id))`);
  for (const table of ['handed', 'handed_done'])
    for (const change of ['UPDATE', 'DELETE'])
      await statement(`CREATE TRIGGER ${table}_no_${change.toLowerCase()} BEFORE ${change} ON ${table}
        FOR EACH ROW SIGNAL SQLSTATE '45000'
        SET MESSAGE_TEXT = 'events are never changed; record a correction'`);
  await statement(`CREATE TABLE job (
    id CHAR(36) PRIMARY KEY,
    site_id CHAR(36) NOT NULL,
    person_id CHAR(36) NOT NULL,
    kind VARCHAR(24) NOT NULL,
    input JSON NOT NULL,
    state ENUM('waiting','running','done','failed','cancelled') NOT NULL,
    progress DOUBLE NOT NULL,
    result JSON NULL,
    output LONGBLOB NULL,
    output_type VARCHAR(80) NOT NULL DEFAULT '',
    asked_at DATETIME(3) NOT NULL,
    held_until DATETIME(3) NULL,
    held_by CHAR(36) NULL,
    tries INT NOT NULL DEFAULT 0,
    INDEX (state, asked_at),
    FOREIGN KEY (site_id) REFERENCES site (id),
    FOREIGN KEY (person_id) REFERENCES person (id))`);
  const { mendSums } = await import('../sums');
  await mendSums(store);
}
