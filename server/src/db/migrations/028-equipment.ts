/** Equipment on lease: what is leased, and the terms of it beside those of every request. */
export const up: string[] = [
  `ALTER TABLE file_request ADD COLUMN residual BIGINT NULL, ADD COLUMN option_price BIGINT NULL,
     ADD COLUMN payments_due VARCHAR(40) NULL, ADD COLUMN end_choice VARCHAR(40) NULL`,
  `CREATE TABLE leased_item (
    id VARCHAR(40) NOT NULL PRIMARY KEY,
    file_id VARCHAR(32) NOT NULL,
    kind VARCHAR(40) NULL,
    description TEXT NULL,
    supplier VARCHAR(120) NULL,
    quote VARCHAR(60) NULL,
    quoted_on DATE NULL,
    price BIGINT NULL,
    count INT NULL,
    state VARCHAR(40) NULL,
    age_years INT NULL,
    serial VARCHAR(80) NULL,
    delivered_on DATE NULL,
    created_at DATETIME(3) NOT NULL,
    INDEX (file_id),
    FOREIGN KEY (file_id) REFERENCES file (id)
  )`,
  'DELETE FROM file_snapshot',
];
