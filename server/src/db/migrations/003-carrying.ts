/** Income, commitments and worth in full, and what was said to the questions that their figures raise. */
export const up: string[] = [
  `ALTER TABLE income
    ADD COLUMN weeks_per_year DECIMAL(6,2) NULL,
    ADD COLUMN extra_months INT NULL,
    ADD COLUMN until DATE NULL,
    ADD COLUMN probation_until DATE NULL,
    ADD COLUMN untaxed BOOLEAN NOT NULL DEFAULT FALSE,
    ADD COLUMN months_seen INT NULL,
    ADD COLUMN year_end DATE NULL,
    ADD COLUMN profit_latest BIGINT NULL,
    ADD COLUMN add_back_latest BIGINT NULL,
    ADD COLUMN profit_before BIGINT NULL,
    ADD COLUMN add_back_before BIGINT NULL,
    ADD COLUMN capital BIGINT NULL,
    ADD COLUMN yield_rate DECIMAL(9,6) NULL,
    ADD COLUMN year_to_date BIGINT NULL,
    ADD COLUMN year_to_date_at DATE NULL,
    ADD COLUMN net_amount BIGINT NULL`,
  `ALTER TABLE debt
    ADD COLUMN owners VARCHAR(200) NULL,
    ADD COLUMN \`limit\` BIGINT NULL,
    ADD COLUMN rate DECIMAL(9,6) NULL,
    ADD COLUMN ends_on DATE NULL`,
  `ALTER TABLE asset
    ADD COLUMN owners VARCHAR(200) NULL,
    ADD COLUMN value_on DATE NULL,
    ADD COLUMN donor VARCHAR(120) NULL,
    ADD COLUMN donor_relation VARCHAR(60) NULL`,
  `CREATE TABLE explanation (
    id VARCHAR(32) NOT NULL PRIMARY KEY,
    file_id VARCHAR(32) NOT NULL,
    created_at DATETIME(3) NOT NULL,
    subject VARCHAR(120) NOT NULL,
    text VARCHAR(600) NULL,
    UNIQUE (file_id, subject),
    FOREIGN KEY (file_id) REFERENCES file (id)
  )`,
];
