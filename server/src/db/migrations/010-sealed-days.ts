/** What all histories gained from day to day, sealed: the next rests on the one before, signed and time-stamped. */
export const up: string[] = [
  `CREATE TABLE sealed_day (
    sequence INT NOT NULL PRIMARY KEY,
    at DATETIME(3) NOT NULL,
    entries INT NOT NULL,
    entry_lines LONGTEXT CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    digest CHAR(64) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    previous_hash CHAR(64) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    hash CHAR(64) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    signature VARCHAR(200) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    public_key TEXT CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    stamp TEXT CHARACTER SET ascii COLLATE ascii_bin NULL,
    stamped_at DATETIME(3) NULL
  )`,
  `CREATE TABLE sealed_length (
    file_id VARCHAR(32) NOT NULL PRIMARY KEY,
    length INT NOT NULL,
    at DATETIME(3) NOT NULL,
    FOREIGN KEY (file_id) REFERENCES file (id)
  )`,
  `CREATE TRIGGER sealed_day_is_never_deleted BEFORE DELETE ON sealed_day FOR EACH ROW SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'a sealed day is never deleted'`,
  `CREATE TRIGGER sealed_day_is_only_stamped BEFORE UPDATE ON sealed_day FOR EACH ROW
   IF NOT (OLD.stamp IS NULL AND NEW.hash = OLD.hash AND NEW.digest = OLD.digest AND NEW.entry_lines = OLD.entry_lines AND NEW.signature = OLD.signature
           AND NEW.public_key = OLD.public_key AND NEW.previous_hash = OLD.previous_hash AND NEW.at = OLD.at AND NEW.sequence = OLD.sequence AND NEW.entries = OLD.entries)
   THEN SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'a sealed day is never changed'; END IF`,
];
