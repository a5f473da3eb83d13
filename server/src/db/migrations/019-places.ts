const row = (name: string, columns: string): string =>
  `CREATE TABLE ${name} (
    id VARCHAR(32) NOT NULL PRIMARY KEY,
    file_id VARCHAR(32) NOT NULL,
    created_at DATETIME(3) NOT NULL,
    ${columns},
    FOREIGN KEY (file_id) REFERENCES file (id)
  )`;
const hidden = (name: string): string => `${name}_cipher VARBINARY(255) NULL, ${name}_hash CHAR(64) NULL, ${name}_tail VARCHAR(8) NULL`;

/** Accounts as each place names them, payees, identity papers as rows, what is known of what is pledged, and whole accounts of a business. */
export const up: string[] = [
  'ALTER TABLE file_request MODIFY COLUMN payout_routing VARCHAR(40) NULL',
  `ALTER TABLE file_request
    ADD COLUMN debit_name VARCHAR(120) NULL,
    ADD COLUMN debit_routing VARCHAR(40) NULL,
    ADD COLUMN debit_account_cipher VARBINARY(255) NULL,
    ADD COLUMN debit_account_hash CHAR(64) NULL,
    ADD COLUMN debit_account_tail VARCHAR(8) NULL`,
  row('payee', `kind VARCHAR(12) NULL, name VARCHAR(120) NULL, routing VARCHAR(40) NULL, ${hidden('account')}, amount BIGINT NULL, reference VARCHAR(80) NULL`),
  row(
    'identity_paper',
    `person_id VARCHAR(32) NOT NULL, kind VARCHAR(20) NULL, ${hidden('number')}, issuer VARCHAR(120) NULL, issued_on DATE NULL, expires_on DATE NULL`,
  ),
  `ALTER TABLE file_person
    ADD COLUMN former_names VARCHAR(200) NULL,
    ADD COLUMN other_phone VARCHAR(40) NULL,
    ADD COLUMN industry VARCHAR(12) NULL,
    ADD COLUMN employees INT NULL,
    ADD COLUMN turnover BIGINT NULL`,
  `ALTER TABLE security_item
    ADD COLUMN charged_to VARCHAR(120) NULL,
    ADD COLUMN registration VARCHAR(60) NULL,
    ADD COLUMN owner VARCHAR(120) NULL,
    ADD COLUMN built_in INT NULL,
    ADD COLUMN builder VARCHAR(120) NULL,
    ADD COLUMN valuer VARCHAR(120) NULL,
    ADD COLUMN insurer VARCHAR(120) NULL,
    ADD COLUMN insured_until DATE NULL`,
  'ALTER TABLE fund_source ADD COLUMN owed BIGINT NULL',
  `ALTER TABLE business_year
    ADD COLUMN one_off BIGINT NULL,
    ADD COLUMN kind VARCHAR(8) NULL,
    ADD COLUMN cash BIGINT NULL,
    ADD COLUMN receivables BIGINT NULL,
    ADD COLUMN stock BIGINT NULL,
    ADD COLUMN fixed_assets BIGINT NULL,
    ADD COLUMN short_debts BIGINT NULL,
    ADD COLUMN long_debts BIGINT NULL`,
  'ALTER TABLE payment ADD COLUMN subject VARCHAR(32) NULL',
  // One payout for each who is paid; what the request names has no payee of its own.
  "ALTER TABLE payout ADD COLUMN payee_id VARCHAR(32) NULL, ADD COLUMN payee_key VARCHAR(32) AS (COALESCE(payee_id, '')) PERSISTENT",
  'ALTER TABLE payout ADD UNIQUE INDEX one_each (file_id, payee_key), DROP INDEX file_id',
  'ALTER TABLE file ADD COLUMN decide_by DATE NULL, ADD COLUMN decide_held_until DATE NULL, ADD INDEX by_decision (is_open, decide_by)',
  // Judged at the next sweep, which puts the day on lists.
  'UPDATE file SET lapse_on = DATE(active_at) WHERE is_open',
  'DELETE FROM file_snapshot',
];
