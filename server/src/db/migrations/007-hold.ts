/** Pages of agreements that were given to a signer's session; secrets of messages apart from their words; changed contacts. */
export const up: string[] = [
  // A file's state has more in it now; what isn't there is made again out of the rows.
  'DELETE FROM file_snapshot',
  'ALTER TABLE envelope ADD COLUMN pages INT NULL',
  'ALTER TABLE signer ADD COLUMN pages_read TEXT NULL',
  `CREATE TABLE page_served (
    signer_id VARCHAR(32) NOT NULL,
    session VARCHAR(64) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    page INT NOT NULL,
    served_at DATETIME(3) NOT NULL,
    PRIMARY KEY (signer_id, session, page),
    FOREIGN KEY (signer_id) REFERENCES signer (id)
  )`,
  'ALTER TABLE staff_session ADD COLUMN seen_at DATETIME(3) NULL',
  'UPDATE staff_session SET seen_at = created_at',
  'ALTER TABLE staff_session MODIFY seen_at DATETIME(3) NOT NULL',
  'ALTER TABLE message ADD COLUMN secret VARBINARY(1000) NULL, ADD KEY by_recipient (recipient, created_at)',
  // What was sent before said its links and codes in clear.
  `UPDATE message SET body = REGEXP_REPLACE(REGEXP_REPLACE(body, '/door/[A-Za-z0-9_-]+', '/door/…'), '^[0-9]{6} is your code', '•••••• is your code') WHERE sent_at IS NOT NULL`,
  `CREATE TABLE contact_change (
    id VARCHAR(32) NOT NULL PRIMARY KEY,
    file_id VARCHAR(32) NOT NULL,
    person_id VARCHAR(32) NOT NULL,
    field VARCHAR(20) NOT NULL,
    at DATETIME(3) NOT NULL,
    KEY by_file (file_id),
    FOREIGN KEY (file_id) REFERENCES file (id)
  )`,
];
