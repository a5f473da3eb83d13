const ROW = `id VARCHAR(32) NOT NULL PRIMARY KEY, file_id VARCHAR(32) NOT NULL, created_at DATETIME(3) NOT NULL`;
const OF_PERSON = `FOREIGN KEY (file_id, person_id) REFERENCES file_person (file_id, id)`;

/** People in full: roles, relations, histories, questions, consents, duplicates, the register with its merges, certificates, presence. */
export const up: string[] = [
  `ALTER TABLE file_person
    ADD COLUMN kind VARCHAR(14) NOT NULL DEFAULT 'person',
    ADD COLUMN also_roles VARCHAR(120) NULL,
    ADD COLUMN id_kind VARCHAR(20) NULL,
    ADD COLUMN tax_kind VARCHAR(20) NULL,
    ADD COLUMN tax_number_cipher VARBINARY(255) NULL,
    ADD COLUMN tax_number_hash CHAR(64) NULL,
    ADD COLUMN tax_number_tail VARCHAR(8) NULL,
    ADD COLUMN no_email BOOLEAN NOT NULL DEFAULT FALSE,
    ADD COLUMN language VARCHAR(20) NULL,
    ADD COLUMN contact_by VARCHAR(10) NULL,
    ADD COLUMN contact_times VARCHAR(80) NULL,
    ADD COLUMN accessibility VARCHAR(400) NULL,
    ADD COLUMN studies VARCHAR(10) NULL,
    ADD COLUMN family_status VARCHAR(20) NULL,
    ADD COLUMN other_parent VARCHAR(200) NULL,
    ADD COLUMN lives_with VARCHAR(32) NULL,
    ADD COLUMN organisation VARCHAR(160) NULL,
    ADD COLUMN share DECIMAL(5,2) NULL,
    ADD COLUMN details_from DATE NULL,
    ADD COLUMN details_confirmed DATE NULL,
    ADD FOREIGN KEY (file_id, lives_with) REFERENCES file_person (file_id, id),
    ADD KEY by_person (person_id)`,
  `CREATE TABLE relation (
    ${ROW},
    person_id VARCHAR(32) NOT NULL,
    to_id VARCHAR(32) NOT NULL,
    kind VARCHAR(14) NOT NULL,
    ${OF_PERSON},
    FOREIGN KEY (file_id, to_id) REFERENCES file_person (file_id, id)
  )`,
  // What was stated "to the applicant" becomes a relation that is read both ways.
  `INSERT INTO relation (id, file_id, created_at, person_id, to_id, kind)
    SELECT REPLACE(UUID(), '-', ''), p.file_id, p.created_at, p.id, a.id, p.relationship
    FROM file_person p JOIN file_person a ON a.file_id = p.file_id AND a.role = 'applicant'
    WHERE p.relationship IS NOT NULL AND p.id <> a.id`,
  `ALTER TABLE file_person DROP COLUMN relationship`,
  `CREATE TABLE work (
    ${ROW},
    person_id VARCHAR(32) NOT NULL,
    kind VARCHAR(14) NULL,
    employer VARCHAR(120) NULL,
    position VARCHAR(80) NULL,
    phone VARCHAR(40) NULL,
    since DATE NULL,
    until DATE NULL,
    ${OF_PERSON}
  )`,
  `CREATE TABLE pet (
    ${ROW},
    kind VARCHAR(10) NULL,
    breed VARCHAR(80) NULL,
    weight DECIMAL(6,2) NULL,
    service_animal BOOLEAN NOT NULL DEFAULT FALSE,
    FOREIGN KEY (file_id) REFERENCES file (id)
  )`,
  `CREATE TABLE vehicle (
    ${ROW},
    make VARCHAR(60) NULL,
    model VARCHAR(60) NULL,
    year INT NULL,
    plate VARCHAR(20) NULL,
    FOREIGN KEY (file_id) REFERENCES file (id)
  )`,
  `CREATE TABLE answer (
    ${ROW},
    person_id VARCHAR(32) NOT NULL,
    question VARCHAR(30) NOT NULL,
    value VARCHAR(60) NULL,
    explanation VARCHAR(600) NULL,
    UNIQUE (person_id, question),
    ${OF_PERSON}
  )`,
  `CREATE TABLE monitoring_answer (
    ${ROW},
    person_id VARCHAR(32) NOT NULL,
    question VARCHAR(30) NOT NULL,
    value VARCHAR(80) NULL,
    declined BOOLEAN NOT NULL,
    UNIQUE (person_id, question),
    ${OF_PERSON}
  )`,
  `ALTER TABLE home ADD COLUMN district VARCHAR(60) NULL`,
  // A consent can be given again after it was withdrawn, so the same text may stand more than once.
  `ALTER TABLE consent
    ADD KEY by_person (person_id, kind),
    ADD COLUMN language VARCHAR(20) NOT NULL DEFAULT 'en',
    ADD COLUMN to_whom VARCHAR(200) NOT NULL DEFAULT 'Quillhaven Mutual',
    ADD COLUMN withdrawn_at DATETIME(3) NULL,
    ADD COLUMN withdrawn_by VARCHAR(120) NULL`,
  `ALTER TABLE consent DROP INDEX person_id`,
  `CREATE TABLE duplicate (
    id VARCHAR(32) NOT NULL PRIMARY KEY,
    file_id VARCHAR(32) NOT NULL,
    person_id VARCHAR(32) NOT NULL,
    match_id VARCHAR(32) NOT NULL,
    reasons TEXT NOT NULL,
    state VARCHAR(10) NOT NULL,
    reason VARCHAR(1000) NULL,
    said_by VARCHAR(120) NULL,
    at DATETIME(3) NOT NULL,
    reviewed_by VARCHAR(120) NULL,
    UNIQUE (person_id, match_id),
    ${OF_PERSON},
    FOREIGN KEY (match_id) REFERENCES person (id)
  )`,
  `ALTER TABLE person
    ADD COLUMN kind VARCHAR(14) NOT NULL DEFAULT 'person',
    ADD COLUMN known_as VARCHAR(100) NULL,
    ADD COLUMN id_kind VARCHAR(20) NULL,
    ADD COLUMN tax_kind VARCHAR(20) NULL,
    ADD COLUMN tax_number_cipher VARBINARY(255) NULL,
    ADD COLUMN tax_number_hash CHAR(64) NULL,
    ADD COLUMN tax_number_tail VARCHAR(8) NULL,
    ADD COLUMN language VARCHAR(20) NULL,
    ADD COLUMN contact_by VARCHAR(10) NULL,
    ADD COLUMN merged_into VARCHAR(32) NULL,
    ADD KEY (tax_number_hash),
    ADD KEY (phone),
    ADD KEY (email),
    ADD KEY by_name (full_name, id),
    ADD FOREIGN KEY (merged_into) REFERENCES person (id)`,
  `CREATE TABLE person_merge (
    id VARCHAR(32) NOT NULL PRIMARY KEY,
    kept_id VARCHAR(32) NOT NULL,
    dropped_id VARCHAR(32) NOT NULL,
    reason VARCHAR(1000) NOT NULL,
    moved LONGTEXT NOT NULL,
    merged_by VARCHAR(120) NOT NULL,
    at DATETIME(3) NOT NULL,
    undone_at DATETIME(3) NULL,
    undone_by VARCHAR(120) NULL,
    KEY (dropped_id),
    KEY (kept_id),
    FOREIGN KEY (kept_id) REFERENCES person (id),
    FOREIGN KEY (dropped_id) REFERENCES person (id)
  )`,
  // Every word of a name with one letter left out, so that a slip of one letter is found by plain equality.
  `CREATE TABLE name_slip (
    form VARCHAR(64) NOT NULL,
    word VARCHAR(64) NOT NULL,
    PRIMARY KEY (form, word),
    KEY (word)
  )`,
  `CREATE TABLE certificate (
    id VARCHAR(32) NOT NULL PRIMARY KEY,
    staff_id VARCHAR(32) NOT NULL,
    number VARCHAR(40) NOT NULL UNIQUE,
    line VARCHAR(12) NOT NULL,
    places VARCHAR(400) NOT NULL,
    valid_from DATE NOT NULL,
    valid_until DATE NULL,
    FOREIGN KEY (staff_id) REFERENCES staff (id)
  )`,
  // Whoever offered the loan before certificates were kept goes on offering it; the policy owner gives the right numbers.
  `INSERT INTO certificate (id, staff_id, number, line, places, valid_from, valid_until)
    SELECT CONCAT('carried-', LEFT(id, 24)), id, CONCAT('carried over, ', LEFT(username, 26)), 'lending', 'us', '2026-01-01', NULL FROM staff WHERE role = 'intake'`,
  `CREATE TABLE presence (
    file_id VARCHAR(32) NOT NULL,
    staff_id VARCHAR(32) NOT NULL,
    place VARCHAR(80) NULL,
    seen_at DATETIME(3) NOT NULL,
    PRIMARY KEY (file_id, staff_id),
    FOREIGN KEY (file_id) REFERENCES file (id),
    FOREIGN KEY (staff_id) REFERENCES staff (id)
  )`,
  `ALTER TABLE file
    ADD COLUMN signed_on DATE NULL,
    ADD COLUMN with_applicant BOOLEAN NOT NULL DEFAULT FALSE,
    ADD COLUMN active_at DATETIME(3) NULL,
    ADD COLUMN warned INT NOT NULL DEFAULT 0,
    ADD COLUMN round VARCHAR(60) NULL,
    ADD KEY by_round (round, is_open),
    ADD KEY by_activity (is_open, active_at)`,
  `UPDATE file f SET active_at = COALESCE((SELECT MAX(at) FROM history h WHERE h.file_id = f.id), f.opened_at)`,
  `ALTER TABLE file MODIFY active_at DATETIME(3) NOT NULL`,
];
