/**
 * A snapshot of each file's state beside its rows, who stated each value last, where a history was found to hold, and the
 * day on which a file lapses; the agreement and payments as work that is done beside the file.
 */
export const up: string[] = [
  `CREATE TABLE file_snapshot (
    file_id VARCHAR(32) NOT NULL PRIMARY KEY,
    version INT NOT NULL,
    state LONGTEXT NOT NULL,
    waiting TEXT NOT NULL,
    words TEXT NOT NULL,
    projected_on DATE NOT NULL,
    KEY by_projected (projected_on, file_id),
    FOREIGN KEY (file_id) REFERENCES file (id)
  )`,
  `ALTER TABLE file ADD COLUMN history_hash CHAR(64) NULL, ADD COLUMN lapse_on DATE NULL, ADD KEY by_lapse (lapse_on, id)`,
  `UPDATE file f SET history_hash = (SELECT h.hash FROM history h WHERE h.file_id = f.id ORDER BY h.sequence DESC LIMIT 1)`,
  // Judged at the next sweep, which says on which day each is really looked at again.
  `UPDATE file SET lapse_on = DATE(active_at) WHERE is_open`,
  `CREATE TABLE stated_value (
    file_id VARCHAR(32) NOT NULL,
    subject VARCHAR(120) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    said_by VARCHAR(200) NOT NULL,
    at DATETIME(3) NOT NULL,
    by_applicant BOOLEAN NOT NULL,
    PRIMARY KEY (file_id, subject),
    FOREIGN KEY (file_id) REFERENCES file (id)
  )`,
  `INSERT INTO stated_value (file_id, subject, said_by, at, by_applicant)
    SELECT h.file_id, h.subject, h.actor, h.at, s.id IS NULL FROM history h
    JOIN (SELECT file_id, subject, MAX(sequence) AS last FROM history WHERE act IN ('details.set', 'details.add') GROUP BY file_id, subject) newest
      ON newest.file_id = h.file_id AND newest.last = h.sequence
    LEFT JOIN staff s ON s.id = h.actor_id`,
  `CREATE TABLE history_checkpoint (
    file_id VARCHAR(32) NOT NULL PRIMARY KEY,
    sequence INT NOT NULL,
    hash CHAR(64) NOT NULL,
    at DATETIME(3) NOT NULL,
    FOREIGN KEY (file_id) REFERENCES file (id)
  )`,
  `ALTER TABLE duplicate ADD COLUMN match_name VARCHAR(200) NOT NULL DEFAULT ''`,
  `UPDATE duplicate d JOIN person p ON p.id = d.match_id SET d.match_name = p.full_name`,
  `ALTER TABLE envelope MODIFY document_hash CHAR(64) NULL`,
  `ALTER TABLE payout
    ADD COLUMN verify_asked_at DATETIME(3) NULL,
    ADD COLUMN order_state VARCHAR(12) NULL,
    ADD COLUMN order_about CHAR(64) NULL,
    ADD COLUMN order_amount BIGINT NULL,
    ADD COLUMN ordered_at DATETIME(3) NULL,
    ADD COLUMN ordered_by VARCHAR(120) NULL,
    ADD COLUMN ordered_by_id VARCHAR(32) NULL,
    ADD COLUMN order_problem VARCHAR(200) NULL`,
];
