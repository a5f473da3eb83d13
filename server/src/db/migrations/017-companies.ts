/** Who owns and directs a company, and who signs for it. */
export const up: string[] = [
  'ALTER TABLE file_person ADD COLUMN signs_for VARCHAR(32) NULL, ADD COLUMN signs_how VARCHAR(12) NULL',
  `CREATE TABLE stake (
    id VARCHAR(32) NOT NULL PRIMARY KEY,
    file_id VARCHAR(32) NOT NULL,
    created_at DATETIME(3) NOT NULL,
    of_id VARCHAR(32) NOT NULL,
    owner_id VARCHAR(32) NULL,
    others VARCHAR(120) NULL,
    share DECIMAL(6,2) NULL,
    controls BOOLEAN NOT NULL DEFAULT FALSE,
    FOREIGN KEY (file_id) REFERENCES file (id)
  )`,
  'DELETE FROM file_snapshot',
];
