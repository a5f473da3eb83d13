/** Lines of cover, who else has an interest in them, and each as it went to the issuing system. */
export const up: string[] = [
  `CREATE TABLE cover_line (
    id VARCHAR(40) NOT NULL PRIMARY KEY,
    file_id VARCHAR(32) NOT NULL,
    item VARCHAR(40) NULL,
    mark VARCHAR(80) NULL,
    place VARCHAR(40) NULL,
    units DECIMAL(10,2) NULL,
    unit_price BIGINT NULL,
    share DECIMAL(5,2) NULL,
    level VARCHAR(20) NULL,
    weeks INT NULL,
    agent VARCHAR(40) NULL,
    created_at DATETIME(3) NOT NULL,
    INDEX (file_id),
    FOREIGN KEY (file_id) REFERENCES file (id)
  )`,
  `CREATE TABLE interest (
    id VARCHAR(40) NOT NULL PRIMARY KEY,
    file_id VARCHAR(32) NOT NULL,
    who VARCHAR(120) NULL,
    kind VARCHAR(12) NULL,
    line_id VARCHAR(40) NULL,
    share DECIMAL(5,2) NULL,
    created_at DATETIME(3) NOT NULL,
    INDEX (file_id),
    FOREIGN KEY (file_id) REFERENCES file (id)
  )`,
  `CREATE TABLE line_version (
    id VARCHAR(40) NOT NULL PRIMARY KEY,
    file_id VARCHAR(32) NOT NULL,
    line_id VARCHAR(40) NOT NULL,
    version INT NOT NULL,
    state VARCHAR(64) NOT NULL,
    withdraws BOOLEAN NOT NULL,
    details LONGTEXT NOT NULL,
    number VARCHAR(64) NULL,
    faults LONGTEXT NOT NULL,
    order_key VARCHAR(64) NOT NULL,
    ticket VARCHAR(64) NULL,
    sent_at DATETIME(3) NOT NULL,
    sent_by TEXT NOT NULL,
    answered_at DATETIME(3) NULL,
    UNIQUE (file_id, line_id, version),
    FOREIGN KEY (file_id) REFERENCES file (id)
  )`,
  'DELETE FROM file_snapshot',
];
