/** The amount up to which somebody signs for a company alone, the day on which a signer signed a paper application, and loans of ours among debts. */
export const up: string[] = ['ALTER TABLE file_person ADD COLUMN signs_up_to BIGINT NULL, ADD COLUMN signed_on DATE NULL', 'ALTER TABLE debt ADD COLUMN our_file VARCHAR(20) NULL'];
