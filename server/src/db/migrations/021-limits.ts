/**
 * The amount up to which somebody signs for a company alone, the day on which a signer signed a paper application, loans of
 * ours among debts, and applications that are signed beside agreements.
 */
export const up: string[] = [
  'ALTER TABLE file_person ADD COLUMN signs_up_to BIGINT NULL, ADD COLUMN signed_on DATE NULL',
  'ALTER TABLE debt ADD COLUMN our_file VARCHAR(20) NULL',
  "ALTER TABLE envelope ADD COLUMN document VARCHAR(20) NOT NULL DEFAULT 'agreement'",
];
