/** Assistance towards a premium: who files with whom, what changes and is taken off in a year, and what was told to whom; covers that somebody has elsewhere. */
export const up: string[] = [
  'ALTER TABLE file_request ADD COLUMN assistance VARCHAR(10) NULL',
  `ALTER TABLE file_person
    ADD COLUMN claimed_by VARCHAR(40) NULL,
    ADD COLUMN must_file BOOLEAN NOT NULL DEFAULT FALSE,
    ADD COLUMN other_cover VARCHAR(10) NULL,
    ADD COLUMN employer_cost BIGINT NULL`,
  `CREATE TABLE year_change (
    id VARCHAR(40) NOT NULL PRIMARY KEY,
    file_id VARCHAR(32) NOT NULL,
    person_id VARCHAR(40) NOT NULL,
    what VARCHAR(120) NULL,
    direction VARCHAR(10) NULL,
    monthly BIGINT NULL,
    since DATE NULL,
    created_at DATETIME(3) NOT NULL,
    INDEX (file_id),
    FOREIGN KEY (file_id) REFERENCES file (id)
  )`,
  `CREATE TABLE deduction (
    id VARCHAR(40) NOT NULL PRIMARY KEY,
    file_id VARCHAR(32) NOT NULL,
    person_id VARCHAR(40) NOT NULL,
    code VARCHAR(40) NULL,
    yearly BIGINT NULL,
    created_at DATETIME(3) NOT NULL,
    INDEX (file_id),
    FOREIGN KEY (file_id) REFERENCES file (id)
  )`,
  `CREATE TABLE assistance_result (
    id VARCHAR(40) NOT NULL PRIMARY KEY,
    file_id VARCHAR(32) NOT NULL,
    figures LONGTEXT NOT NULL,
    given_at DATETIME(3) NOT NULL,
    given_by TEXT NOT NULL,
    read_at DATETIME(3) NULL,
    read_by TEXT NULL,
    read_how VARCHAR(64) NULL,
    INDEX (file_id),
    FOREIGN KEY (file_id) REFERENCES file (id)
  )`,
  `CREATE TABLE other_policy (
    id VARCHAR(40) NOT NULL PRIMARY KEY,
    file_id VARCHAR(32) NOT NULL,
    person_id VARCHAR(40) NOT NULL,
    insurer VARCHAR(120) NULL,
    address VARCHAR(200) NULL,
    number VARCHAR(60) NULL,
    becomes VARCHAR(10) NULL,
    ends_on DATE NULL,
    benefit BIGINT NULL,
    waiting_days VARCHAR(8) NULL,
    benefit_months VARCHAR(8) NULL,
    premium BIGINT NULL,
    leaves_out VARCHAR(400) NULL,
    why VARCHAR(400) NULL,
    created_at DATETIME(3) NOT NULL,
    INDEX (file_id),
    FOREIGN KEY (file_id) REFERENCES file (id)
  )`,
  'ALTER TABLE notice ADD COLUMN recipient TEXT NULL',
  'DELETE FROM file_snapshot',
];
