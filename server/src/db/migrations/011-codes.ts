/**
 * A code belongs to the browser that asked for it, so that nobody else's guesses are counted against it; texts to a phone are
 * counted. Codes live ten minutes: those that are out are asked for again.
 */
export const up: string[] = [
  'DROP TABLE door_code',
  `CREATE TABLE door_code (
    person_id VARCHAR(32) NOT NULL,
    browser_hash CHAR(64) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    file_id VARCHAR(32) NOT NULL,
    code_hash CHAR(64) NULL,
    sent_to VARCHAR(40) NULL,
    expires_at DATETIME(3) NULL,
    tries INT NOT NULL,
    locked_until DATETIME(3) NULL,
    PRIMARY KEY (person_id, browser_hash),
    FOREIGN KEY (file_id, person_id) REFERENCES file_person (file_id, id)
  )`,
  `CREATE TABLE door_text (
    id BIGINT NOT NULL AUTO_INCREMENT PRIMARY KEY,
    phone VARCHAR(40) NOT NULL,
    expected BOOLEAN NOT NULL,
    sent_at DATETIME(3) NOT NULL,
    KEY by_phone (phone, sent_at)
  )`,
];
