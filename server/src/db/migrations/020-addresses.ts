/** Addresses abroad, and where post goes. */
export const up: string[] = [
  'ALTER TABLE home ADD COLUMN country VARCHAR(2) NULL',
  `ALTER TABLE file_person
    ADD COLUMN mail_line VARCHAR(160) NULL,
    ADD COLUMN mail_town VARCHAR(80) NULL,
    ADD COLUMN mail_region VARCHAR(40) NULL,
    ADD COLUMN mail_postal_code VARCHAR(16) NULL,
    ADD COLUMN mail_country VARCHAR(2) NULL,
    ADD COLUMN large_print BOOLEAN NOT NULL DEFAULT FALSE`,
];
