/** What persons are covered for, how a premium is paid, and whether there is another policy with us. */
export const up: string[] = [
  `CREATE TABLE cover (
    id VARCHAR(40) NOT NULL PRIMARY KEY,
    file_id VARCHAR(32) NOT NULL,
    person_id VARCHAR(40) NOT NULL,
    plan VARCHAR(40) NULL,
    benefit BIGINT NULL,
    waiting_days VARCHAR(8) NULL,
    benefit_months VARCHAR(8) NULL,
    occupation VARCHAR(40) NULL,
    tobacco VARCHAR(8) NULL,
    height DECIMAL(6,2) NULL,
    weight DECIMAL(6,2) NULL,
    other_cover BIGINT NULL,
    created_at DATETIME(3) NOT NULL,
    INDEX (file_id),
    FOREIGN KEY (file_id) REFERENCES file (id)
  )`,
  'ALTER TABLE file_request ADD COLUMN premium_mode VARCHAR(20) NULL, ADD COLUMN other_policy BOOLEAN NOT NULL DEFAULT FALSE',
];
