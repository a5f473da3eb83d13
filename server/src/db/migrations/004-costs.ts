/** What a loan is made of, what it pays for and rests on, businesses, and other ways to ask. */
const table = (name: string, columns: string): string => `CREATE TABLE ${name} (
    id VARCHAR(32) NOT NULL PRIMARY KEY,
    file_id VARCHAR(32) NOT NULL,
    created_at DATETIME(3) NOT NULL,
    ${columns},
    FOREIGN KEY (file_id) REFERENCES file (id)
  )`;

export const up: string[] = [
  `ALTER TABLE file_request ADD COLUMN legal_form VARCHAR(40) NULL`,
  table(
    'loan_part',
    `kind VARCHAR(40) NULL,
    amount BIGINT NULL,
    term_months INT NULL,
    every VARCHAR(20) NULL,
    advance_on DATE NULL,
    first_payment_on DATE NULL,
    interest_only_months INT NULL,
    balloon BIGINT NULL,
    holiday_from INT NULL,
    holiday_periods INT NULL,
    season VARCHAR(40) NULL`,
  ),
  table('fund_use', 'what VARCHAR(120) NULL, amount BIGINT NULL'),
  table('fund_source', 'kind VARCHAR(40) NULL, what VARCHAR(120) NULL, amount BIGINT NULL'),
  table('security_item', 'kind VARCHAR(40) NULL, description VARCHAR(160) NULL, value BIGINT NULL, value_on DATE NULL, prior_charges BIGINT NULL'),
  table('payroll_entry', 'name VARCHAR(120) NULL, kind VARCHAR(20) NULL, yearly_pay BIGINT NULL, profit_share BIGINT NULL'),
  table('business_year', 'year_end DATE NULL, revenue BIGINT NULL, costs BIGINT NULL, depreciation BIGINT NULL, interest BIGINT NULL, drawings BIGINT NULL'),
  table('variant', 'label VARCHAR(80) NULL, changes TEXT NULL'),
];
