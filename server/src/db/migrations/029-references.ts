/** What is asked about earlier lettings of who let them, who come in by a link of their own and see nothing else. */
export const up: string[] = [
  'ALTER TABLE home ADD COLUMN referee_id VARCHAR(40) NULL',
  "ALTER TABLE door_link ADD COLUMN purpose VARCHAR(20) NOT NULL DEFAULT 'file'",
  "ALTER TABLE door_session ADD COLUMN purpose VARCHAR(20) NOT NULL DEFAULT 'file'",
  `CREATE TABLE letting_reference (
    id VARCHAR(40) NOT NULL PRIMARY KEY,
    file_id VARCHAR(32) NOT NULL,
    home_id VARCHAR(40) NOT NULL,
    referee_id VARCHAR(40) NOT NULL,
    about VARCHAR(40) NOT NULL,
    state VARCHAR(20) NOT NULL,
    asked_at DATETIME(3) NOT NULL,
    asked_by VARCHAR(120) NOT NULL,
    answered_at DATETIME(3) NULL,
    how VARCHAR(20) NULL,
    taken_by VARCHAR(120) NULL,
    said LONGTEXT NULL,
    reason TEXT NULL,
    INDEX (file_id),
    FOREIGN KEY (file_id) REFERENCES file (id)
  )`,
  'DELETE FROM file_snapshot',
];
