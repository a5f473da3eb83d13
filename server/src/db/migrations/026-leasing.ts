/** Letting: units and for when each is held, what is let beside and waived, money that came in, the condition of a unit and its keys. */
export const up: string[] = [
  'ALTER TABLE file_request ADD COLUMN lease_ends_on DATE NULL, ADD COLUMN free_months INT NULL, ADD COLUMN deposit_months DECIMAL(6,2) NULL',
  `CREATE TABLE lease_extra (
    id VARCHAR(40) NOT NULL PRIMARY KEY,
    file_id VARCHAR(32) NOT NULL,
    code VARCHAR(40) NULL,
    count INT NULL,
    created_at DATETIME(3) NOT NULL,
    INDEX (file_id),
    FOREIGN KEY (file_id) REFERENCES file (id)
  )`,
  `CREATE TABLE fee_waiver (
    id VARCHAR(40) NOT NULL PRIMARY KEY,
    file_id VARCHAR(32) NOT NULL,
    code VARCHAR(40) NULL,
    reason VARCHAR(200) NULL,
    created_at DATETIME(3) NOT NULL,
    INDEX (file_id),
    FOREIGN KEY (file_id) REFERENCES file (id)
  )`,
  `CREATE TABLE rent_share (
    id VARCHAR(40) NOT NULL PRIMARY KEY,
    file_id VARCHAR(32) NOT NULL,
    person_id VARCHAR(40) NOT NULL,
    amount BIGINT NULL,
    created_at DATETIME(3) NOT NULL,
    INDEX (file_id),
    FOREIGN KEY (file_id) REFERENCES file (id)
  )`,
  `CREATE TABLE unit_stock (
    code VARCHAR(40) NOT NULL PRIMARY KEY,
    label TEXT NOT NULL,
    place VARCHAR(8) NOT NULL
  )`,
  `CREATE TABLE unit (
    id VARCHAR(80) NOT NULL PRIMARY KEY,
    stock VARCHAR(40) NOT NULL,
    code VARCHAR(30) NOT NULL,
    about LONGTEXT NOT NULL,
    position INT NOT NULL,
    listed BOOLEAN NOT NULL DEFAULT TRUE,
    UNIQUE (stock, code),
    FOREIGN KEY (stock) REFERENCES unit_stock (code)
  )`,
  // No unit is let twice for a day: the database refuses it, whoever asks and however many do at once.
  `CREATE TABLE unit_booking (
    id VARCHAR(40) NOT NULL PRIMARY KEY,
    unit_id VARCHAR(80) NOT NULL,
    file_id VARCHAR(32) NOT NULL,
    starts_on DATE NOT NULL,
    ends_on DATE NOT NULL,
    state VARCHAR(10) NOT NULL,
    holds_until DATETIME(3) NULL,
    warned BOOLEAN NOT NULL DEFAULT FALSE,
    held_at DATETIME(3) NOT NULL,
    held_by TEXT NOT NULL,
    PERIOD FOR taken (starts_on, ends_on),
    UNIQUE (unit_id, taken WITHOUT OVERLAPS),
    UNIQUE (file_id),
    INDEX (holds_until),
    FOREIGN KEY (unit_id) REFERENCES unit (id),
    FOREIGN KEY (file_id) REFERENCES file (id)
  )`,
  `CREATE TABLE receipt (
    id VARCHAR(40) NOT NULL PRIMARY KEY,
    file_id VARCHAR(32) NOT NULL,
    direction VARCHAR(8) NOT NULL,
    way VARCHAR(10) NOT NULL,
    amount BIGINT NOT NULL,
    payer TEXT NOT NULL,
    reference TEXT NULL,
    of_receipt VARCHAR(40) NULL,
    card TEXT NULL,
    done_at DATETIME(3) NULL,
    made_at DATETIME(3) NOT NULL,
    made_by TEXT NOT NULL,
    INDEX (file_id),
    FOREIGN KEY (file_id) REFERENCES file (id)
  )`,
  `CREATE TABLE handover (
    file_id VARCHAR(32) NOT NULL PRIMARY KEY,
    key_count INT NULL,
    keys_to TEXT NULL,
    keys_at DATETIME(3) NULL,
    keys_by TEXT NULL,
    record_hash VARCHAR(64) NULL,
    FOREIGN KEY (file_id) REFERENCES file (id)
  )`,
  `CREATE TABLE handover_room (
    id VARCHAR(40) NOT NULL PRIMARY KEY,
    file_id VARCHAR(32) NOT NULL,
    position INT NOT NULL,
    room TEXT NOT NULL,
    state VARCHAR(10) NULL,
    note TEXT NULL,
    INDEX (file_id),
    FOREIGN KEY (file_id) REFERENCES file (id)
  )`,
  `CREATE TABLE handover_picture (
    paper_id VARCHAR(32) NOT NULL PRIMARY KEY,
    room_id VARCHAR(40) NOT NULL,
    file_id VARCHAR(32) NOT NULL,
    INDEX (file_id),
    FOREIGN KEY (room_id) REFERENCES handover_room (id),
    FOREIGN KEY (file_id) REFERENCES file (id)
  )`,
  `CREATE TABLE handover_signature (
    id VARCHAR(40) NOT NULL PRIMARY KEY,
    file_id VARCHAR(32) NOT NULL,
    side VARCHAR(8) NOT NULL,
    name TEXT NOT NULL,
    who_id VARCHAR(64) NOT NULL,
    signed_at DATETIME(3) NOT NULL,
    about VARCHAR(64) NOT NULL,
    UNIQUE (file_id, side, who_id),
    FOREIGN KEY (file_id) REFERENCES file (id)
  )`,
  `CREATE TABLE key_date_seen (
    id VARCHAR(40) NOT NULL PRIMARY KEY,
    file_id VARCHAR(32) NOT NULL,
    code VARCHAR(20) NOT NULL,
    due_on DATE NOT NULL,
    seen_at DATETIME(3) NOT NULL,
    seen_by TEXT NOT NULL,
    note TEXT NULL,
    UNIQUE (file_id, code, due_on),
    FOREIGN KEY (file_id) REFERENCES file (id)
  )`,
  'DELETE FROM file_snapshot',
];
