/** Sites, the people who work on them, their sign-ins, and what a whole site shares. */
export async function up(statement: (sql: string) => Promise<unknown>): Promise<void> {
  await statement(`CREATE TABLE site (
    id CHAR(36) PRIMARY KEY,
    name VARCHAR(120) NOT NULL,
    longitude DOUBLE NOT NULL,
    latitude DOUBLE NOT NULL,
    zone VARCHAR(60) NOT NULL)`);
  await statement(`CREATE TABLE person (
    id CHAR(36) PRIMARY KEY,
    sign_in VARCHAR(80) NOT NULL UNIQUE,
    name VARCHAR(120) NOT NULL,
    password_hash VARCHAR(255) NOT NULL,
    units ENUM('metric','us') NOT NULL DEFAULT 'metric',
    theme ENUM('day','cab') NOT NULL DEFAULT 'day')`);
  await statement(`CREATE TABLE membership (
    person_id CHAR(36) NOT NULL,
    site_id CHAR(36) NOT NULL,
    role ENUM('leader','checker','planter','viewer') NOT NULL,
    PRIMARY KEY (person_id, site_id),
    FOREIGN KEY (person_id) REFERENCES person (id),
    FOREIGN KEY (site_id) REFERENCES site (id))`);
  await statement(`CREATE TABLE session (
    token_hash CHAR(64) PRIMARY KEY,
    person_id CHAR(36) NOT NULL,
    expires_at DATETIME(3) NOT NULL,
    INDEX (expires_at),
    FOREIGN KEY (person_id) REFERENCES person (id))`);
  await statement(`CREATE TABLE sign_in_attempt (
    id BIGINT AUTO_INCREMENT PRIMARY KEY,
    sign_in VARCHAR(80) NOT NULL,
    address VARCHAR(64) NOT NULL,
    at DATETIME(3) NOT NULL,
    INDEX (sign_in, at),
    INDEX (address, at))`);
  await statement(`CREATE TABLE species (
    id CHAR(36) PRIMARY KEY,
    site_id CHAR(36) NOT NULL,
    letter CHAR(1) NOT NULL,
    name VARCHAR(80) NOT NULL,
    colour CHAR(7) NOT NULL,
    stock ENUM('bare-root','container') NOT NULL,
    mature_height DOUBLE NOT NULL,
    crown DOUBLE NOT NULL,
    damp VARCHAR(40) NOT NULL,
    light VARCHAR(40) NOT NULL,
    UNIQUE (site_id, letter),
    FOREIGN KEY (site_id) REFERENCES site (id))`);
  await statement(`CREATE TABLE planter (
    id CHAR(36) PRIMARY KEY,
    site_id CHAR(36) NOT NULL,
    person_id CHAR(36) NULL,
    name VARCHAR(80) NOT NULL,
    rate DOUBLE NOT NULL,
    position INT NOT NULL,
    FOREIGN KEY (person_id) REFERENCES person (id),
    FOREIGN KEY (site_id) REFERENCES site (id))`);
  await statement(`CREATE TABLE weather_day (
    site_id CHAR(36) NOT NULL,
    day DATE NOT NULL,
    lowest DOUBLE NOT NULL,
    highest DOUBLE NOT NULL,
    rain DOUBLE NOT NULL,
    humidity DOUBLE NOT NULL,
    wind DOUBLE NOT NULL,
    PRIMARY KEY (site_id, day),
    FOREIGN KEY (site_id) REFERENCES site (id))`);
}
