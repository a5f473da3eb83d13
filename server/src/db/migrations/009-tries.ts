/** Sign-ins that failed, by keyed digests of name and address; who kept an answer of monitoring last, and when. */
export const up: string[] = [
  `CREATE TABLE sign_in_try (
    id CHAR(64) CHARACTER SET ascii COLLATE ascii_bin NOT NULL PRIMARY KEY,
    failures INT NOT NULL,
    last_at DATETIME(3) NOT NULL,
    KEY by_time (last_at)
  )`,
  'ALTER TABLE monitoring_answer ADD COLUMN kept_by VARCHAR(120) NULL, ADD COLUMN kept_at DATETIME(3) NULL',
  'UPDATE monitoring_answer SET kept_at = created_at',
];
