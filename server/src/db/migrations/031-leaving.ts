/** Lets that go on after their term until somebody gives notice, the notice that was given, and why keys were handed over early. */
export const up: string[] = [
  'ALTER TABLE unit_booking ADD COLUMN term_ends_on DATE NULL',
  'UPDATE unit_booking SET term_ends_on = ends_on',
  'ALTER TABLE unit_booking MODIFY term_ends_on DATE NOT NULL',
  // What goes on isn't free after its term, but where somebody was promised the unit since: that stands.
  `UPDATE unit_booking b
     JOIN file f ON f.id = b.file_id
     JOIN product p ON p.id = f.product_id
     LEFT JOIN (SELECT unit_id, MAX(starts_on) AS last_start FROM unit_booking GROUP BY unit_id) n ON n.unit_id = b.unit_id
   SET b.ends_on = '9999-12-31'
   WHERE b.starts_on = n.last_start AND JSON_VALUE(p.definition, '$.lease.notice.end') IN ('monthToMonth', 'renews')`,
  'ALTER TABLE handover ADD COLUMN early TEXT NULL',
  'ALTER TABLE file ADD COLUMN wakes_on DATE NULL, ADD INDEX file_wakes (wakes_on)',
  // What is let is looked at once, so that its days are known.
  "UPDATE file SET wakes_on = '2000-01-01' WHERE stage = 'done' AND id IN (SELECT file_id FROM unit_booking WHERE state = 'let')",
  `CREATE TABLE lease_notice (
    id VARCHAR(40) NOT NULL PRIMARY KEY,
    file_id VARCHAR(32) NOT NULL,
    side VARCHAR(8) NOT NULL,
    person_id VARCHAR(40) NULL,
    given_on DATE NOT NULL,
    ends_on DATE NOT NULL,
    agreed TEXT NULL,
    taken_at DATETIME(3) NOT NULL,
    taken_by TEXT NOT NULL,
    back_at DATETIME(3) NULL,
    back_by TEXT NULL,
    back_why TEXT NULL,
    INDEX (file_id),
    FOREIGN KEY (file_id) REFERENCES file (id)
  )`,
  'DELETE FROM file_snapshot',
];
