/**
 * Offers and what was said to them, notices of what was decided, reasons in words of one's own, the day on which an
 * application was complete, and letters that are printed. Snapshots are made again, since they hold more now.
 */
export const up: string[] = [
  'ALTER TABLE file ADD COLUMN complete_on DATE NULL',
  'ALTER TABLE decision MODIFY outcome VARCHAR(20) NOT NULL, ADD COLUMN other VARCHAR(200) NULL, DROP FOREIGN KEY decision_ibfk_2',
  `CREATE TABLE offer (
    id VARCHAR(32) NOT NULL PRIMARY KEY,
    file_id VARCHAR(32) NOT NULL,
    state VARCHAR(12) NOT NULL,
    kind VARCHAR(12) NOT NULL,
    changes LONGTEXT NOT NULL,
    terms TEXT NOT NULL,
    conditions TEXT NOT NULL,
    answers TEXT NOT NULL,
    until DATE NOT NULL,
    made_at DATETIME(3) NOT NULL,
    made_by VARCHAR(120) NOT NULL,
    KEY (file_id, made_at),
    FOREIGN KEY (file_id) REFERENCES file (id)
  )`,
  `CREATE TABLE notice (
    id VARCHAR(32) NOT NULL PRIMARY KEY,
    file_id VARCHAR(32) NOT NULL,
    person_id VARCHAR(32) NOT NULL,
    kind VARCHAR(16) NOT NULL,
    channel VARCHAR(8) NOT NULL,
    made_at DATETIME(3) NOT NULL,
    missing TEXT NOT NULL,
    \`lines\` TEXT NOT NULL,
    respond_by DATE NULL,
    hash CHAR(64) NULL,
    KEY (file_id, made_at),
    FOREIGN KEY (file_id) REFERENCES file (id)
  )`,
  'ALTER TABLE message ADD COLUMN notice_id VARCHAR(32) NULL, ADD COLUMN posted_by VARCHAR(120) NULL',
  'DELETE FROM file_snapshot',
];
