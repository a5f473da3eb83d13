/** Up to four years of accounts, a raise with its day, the limit and the end of a line, and settlement sheets of a share of the catch. */
export const up: string[] = [
  `ALTER TABLE income
    ADD COLUMN profit_third BIGINT NULL, ADD COLUMN add_back_third BIGINT NULL,
    ADD COLUMN profit_fourth BIGINT NULL, ADD COLUMN add_back_fourth BIGINT NULL,
    ADD COLUMN raised_to BIGINT NULL, ADD COLUMN raised_on DATE NULL`,
  'ALTER TABLE loan_part ADD COLUMN line_limit BIGINT NULL, ADD COLUMN line_ends_on DATE NULL',
  `CREATE TABLE settlement_sheet (
    id VARCHAR(32) NOT NULL PRIMARY KEY,
    file_id VARCHAR(32) NOT NULL,
    created_at DATETIME(3) NOT NULL,
    income_id VARCHAR(40) NULL,
    season VARCHAR(80) NULL,
    since DATE NULL,
    until DATE NULL,
    landed BIGINT NULL,
    costs BIGINT NULL,
    lay DECIMAL(9,6) NULL,
    FOREIGN KEY (file_id) REFERENCES file (id)
  )`,
  // Snapshots of before don't hold them.
  'DELETE FROM file_snapshot',
];
